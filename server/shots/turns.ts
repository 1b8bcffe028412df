import type { Shot } from '#core/document'
import { documentHash } from '#core/document'
import type { Command, Committed, JournalEntry, Outcome, Refusal } from '#core/commands'
import { applyCommand } from '#core/commands'
import { Problem } from '../problems/problem'
import type { Kept } from './documents'
import { missedSince } from './documents'
import { filesIn, hashesIn } from './journal'

/** What one window sends: its commands, and where it stands. */
export interface Turn {
  readonly base: number
  /** The incarnation it knows; null from windows of an older Fintro, and from scripts. */
  readonly incarnation: string | null
  readonly commands: readonly Command[]
}

/** Where a shot stands before some turns, and what is known of their commands. */
export interface Start {
  readonly revision: number
  readonly shot: Shot
  /** What happened after a revision up to the start; null where that is not at hand. */
  readonly missed: (base: number) => readonly JournalEntry[] | null
  /** The revision of a command that is in the journal already. */
  readonly known: (id: string) => number | undefined
  /** Why a command is refused before it is applied; null where nothing speaks against it. */
  readonly mayNot: (command: Command) => Refusal | null
}

/** What became of turns. */
export interface Taken {
  readonly shot: Shot
  readonly entries: readonly JournalEntry[]
  readonly answers: readonly Committed[]
}

/** Applying goes on for so long before others have their turn on the processor. */
const SLICE_MS = 20
/** Called between two changes: waits until others had their turn, where it is their turn. */
export function slices(): () => Promise<void> {
  let since = performance.now()
  return async () => {
    if (performance.now() - since <= SLICE_MS) return
    await new Promise(setImmediate)
    since = performance.now()
  }
}

/**
 * The start on a document that is at hand; null for turns that need to be looked at more closely: of another incarnation,
 * or with strokes and pictures that may not be stored.
 */
export function startOn(kept: Kept, turns: readonly Turn[]): Start | null {
  if (turns.some(t => t.incarnation !== null && t.incarnation !== kept.incarnation)) return null
  if (turns.some(t => t.commands.some(c => hashesIn(c).length || filesIn(c).length))) return null
  const tail = new Map(kept.tail.map(e => [e.command.id, e.revision]))
  return {
    revision: kept.revision,
    shot: kept.shot,
    missed: base => missedSince(kept, base),
    known: id => tail.get(id),
    mayNot: () => null,
  }
}

export const aheadOf = () => new Problem(409, 'ahead', 'This window is ahead of the stored shot. Load it again.')

/**
 * Applies turns one after the other: all commands that fit are taken, each under the next revision, the others refused
 * one by one. Each answer is as if the turn had come alone. Null where `missed` does not reach back far enough, or where
 * a command is refused although `only` those that fit were to be taken.
 */
export async function takeTurns(start: Start, turns: readonly Turn[], only?: 'all-fit'): Promise<Taken | null> {
  let { shot } = start
  const entries: JournalEntry[] = []
  const answers: Committed[] = []
  const seen = new Map<string, number>()
  const pause = slices()
  for (const { base, commands } of turns) {
    const before = start.missed(Math.min(base, start.revision))
    if (base > start.revision || !before) return null
    const missed = [...before, ...entries]
    const outcomes: Outcome[] = []
    for (const command of commands) {
      const known = seen.get(command.id) ?? start.known(command.id)
      if (known !== undefined) {
        outcomes.push({ id: command.id, status: 'applied', revision: known })
        continue
      }
      const against = start.mayNot(command)
      const out = against ? ({ ok: false, refusal: against } as const) : applyCommand(shot, command)
      if (!out.ok) {
        if (only === 'all-fit') return null
        outcomes.push({ id: command.id, status: 'refused', refusal: out.refusal })
        continue
      }
      shot = out.shot
      const revision = start.revision + entries.length + 1
      entries.push({ revision, command })
      seen.set(command.id, revision)
      outcomes.push({ id: command.id, status: 'applied', revision })
      await pause()
    }
    const after = shot
    answers.push({
      revision: start.revision + entries.length,
      missed,
      outcomes,
      // Worked out when it is asked for: while the database writes, or when the answer goes out.
      get hash() {
        return documentHash(after)
      },
    })
  }
  return { shot, entries, answers }
}
