/** What is run before all else, in its order: each comes in a piece of the page's script of its own (scripts/build.mjs). */
exports.FIRST = [require.resolve('./ask'), require.resolve('./compute')];
