import type { Shot } from '#core/document'
import type { Applied, Command, JournalEntry, Refusal } from '#core/commands'
import { documentHash } from '#core/document'
import { applyCommand } from '#core/commands'

/** A command done here, and the shots it led from and to. */
export interface Local {
  readonly command: Command
  readonly before: Shot
  readonly after: Shot
}
export interface Lost {
  readonly command: Command
  readonly refusal: Refusal
}
/** What became of the commands that wait when something came in under them. */
export interface Replayed {
  /** Those that could not be done again. */
  readonly lost: readonly Lost[]
  /** Those that were, here or by the journal: they lead from and to other shots now. */
  readonly again: readonly Local[]
}

const NOTHING: Replayed = { lost: [], again: [] }

/**
 * The shot as the server has it, and on top of it what was done here and is not acknowledged yet. Pure bookkeeping: it
 * neither sends nor stores.
 */
export class Pending {
  private locals: readonly Local[] = []

  constructor(
    private confirmed: Shot,
    private at: number,
  ) {}

  get revision(): number {
    return this.at
  }
  get shot(): Shot {
    return this.locals.at(-1)?.after ?? this.confirmed
  }
  get count(): number {
    return this.locals.length
  }
  /** The commands that wait, oldest first. */
  get commands(): Command[] {
    return this.locals.map(l => l.command)
  }
  /** `documentHash` of the shot as the server has it. */
  get hash(): number {
    return documentHash(this.confirmed)
  }

  /** Does a command here. */
  add(command: Command): Applied {
    const out = applyCommand(this.shot, command)
    if (out.ok) this.locals = [...this.locals, { command, before: this.shot, after: out.shot }]
    return out
  }

  /**
   * Takes in what the journal has after our revision, in order. Commands of our own that are in it stop being pending;
   * the others are done again on top. False where entries are missing in between.
   */
  receive(entries: readonly JournalEntry[]): Replayed | false {
    const fresh = entries.filter(e => e.revision > this.at).sort((a, b) => a.revision - b.revision)
    if (!fresh.length) return NOTHING
    if (fresh.some((e, i) => e.revision !== this.at + 1 + i)) return false
    const again: Local[] = []
    for (const e of fresh) {
      const first = this.locals[0]
      if (first?.command.id === e.command.id && first.before === this.confirmed) {
        this.confirmed = first.after
        this.locals = this.locals.slice(1)
      } else {
        const out = applyCommand(this.confirmed, e.command)
        if (!out.ok) return false
        if (this.locals.some(l => l.command.id === e.command.id))
          again.push({ command: e.command, before: this.confirmed, after: out.shot })
        this.confirmed = out.shot
        this.locals = this.locals.filter(l => l.command.id !== e.command.id)
      }
      this.at = e.revision
    }
    const replayed = this.replay(new Set())
    return { lost: replayed.lost, again: [...again, ...replayed.again] }
  }

  /** Takes back commands that the server refused; what followed them is done again without them. */
  drop(ids: ReadonlySet<string>): Replayed {
    return this.locals.some(l => ids.has(l.command.id)) ? this.replay(ids) : NOTHING
  }

  private replay(without: ReadonlySet<string>): Replayed {
    if (!without.size && (!this.locals.length || this.locals[0]!.before === this.confirmed)) return NOTHING
    const commands = this.commands.filter(c => !without.has(c.id))
    this.locals = []
    const lost = commands.flatMap(command => {
      const out = this.add(command)
      return out.ok ? [] : [{ command, refusal: out.refusal }]
    })
    return { lost, again: this.locals }
  }
}
