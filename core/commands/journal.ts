import type { Command } from './apply'
import type { Refusal } from './refusal'

/** A command in the journal of a shot, with the revision that it made. */
export interface JournalEntry {
  revision: number
  command: Command
}
/** What became of a command that was sent. */
export type Outcome =
  { id: string; status: 'applied'; revision: number } | { id: string; status: 'refused'; refusal: Refusal }
/** The answer to commands that were sent: what came before them, and what became of each. */
export interface Committed {
  revision: number
  missed: JournalEntry[]
  outcomes: Outcome[]
  /** `documentHash` of the document at this revision. */
  hash: number
}
