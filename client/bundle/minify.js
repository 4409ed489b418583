const { minify } = require('@swc/core');

/**
 * What Metro calls for each module it writes: a compiled minifier, for the one written in JavaScript took a quarter of the whole build. Its
 * result is a hundredth smaller. It makes no map: its maps are some signs off, and none is shipped.
 *
 * @param code - of one module
 * @param reserved - names that must stay as they are
 */
module.exports = ({ code, reserved = [] }) =>
  minify(code, {
    compress: { reduce_funcs: false },
    mangle: { reserved },
    format: { asciiOnly: true },
    module: false,
    toplevel: false,
  }).then((made) => ({ code: calledSoon(made.code) }));

/**
 * A module in brackets: browsers take a function in brackets for one that is called soon, and compile it while the script arrives, beside the
 * page's own thread. Without them each is compiled when it is first needed, and the page waits.
 */
function calledSoon(code) {
  const [, module] = /^__d\((function.*)\);?$/s.exec(code) ?? [];
  return module === undefined ? code : `__d((${module}));`;
}
