import { XMLParser } from 'fast-xml-parser'

/** More text and deeper nesting than this are not read. */
const [MOST_TEXT, MOST_DEPTH] = [8_000_000, 200]

/** An element of an SVG, its name in small letters. */
export interface Node {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly Node[]
}
/** Says in words why there is too much of something. */
export class TooMuch extends Error {}

/** What forbids reading a text at all. */
export function refusal(text: string): string | null {
  if (text.length > MOST_TEXT) return `It is larger than ${MOST_TEXT / 1e6} million letters.`
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return 'It declares entities or a document type, which are not read.'
  let depth = 0
  for (const [tag] of text.matchAll(/<\/?[A-Za-z][^<>]*>/g)) {
    if (tag.startsWith('</')) depth -= 1
    else if (!tag.endsWith('/>') && ++depth > MOST_DEPTH) return `It is nested more than ${MOST_DEPTH} deep.`
  }
  return null
}

type Raw = Record<string, unknown>
const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
  parseTagValue: false,
  processEntities: false,
  removeNSPrefix: true,
  trimValues: true,
})

const nodesOf = (raw: readonly Raw[]): Node[] =>
  raw.flatMap((entry): Node[] => {
    const name = Object.keys(entry).find(k => k !== ':@' && k !== '#text' && !k.startsWith('?'))
    if (!name) return []
    const attributes = Object.fromEntries(
      Object.entries((entry[':@'] ?? {}) as Record<string, unknown>).map(([k, v]) => [k, String(v)]),
    )
    return [{ name: name.toLowerCase(), attributes, children: nodesOf(entry[name] as Raw[]) }]
  })

/** The elements at the top of a text. Throws where it is no whole XML. */
export const nodesIn = (text: string): Node[] => nodesOf(parser.parse(text) as Raw[])

/** A number at the start of a text; null where there is none, or none that can be meant. */
export const numberOf = (text: string | undefined): number | null => {
  const n = text === undefined ? Number.NaN : Number.parseFloat(text)
  return Number.isFinite(n) && Math.abs(n) <= 1e9 ? n : null
}
/** A length in px; null for a share of something else. */
export const pxOf = (text: string | undefined): number | null =>
  text === undefined || text.trim().endsWith('%') ? null : numberOf(text)
