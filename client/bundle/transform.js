const expo = require('@expo/metro-config/build/transform-worker/transform-worker');
const { transform } = require('@swc/core');

/**
 * Libraries that come as one file in which everything is bundled already, and that import nothing. Expo's way through Babel takes them apart and
 * puts them together again, by which nothing changes: it took more than a quarter of the whole build.
 */
const READY = [
  '@e965/xlsx/xlsx.mjs',
  'exceljs/dist/exceljs.min.js',
  'ical.js/dist/ical.js',
  'joi/dist/joi-browser.min.js',
  'unpdf/dist/pdfjs.mjs',
];

/** What Metro calls a module's function with, in this order; `require` and `module` are what the text of a module calls them. */
const PARAMETERS = 'global, require, importDefault, importAll, module, exports, dependencyMap';

/** Metro's transformer (`transformerPath`): Expo's, but for what is ready. */
module.exports = {
  ...expo,
  transform: (config, root, filename, data, options) =>
    READY.some((file) => filename.endsWith(`node_modules/${file}`))
      ? wrapped(filename, data.toString('utf8'))
      : expo.transform(config, root, filename, data, options),
};

async function wrapped(filename, text) {
  const { code } = await transform(withoutLooseImports(text), {
    filename,
    configFile: false,
    swcrc: false,
    isModule: 'unknown',
    module: { type: 'commonjs' },
    jsc: { target: 'es2022', minify: { compress: { reduce_funcs: false }, mangle: true, format: ASCII } },
    minify: true,
  });
  const [, imported] = /(?<![\w$.])require\(["'`]([^"'`]*)/.exec(code) ?? [];
  if (imported !== undefined) throw new Error(`${filename} is not ready: it imports “${imported}”.`);
  const module = `__d((function(${PARAMETERS}){${code}\n}));`;
  return { dependencies: [], output: [{ data: moduleData(module), type: 'js/module' }] };
}

const ASCII = { asciiOnly: true, comments: false };

const moduleData = (code) => ({ code, lineCount: code.split('\n').length, map: [], functionMap: null });

/**
 * The library that reads PDFs loads a worker of its own by an address that is known only when it runs. Here it stands in a worker already, and a
 * bundle has no such imports: it never comes to them, and they are taken out.
 */
const withoutLooseImports = (text) =>
  text.replaceAll('import.meta.url', '""').replace(/\bimport\((?!["'])/g, 'Promise.reject(');
