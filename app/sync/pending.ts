import type { Shot } from '#core/document'
import type { Applied, Command, JournalEntry, Refusal } from '#core/commands'
import { applyCommand } from '#core/commands'

interface Local {
  readonly command: Command
  readonly before: Shot
  readonly after: Shot
}
export interface Lost {
  readonly command: Command
  readonly refusal: Refusal
}

/**
 * The shot as the server has it, and on top of it what was done here and is not acknowledged yet. Pure bookkeeping: it
 * neither sends nor stores.
 */
export class Pending {
  private locals: Local[] = []

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

  /** Does a command here. */
  add(command: Command): Applied {
    const out = applyCommand(this.shot, command)
    if (out.ok) this.locals.push({ command, before: this.shot, after: out.shot })
    return out
  }

  /**
   * Takes in what the journal has after our revision, in order. Commands of our own that are in it stop being pending;
   * the others are done again on top. Gives what could not be kept. False where entries are missing in between.
   */
  receive(entries: readonly JournalEntry[]): Lost[] | false {
    const fresh = entries.filter(e => e.revision > this.at).sort((a, b) => a.revision - b.revision)
    if (!fresh.length) return []
    if (fresh.some((e, i) => e.revision !== this.at + 1 + i)) return false
    for (const e of fresh) {
      const first = this.locals[0]
      if (first?.command.id === e.command.id && first.before === this.confirmed) {
        this.confirmed = first.after
        this.locals = this.locals.slice(1)
      } else {
        const out = applyCommand(this.confirmed, e.command)
        if (!out.ok) return false
        this.confirmed = out.shot
        this.locals = this.locals.filter(l => l.command.id !== e.command.id)
      }
      this.at = e.revision
    }
    return this.replay(new Set())
  }

  /** Takes back commands that the server refused; what followed them is done again without them. */
  drop(ids: ReadonlySet<string>): Lost[] {
    return this.replay(ids)
  }

  private replay(without: ReadonlySet<string>): Lost[] {
    if (!without.size && (!this.locals.length || this.locals[0]!.before === this.confirmed)) return []
    const commands = this.locals.map(l => l.command).filter(c => !without.has(c.id))
    this.locals = []
    return commands.flatMap(command => {
      const out = this.add(command)
      return out.ok ? [] : [{ command, refusal: out.refusal }]
    })
  }
}
