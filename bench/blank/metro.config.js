const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// What is compared is minified alike.
config.transformer.minifierPath = require.resolve('../../client/bundle/minify');

module.exports = config;
