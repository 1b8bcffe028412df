import fc from 'fast-check'

export type Json = Record<string, unknown>

/**
 * Values that a JSON Schema (2020-12) describes, of the words of it that our descriptions use. `schemas` are those that
 * it refers to, by their names.
 */
export function fromSchema(s: Json, schemas: Record<string, Json>, deep = 0): fc.Arbitrary<unknown> {
  const inner = (x: Json) => fromSchema(x, schemas, deep + 1)
  if (typeof s.$ref === 'string') {
    const there = schemas[s.$ref.split('/').at(-1)!]!
    // A form that names itself is that of any JSON.
    return JSON.stringify(there).includes(`"${s.$ref}"`) ? fc.jsonValue({ maxDepth: 1 }) : inner(there)
  }
  const several = (s.oneOf ?? s.anyOf) as Json[] | undefined
  if (several) return fc.oneof(...several.map(inner))
  if ('const' in s) return fc.constant(s.const)
  if (Array.isArray(s.enum)) return fc.constantFrom(...(s.enum as unknown[]))
  if (s.type === 'object') return anObject(s, inner, deep)
  if (s.type === 'array') {
    const places = s.prefixItems as Json[] | undefined
    if (places) return fc.tuple(...places.map(inner))
    const least = Number(s.minItems ?? 0)
    const maxLength = Math.min(Number(s.maxItems ?? 6), Math.max(least, deep > 4 ? 1 : 3))
    return fc.array(inner((s.items ?? {}) as Json), { minLength: least, maxLength })
  }
  if (s.type === 'string') return aText(s)
  if (s.type === 'integer') return fc.integer({ min: bound(s, 'least', -1000), max: bound(s, 'most', 1000) })
  if (s.type === 'number')
    return fc.double({ min: bound(s, 'least', -1000), max: bound(s, 'most', 1000), noNaN: true, ...excluded(s) })
  if (s.type === 'boolean') return fc.boolean()
  return s.type === 'null' ? fc.constant(null) : fc.jsonValue({ maxDepth: 1 })
}

const excluded = (s: Json) => ({
  minExcluded: s.exclusiveMinimum !== undefined,
  maxExcluded: s.exclusiveMaximum !== undefined,
})

/** A limit of a number; a near one where it says none that is meant. */
function bound(s: Json, which: 'least' | 'most', otherwise: number): number {
  const said = which === 'least' ? (s.minimum ?? s.exclusiveMinimum) : (s.maximum ?? s.exclusiveMaximum)
  if (typeof said !== 'number') return otherwise
  return Math.abs(said) >= Number.MAX_SAFE_INTEGER ? otherwise : said
}

function aText(s: Json): fc.Arbitrary<string> {
  const { pattern, minLength, maxLength } = s
  if (typeof pattern === 'string') return fc.stringMatching(new RegExp(pattern))
  // Texts begin and end with letters: what is about them is taken off.
  const most = Math.min(Number(maxLength ?? 20), 20)
  const unit = fc.constantFrom(...'abcdefgh é漢–')
  return fc
    .string({ unit, minLength: Number(minLength ?? 0), maxLength: most })
    .map(t => (t.trim() ? `${t.trim()}` : Number(minLength ?? 0) ? 'a' : t.trim()))
}

function anObject(s: Json, inner: (x: Json) => fc.Arbitrary<unknown>, deep: number): fc.Arbitrary<unknown> {
  const properties = Object.entries((s.properties ?? {}) as Record<string, Json>)
  if (!properties.length) {
    const more = s.additionalProperties
    const keys = s.propertyNames ? (inner(s.propertyNames as Json) as fc.Arbitrary<string>) : fc.constantFrom('a', 'b')
    return fc.dictionary(keys, inner(typeof more === 'object' && more ? (more as Json) : {}), {
      maxKeys: deep > 4 ? 0 : 2,
    })
  }
  const needed = ((s.required as string[] | undefined) ?? []) as never[]
  return fc.record(Object.fromEntries(properties.map(([k, x]) => [k, inner(x)])), { requiredKeys: needed })
}
