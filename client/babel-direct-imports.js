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
  const hooks = ['useRouter', 'usePathname', 'useLocalSearchParams'];
  const at = (file, name) => ({ path: `expo-router/build/${file}`, name });
  return {
    ...Object.fromEntries(hooks.map((name) => [name, at('hooks', name)])),
    Link: at('link/Link', 'Link'),
    Redirect: at('link/Redirect', 'Redirect'),
    Slot: at('views/Navigator', 'Slot'),
    Stack: at('layouts/Stack', 'Stack'),
  };
}

/**
 * Imports come straight from the file that each name stands in: the bundler takes whole files, and through a package's index every
 * page would bring all of it along. Types are left to what takes them out.
 */
module.exports = ({ types }) => {
  const packages = {
    '@fidens/core': namesOfCore(),
    'react-native-paper': namesOfPaper(),
    'expo-router': namesOfRouter(),
  };
  // From where the file is, not from the root: what was made in one folder is taken in another, too.
  const seenFrom = (file, path) => (isAbsolute(path) ? `./${relative(dirname(file), path)}` : path);
  const direct = (specifier, path, name) => {
    const { local } = specifier;
    const taken =
      name === 'default'
        ? types.importDefaultSpecifier(local)
        : types.importSpecifier(local, types.identifier(name));
    return types.importDeclaration([taken], types.stringLiteral(path));
  };
  return {
    visitor: {
      ImportDeclaration(path, { filename }) {
        const { source, specifiers, importKind } = path.node;
        const names = packages[source.value];
        if (!names || importKind === 'type' || filename.includes('node_modules')) return;
        const values = specifiers.filter((specifier) => specifier.importKind !== 'type');
        path.replaceWithMultiple(
          values.map((specifier) => {
            const found = names[specifier.imported.name];
            if (!found)
              throw path.buildCodeFrameError(`${specifier.imported.name} is not in ${source.value}.`);
            return direct(specifier, seenFrom(filename, found.path), found.name);
          }),
        );
      },
    },
  };
};
