import type { Json } from './document'

/** A JSON Schema in words; a form that has a name of its own as ‹name›. */
export function typeWords(s: Json, deep = 0): string {
  if (typeof s.$ref === 'string') return `‹${s.$ref.split('/').at(-1)}›`
  const several = (s.oneOf ?? s.anyOf) as Json[] | undefined
  if (several) return several.map(x => typeWords(x, deep)).join(' or ')
  if ('const' in s) return `“${String(s.const)}”`
  if (Array.isArray(s.enum)) return (s.enum as unknown[]).map(x => `“${String(x)}”`).join(' or ')
  if (s.type === 'array') return arrayWords(s, deep)
  if (s.type === 'object') return objectWords(s, deep)
  if (s.type === 'integer' || s.type === 'number') return numberWords(s)
  if (s.type === 'string') return textWords(s)
  if (s.type === 'boolean') return 'true or false'
  return s.type === 'null' ? 'null' : 'anything'
}

function arrayWords(s: Json, deep: number): string {
  const places = s.prefixItems as Json[] | undefined
  if (places) return `a list of ${places.length}: ${[...new Set(places.map(p => typeWords(p, deep)))].join(', ')}`
  const most = s.maxItems === undefined ? '' : ` of at most ${Number(s.maxItems).toLocaleString('en')}`
  return `a list${most}: ${typeWords((s.items ?? {}) as Json, deep)}`
}

function objectWords(s: Json, deep: number): string {
  const properties = Object.entries((s.properties ?? {}) as Record<string, Json>)
  if (properties.length) {
    if (deep > 2) return 'an object'
    const needed = new Set((s.required as string[] | undefined) ?? [])
    const inner = properties.map(([name, x]) => `${name}${needed.has(name) ? '' : '?'}: ${typeWords(x, deep + 1)}`)
    return `{ ${inner.join('; ')} }`
  }
  const { additionalProperties: more } = s
  return typeof more === 'object' && more && Object.keys(more).length
    ? `an object, for each id: ${typeWords(more as Json, deep + 1)}`
    : 'an object'
}

/** Numbers beyond what a program counts exactly are no limits. */
const said = (n: unknown): n is number => typeof n === 'number' && Math.abs(n) < Number.MAX_SAFE_INTEGER

function numberWords(s: Json): string {
  const kind = s.type === 'integer' ? 'a whole number' : 'a number'
  const [least, most] = [s.minimum ?? s.exclusiveMinimum, s.maximum ?? s.exclusiveMaximum]
  const above = s.exclusiveMinimum === undefined ? 'from' : 'above'
  const written = (n: number): string => n.toLocaleString('en').replace('-', '−')
  return [kind, said(least) ? `${above} ${written(least)}` : '', said(most) ? `to ${written(most)}` : '']
    .filter(Boolean)
    .join(' ')
}

const PATTERNS: Record<string, string> = {
  '^[0-9a-f]{64}$': 'a hash (SHA-256, 64 hexadecimal digits)',
  '^#[0-9a-f]{6}$': 'a colour, #rrggbb',
}
function textWords({ pattern, maxLength, format }: Json): string {
  if (typeof pattern === 'string' && !format)
    return PATTERNS[pattern] ?? (/A-Za-z0-9_-/.test(pattern) ? 'an id' : 'a text')
  if (format === 'date-time') return 'a time (ISO 8601)'
  return maxLength === undefined ? 'a text' : `a text of at most ${String(maxLength)} letters`
}
