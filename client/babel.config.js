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
  return { presets: ['babel-preset-expo'], plugins: [withoutWordOrder, ...direct] };
};
