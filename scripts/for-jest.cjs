const { join } = require('node:path');

/** Packages that come as modules only, which Jest takes in the form for browsers. */
module.exports.FOR_JEST = { '^d3-random$': join(__dirname, '../node_modules/d3-random/dist/d3-random.js') };
