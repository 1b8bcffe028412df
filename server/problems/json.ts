import { Problem } from './problem'

/** What nests deeper is refused: nothing of ours comes near. */
const MOST_DEEP = 100

const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_RECORD, CLOSE_LIST, CLOSE_RECORD] = [...'"\\[{]}'].map(c => c.charCodeAt(0))

/**
 * JSON from outside. Refused is what is none, what nests deeper than `MOST_DEEP`, and a text that the database cannot
 * hold: with the character 0 or half of a pair of characters.
 */
export function plainJson(bytes: Buffer): unknown {
  if (depthOf(bytes) > MOST_DEEP)
    throw new Problem(400, 'too-deep', `It nests its parts deeper than ${MOST_DEEP} levels.`)
  const text = bytes.toString('utf8')
  try {
    // Such characters can only stand there as escapes: JSON has no bare control characters, UTF-8 no halves.
    return SUSPECT.test(text) ? JSON.parse(text, storable) : JSON.parse(text)
  } catch (error) {
    if (error instanceof Problem) throw error
    throw new Problem(400, 'not-json', 'This is not JSON.')
  }
}

const SUSPECT = /\\u(0000|d[89a-f])/i

function storable(key: string, value: unknown): unknown {
  for (const text of [key, value])
    if (typeof text === 'string' && (text.includes('\0') || !text.isWellFormed()))
      throw new Problem(400, 'not-text', 'A text in it has characters that cannot be kept.')
  return value
}

/** How deep lists and records stand in each other, at most; what stands in quotes does not count. */
function depthOf(bytes: Buffer): number {
  let depth = 0
  let most = 0
  let quoted = false
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]
    if (quoted) {
      if (byte === BACKSLASH) i++
      else if (byte === QUOTE) quoted = false
    } else if (byte === QUOTE) quoted = true
    else if (byte === OPEN_RECORD || byte === OPEN_LIST) most = Math.max(most, ++depth)
    else if (byte === CLOSE_RECORD || byte === CLOSE_LIST) depth--
  }
  return most
}
