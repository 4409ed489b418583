const { minify } = require('@swc/core');

/**
 * What Metro calls for each module it writes: a compiled minifier, for the one written in JavaScript took a quarter of the whole build. Its
 * result is a hundredth smaller. It makes no map: its maps are some signs off, and none is shipped.
 *
 * @param code - of one module
 * @param reserved - names that must stay as they are
 */
module.exports = ({ code, reserved = [] }) => {
  const { text, names } = namedAlike(code);
  return minify(text, {
    compress: { reduce_funcs: false },
    mangle: { reserved: [...reserved, ...names] },
    format: { asciiOnly: true },
    module: false,
    toplevel: false,
  }).then((made) => ({ code: calledSoon(made.code) }));
};

/** What Metro calls the parameters of a module, and what they are called here. */
const SHORT = { _$$_IMPORT_DEFAULT: '$i', _$$_IMPORT_ALL: '$a', _dependencyMap: '$d' };

/** What no parameter has another name for: it may stand in a text, or behind a point. */
const LONG = ['global', 'require', 'module', 'exports'];

/**
 * A module with names for its parameters that are the same in all modules, so that the whole is pressed well. Metro's own way to that goes
 * through each module once a parameter, and took a sixth of the build.
 */
function namedAlike(code) {
  if (/\$[aird]\b/.test(code)) return { text: code, names: [...LONG, ...Object.keys(SHORT)] };
  const text = code.replace(/_\$\$_IMPORT_DEFAULT|_\$\$_IMPORT_ALL|_dependencyMap/g, (name) => SHORT[name]);
  const called = text
    .replace(/^__d\(function \(global, require,/, '__d(function (global, $r,')
    .replaceAll('require($d[', '$r($d[');
  const isCalledOnly = !/\brequire\b/.test(called);
  return { text: isCalledOnly ? called : text, names: [...LONG, ...Object.values(SHORT), '$r'] };
}

/**
 * A module in brackets: browsers take a function in brackets for one that is called soon, and compile it while the script arrives, beside the
 * page's own thread. Without them each is compiled when it is first needed, and the page waits.
 */
function calledSoon(code) {
  const [, module] = /^__d\((function.*)\);?$/s.exec(code) ?? [];
  return module === undefined ? code : `__d((${module}));`;
}
