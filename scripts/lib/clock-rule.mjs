const MESSAGE = 'Take `now` as an argument; only server/clock.ts reads it.';

/**
 * A rule for the linters: reading the time anywhere but in the clock module would make a moment that no test can set.
 *
 * @type {import('eslint').Rule.RuleModule}
 */
export const onlyOneClock = {
  meta: { type: 'problem', schema: [] },
  create(context) {
    const complain = (/** @type {import('estree').Node} */ node) => context.report({ node, message: MESSAGE });
    return {
      "CallExpression[callee.object.name='Date'][callee.property.name='now']": complain,
      "NewExpression[callee.name='Date'][arguments.length=0]": complain,
      "MemberExpression[object.name='Temporal'][property.name='Now']": complain
    };
  }
};
