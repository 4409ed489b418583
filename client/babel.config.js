const isPdfReader = ({ filename }) => /unpdf[\\/]dist[\\/]pdfjs/.test(filename ?? '');

/**
 * The library that reads PDFs loads a worker of its own by an address that is known only when it runs. Here it stands in a worker already, and a
 * bundle has no such imports: it never comes to them, and they are taken out.
 */
const withoutLooseImports = ({ types }) => ({
  visitor: {
    CallExpression(path, state) {
      const [what] = path.node.arguments;
      if (!isPdfReader(state) || path.node.callee.type !== 'Import' || types.isStringLiteral(what)) return;
      const promise = types.memberExpression(types.identifier('Promise'), types.identifier('reject'));
      path.replaceWith(types.callExpression(promise, []));
    },
    MetaProperty(path, state) {
      if (!isPdfReader(state)) return;
      path.replaceWith(
        types.objectExpression([types.objectProperty(types.identifier('url'), types.stringLiteral(''))]),
      );
    },
  },
});

const isRouteSorter = ({ filename }) =>
  /expo-router[\\/]build[\\/]fork[\\/]getStateFromPath-forks/.test(filename ?? '');

/**
 * The router orders the names of its routes as the words of a language are ordered: the browser makes tables for that, 15 ms on a phone before
 * anything is drawn. Any fixed order does.
 */
const withoutWordOrder = ({ types }) => ({
  visitor: {
    CallExpression(path, state) {
      const { callee } = path.node;
      if (!isRouteSorter(state) || !types.isIdentifier(callee.property, { name: 'localeCompare' })) return;
      const [a, b] = [callee.object, path.node.arguments[0]];
      const is = (operator) => types.binaryExpression(operator, types.cloneNode(a), types.cloneNode(b));
      path.replaceWith(types.binaryExpression('-', is('>'), is('<')));
    },
  },
});

module.exports = (api) => {
  // Tests read the core and the library of controls through their indexes, as they are written.
  const isBuild = api.env('production');
  const direct = isBuild ? [require('./bundle/direct-imports')] : [];
  return { presets: ['babel-preset-expo'], plugins: [withoutLooseImports, withoutWordOrder, ...direct] };
};
