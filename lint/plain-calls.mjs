/** A call with a bare true or false does not say what it does: a named option or two functions do. */
export const plainCalls = {
  meta: {
    type: 'suggestion',
    schema: [{ type: 'array', items: { type: 'string' } }],
    messages: { bare: 'What does {{value}} mean here? Give it a name: an option, or two functions.' },
  },
  create(context) {
    const allowed = new Set(context.options[0] ?? [])
    return {
      CallExpression(node) {
        const name = node.callee.name ?? node.callee.property?.name
        if (allowed.has(name)) return
        for (const a of node.arguments)
          if (a.type === 'Literal' && typeof a.value === 'boolean')
            context.report({ node: a, messageId: 'bare', data: { value: String(a.value) } })
      },
    }
  },
}
