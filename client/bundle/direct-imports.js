const { parse } = require('@babel/parser');
const { readFileSync } = require('node:fs');
const { dirname, isAbsolute, join, relative } = require('node:path');

const INDEX = require.resolve('@fidens/core');

/** Where each name that the core exports stands: `export { a, type B } from './file'`. */
function namesOfCore() {
  const { program } = parse(readFileSync(INDEX, 'utf8'), { sourceType: 'module', plugins: ['typescript'] });
  return Object.fromEntries(
    program.body.flatMap(({ source, specifiers }) =>
      specifiers.map(({ exported: { name } }) => [name, { path: join(dirname(INDEX), source.value), name }]),
    ),
  );
}

/** The names of a package's index: `export { default as View } from './exports/View'`. */
function namesOfIndex(index, root) {
  const { program } = parse(readFileSync(index, 'utf8'), { sourceType: 'module' });
  return Object.fromEntries(
    program.body
      .filter(({ source }) => source)
      .flatMap(({ source, specifiers }) =>
        specifiers.map(({ local, exported }) => [
          exported.name,
          { path: `${root}/${source.value}`.replace('/./', '/'), name: local.name },
        ]),
      ),
  );
}

/** What draws: on the web all of it stands in one file, and the index beside it reads drawings out of text. */
function namesOfDrawing() {
  const path = 'react-native-svg/lib/module/elements.web';
  const names = [
    'default',
    'Circle',
    'ClipPath',
    'Defs',
    'G',
    'Line',
    'Path',
    'Pattern',
    'Rect',
    'Svg',
    'Text',
  ];
  return Object.fromEntries(names.map((name) => [name, { path, name }]));
}

/** The controls, by the list that their package brings; the themes are not on it. */
function namesOfPaper() {
  const { mappings } = require('react-native-paper/lib/mappings.json');
  const themes = { path: 'lib/module/styles/themes' };
  const names = {
    ...mappings,
    MD3LightTheme: { ...themes, name: 'MD3LightTheme' },
    MD3DarkTheme: { ...themes, name: 'MD3DarkTheme' },
  };
  return Object.fromEntries(
    Object.entries(names).map(([name, at]) => [name, { ...at, path: `react-native-paper/${at.path}` }]),
  );
}

/** The router: what its index brings beside these is for phones' own tabs and headers. */
function namesOfRouter() {
  const hooks = ['useRouter', 'usePathname', 'useLocalSearchParams', 'useGlobalSearchParams'];
  const at = (file, name) => ({ path: `expo-router/build/${file}`, name });
  return {
    ...Object.fromEntries(hooks.map((name) => [name, at('hooks', name)])),
    Link: at('link/Link', 'Link'),
    Redirect: at('link/Redirect', 'Redirect'),
    Slot: at('views/Navigator', 'Slot'),
  };
}

/**
 * Imports come straight from the file that each name stands in: the bundler takes whole files, and through a package's index every
 * page would bring all of it along. Types are left to what takes them out.
 */
module.exports = (api) => {
  const { types } = api;
  const isWeb = api.caller((caller) => caller?.platform === 'web');
  const packages = {
    '@fidens/core': namesOfCore(),
    'react-native-paper': namesOfPaper(),
    'expo-router': namesOfRouter(),
    ...(isWeb && { 'react-native-svg': namesOfDrawing() }),
  };
  // Compiled packages require all of this: what they import is taken directly already.
  const all = namesOfIndex(require.resolve('react-native-web/dist/index'), 'react-native-web/dist');
  const required = isWeb ? { 'react-native': all, 'react-native-web/dist/index': all } : {};
  // From where the file is, not from the root: what was made in one folder is taken in another, too.
  const seenFrom = (file, path) => (isAbsolute(path) ? `./${relative(dirname(file), path)}` : path);
  const nameOf = (specifier) =>
    types.isImportDefaultSpecifier(specifier) ? 'default' : specifier.imported?.name;

  /** `import { find } from '@fidens/core'` */
  function takeDirectly(path, file) {
    const { source, specifiers, importKind } = path.node;
    const names = packages[source.value];
    if (!names || importKind === 'type' || file.includes('node_modules')) return;
    const values = specifiers.filter((specifier) => specifier.importKind !== 'type');
    const unknown = values.find((specifier) => !names[nameOf(specifier)]);
    if (unknown) throw path.buildCodeFrameError(`${nameOf(unknown)} is not in ${source.value}.`);
    path.replaceWithMultiple(
      values.map(({ local, ...specifier }) => {
        const found = names[nameOf(specifier)];
        const taken =
          found.name === 'default'
            ? types.importDefaultSpecifier(local)
            : types.importSpecifier(local, types.identifier(found.name));
        return types.importDeclaration([taken], types.stringLiteral(seenFrom(file, found.path)));
      }),
    );
  }

  /** `const react_native_1 = require("react-native")`, as packages are compiled: each `react_native_1.View` requires its own file. */
  function requireDirectly(path) {
    const { id, init } = path.node;
    const source = types.isCallExpression(init) && init.callee.name === 'require' && init.arguments[0]?.value;
    const names = required[source];
    if (!names || !types.isIdentifier(id)) return;
    const uses = path.scope.getBinding(id.name).referencePaths.map(({ parentPath }) => parentPath);
    const isKnown = ({ node }) =>
      types.isMemberExpression(node) &&
      !node.computed &&
      node.object.name === id.name &&
      names[node.property.name];
    if (!uses.every(isKnown)) return;
    for (const use of uses) {
      const found = names[use.node.property.name];
      const whole = types.callExpression(types.identifier('require'), [types.stringLiteral(found.path)]);
      use.replaceWith(types.memberExpression(whole, types.identifier(found.name)));
    }
    path.remove();
  }

  return {
    visitor: {
      ImportDeclaration: (path, { filename }) => takeDirectly(path, filename),
      VariableDeclarator: (path) => requireDirectly(path),
    },
  };
};
