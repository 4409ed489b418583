const { join } = require('node:path');

const at = (file) => join(__dirname, '../node_modules', file);

/** Packages that Jest does not find by itself: those that come as modules only, and one whose names in its package it reads otherwise. */
module.exports.FOR_JEST = {
  '^d3-random$': at('d3-random/dist/d3-random.js'),
  '^chrono-node/en$': at('chrono-node/dist/cjs/locales/en/index.js'),
};
