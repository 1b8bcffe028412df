import type { Command } from '#core/commands'
import { textOf } from './journal'

/**
 * Shots that take more as text are read whole and changed in another thread: reading one, or a wide change of it, takes
 * long.
 */
export const LARGE = 1024 * 1024
/**
 * Commands times characters of the document, where each goes through all of it: the widest change of a document of 15
 * million takes less than a second.
 */
const MOST_WORK = 8 * 1024 * 1024
/** Characters of commands. */
const MOST_TEXT = 256 * 1024

/** Commands with those that are done together as one. */
const countOf = ({ name, args }: Command): number =>
  name === 'together' && Array.isArray((args as { commands?: unknown }).commands)
    ? (args as { commands: unknown[] }).commands.length
    : 1

/** True where these commands are much work on a document of so many characters. */
export function isHeavyFor(commands: readonly Command[], size: number): boolean {
  const several = commands.reduce((sum, c) => sum + countOf(c), 0)
  if (several > 1 && several * size > MOST_WORK) return true
  return commands.reduce((sum, c) => sum + textOf(c).length, 0) > MOST_TEXT
}
