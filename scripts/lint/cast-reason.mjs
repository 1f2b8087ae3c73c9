/** A cast that the compiler cannot check (`as never`, `as unknown as`) has its reason beside it or just above. */
export const castReason = {
  meta: { type: 'suggestion', schema: [], messages: { bare: 'Say beside it why this cast holds.' } },
  create(context) {
    const { sourceCode } = context;
    const lines = new Set();
    for (const { loc } of sourceCode.getAllComments())
      for (let line = loc.start.line; line <= loc.end.line; line++) lines.add(line);
    return {
      TSAsExpression(node) {
        const { type } = node.typeAnnotation;
        const twice =
          node.expression.type === 'TSAsExpression' &&
          node.expression.typeAnnotation.type === 'TSUnknownKeyword';
        if (type !== 'TSNeverKeyword' && !twice) return;
        // The reason stands on the line of the statement that casts, or on the line before it.
        let statement = node;
        while (statement.parent && !/Statement$|Declaration$|Property$|Tag$|Attribute$/.test(statement.type))
          statement = statement.parent;
        const from = Math.min(statement.loc.start.line, node.loc.start.line) - 1;
        for (let line = from; line <= node.loc.end.line; line++) if (lines.has(line)) return;
        context.report({ node, messageId: 'bare' });
      }
    };
  }
};
