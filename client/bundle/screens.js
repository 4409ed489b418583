/** How phones draw stacks of screens: a browser has nothing of that to be told. */
module.exports = { initScreensFeatureFlags: () => undefined };
