/** What stands for something in the pattern of a file's name, in square brackets. */
export const PLACEHOLDERS = ['production', 'shot', 'column', 'drawing', 'frame'] as const
export type Placeholder = (typeof PLACEHOLDERS)[number]
/** What placeholders stand for; numbers get leading zeros. */
export type NameFields = Partial<Record<Placeholder, string | number>>

/** Separators of paths, what Windows forbids in names (from memory), and what cannot be seen. */
const FORBIDDEN = /[\\/:*?"<>|\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}]+/gu
/** Names that Windows keeps for devices (from memory). */
const DEVICE = /^(con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i
const MOST = 120

/**
 * A name that any file system takes, letters of any script kept, blanks as hyphens: at most 120 characters, no path, no
 * dots or blanks at its ends. `otherwise` where nothing of it is left.
 */
export function safeName(text: string, otherwise = 'shot'): string {
  return plainName([...text].slice(0, MOST).join(''), otherwise)
}

function plainName(text: string, otherwise: string): string {
  const plain = text
    .normalize('NFC')
    .replace(FORBIDDEN, '-')
    .replace(/[\s-]+/g, '-')
  const bare = plain.replace(/^[\s.-]+|[\s.-]+$/g, '')
  return DEVICE.test(bare) ? `_${bare}` : bare || otherwise
}

/** Why a pattern cannot name files; empty where it can. `needed` is one of what tells the files apart. */
export function patternFault(pattern: string, needed: readonly Placeholder[]): string {
  if (!pattern.trim()) return 'A file needs a name.'
  if (/[\\/:*?"<>|]/.test(pattern)) return 'A name holds none of \\ / : * ? " < > |'
  const used = [...pattern.matchAll(/\[([^\]]*)\]/g)].map(m => m[1]!)
  const unknown = used.find(name => !(PLACEHOLDERS as readonly string[]).includes(name))
  if (unknown !== undefined) return `[${unknown}] stands for nothing. There are ${bracketed(PLACEHOLDERS)}.`
  const missing = needed.find(name => !used.includes(name))
  return missing ? `Without [${missing}] all files would have the same name.` : ''
}
const bracketed = (names: readonly string[]): string => names.map(n => `[${n}]`).join(', ')

/**
 * What a pattern names: "[shot].[frame]" with 4 digits is "lift.0013". A drawing's number gets zeros before its digits
 * only: "7a" is "0007a".
 */
export function nameBy(pattern: string, fields: NameFields, digits: number): string {
  const named = (most: number): string =>
    plainName(
      pattern.replace(/\[([^\]]*)\]/g, (_, name: Placeholder) => {
        const value = String(fields[name] ?? '')
        return name === 'frame' || name === 'drawing' ? padded(value, digits) : [...value].slice(0, most).join('')
      }),
      'shot',
    )
  // Long names of shots and columns are cut, so that numbers never are.
  const fitting = [MOST, 60, 30, 15, 8].find(most => new TextEncoder().encode(named(most)).length <= MOST_BYTES)
  return named(fitting ?? 4)
}
/** File systems take 255 bytes; some are left for an ending and for "(2)". */
const MOST_BYTES = 230

const padded = (text: string, digits: number): string => text.replace(/^\d+/, n => n.padStart(digits, '0'))

/**
 * The same names, each once, also where capitals are not told apart: a second "a" becomes "a (2)". The ending, given with its
 * dot, stays last.
 */
export function eachOnce(names: readonly string[], ending = ''): string[] {
  const taken = new Set<string>()
  return names.map(name => {
    let free = name
    for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${name} (${n})`
    taken.add(free.toLowerCase())
    return `${free}${ending}`
  })
}

/** What stands before and behind the number of the frame in what a pattern names, as for numbered sequences. */
export function aroundFrame(pattern: string, fields: NameFields, digits: number): { before: string; after: string } {
  const [one, two] = [1, 2].map(frame => nameBy(pattern, { ...fields, frame }, digits)) as [string, string]
  const differs = one.split('').findIndex((letter, i) => letter !== two[i])
  return { before: one.slice(0, differs - digits + 1), after: one.slice(differs + 1) }
}
