/** A rule of the linter: the core has no clock, so what is computed depends on nothing but what it is given. */
const message = 'The core has no clock: take a moment.';

const isDate = (node) => node.type === 'Identifier' && node.name === 'Date';

export default {
  meta: { name: 'fidens' },
  rules: {
    'no-clock': {
      create: (context) => ({
        NewExpression(node) {
          if (isDate(node.callee) && node.arguments.length === 0) context.report({ message, node });
        },
        CallExpression(node) {
          if (isDate(node.callee)) context.report({ message, node });
        },
        MemberExpression(node) {
          if (isDate(node.object) && node.property.name === 'now') context.report({ message, node });
        },
      }),
    },
  },
};
