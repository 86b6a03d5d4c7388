/**
 * In single-file views a promise that nobody waits for is found by what is written, without types (with them it takes
 * two minutes a run): calls of functions that say async where they are written in the same file, and of the members
 * of a router or of what was asked that answer with a promise.
 */
const OF = {
  router: new Set(["push", "replace", "isReady"]),
  queries: new Set(["invalidateQueries", "resetQueries", "refetchQueries", "cancelQueries", "fetchQuery"]),
};
const IMPORTED = new Set(["take", "changed", "nowKnown", "upload"]);

function variableOf(scope, name) {
  for (let at = scope; at; at = at.upper) if (at.set.has(name)) return at.set.get(name);
  return null;
}
function isAsync({ node, type }, name) {
  if (type === "ImportBinding") return IMPORTED.has(name);
  const made = type === "FunctionName" ? node : node.init;
  return Boolean(made?.async);
}

export default {
  meta: { type: "problem", schema: [], messages: { lost: "Nobody waits for “{{name}}”: await it, hand it on, or say void." } },
  create(context) {
    return {
      "ExpressionStatement > CallExpression"(node) {
        const { callee } = node;
        const member = callee.type === "MemberExpression";
        const name = member ? callee.property.name : callee.name;
        const lost = member
          ? (OF[callee.object.name]?.has(name) ?? false)
          : (variableOf(context.sourceCode.getScope(node), name)?.defs ?? []).some((def) => isAsync(def, name));
        if (lost) context.report({ node, messageId: "lost", data: { name } });
      },
    };
  },
};
