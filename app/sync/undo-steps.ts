import type { Change, RankOf } from '#core/commands'
import { upgradedChanges } from '#core/commands'
import { SCHEMA } from '#core/document'
import type { UndoStep } from './browser-store'
import { browserStore } from './browser-store'
import type { Writes } from './writes'

/** What undo steps are written to, and who hears of them. */
export interface StepsListener {
  /** Other windows of this profile are told that their list is old. */
  readonly tellWindows: () => void
  readonly changed: () => void
  /** The rank that a figure has in the shot, for steps from before there were ranks. */
  readonly rankOf: RankOf
  /** The incarnation of the shot that this window has. */
  readonly incarnation: () => string
}

/**
 * The undo steps that this browser profile has for a shot, mirrored in the browser's store. Several windows add to one
 * list. Its order is that of the revisions they made, so that the last one done lies on top of the document; those not
 * acknowledged yet come behind.
 */
export class UndoSteps {
  private list: readonly UndoStep[] = []
  /** What of a step this window wants stored, until it is; null for one that is to go. */
  private readonly unwritten = new Map<string, Partial<UndoStep> | null>()

  constructor(
    private readonly shot: string,
    private readonly writes: Writes,
    private readonly listener: StepsListener,
  ) {}

  get done(): UndoStep | undefined {
    return this.list.filter(s => s.state === 'done').at(-1)
  }
  get undone(): UndoStep | undefined {
    return this.list.find(s => s.state === 'undone')
  }
  labelOf = (id: string): string | undefined => this.list.find(s => s.id === id)?.label

  /** Reads what all windows stored; what this one has not written yet stays. Throws where the store cannot be read. */
  async read(): Promise<void> {
    const stored = (await browserStore.undoSteps(this.shot)).map(s => this.now(s))
    const kept = stored.flatMap((s): UndoStep[] => {
      const mine = this.unwritten.get(s.id)
      return mine === null ? [] : [{ ...s, ...mine }]
    })
    const known = new Set(stored.map(s => s.id))
    const fresh = this.list.filter(s => this.unwritten.get(s.id) && !known.has(s.id))
    this.set([...kept, ...fresh])
    this.dropOthers()
  }

  /** What was done to another incarnation of the shot is not in this one: it cannot be undone in it. */
  dropOthers(): void {
    const now = this.listener.incarnation()
    // Older servers do not tell.
    if (!now) return
    const isOther = ({ incarnation, revision }: UndoStep) =>
      revision !== null && incarnation !== undefined && incarnation !== now
    this.remove(this.list.filter(isOther))
  }

  /** Something new was done: what was undone before cannot be done again. */
  add(id: string, label: string, changes: Change[]): UndoStep {
    const step: UndoStep = { shot: this.shot, id, label, state: 'done', changes, schema: SCHEMA, revision: null }
    this.remove(this.list.filter(s => s.state === 'undone'))
    this.set([...this.list, step])
    this.write(step.id, step, () => browserStore.addUndoStep(step))
    return step
  }

  /** A step was undone or done again; `changes` lead the other way now. */
  turn(step: UndoStep, state: UndoStep['state'], changes: Change[]): UndoStep {
    // What is done again lies on top of everything, under a new revision; what is undone keeps its place.
    return this.patch(step, { state, changes, schema: SCHEMA, ...(state === 'done' ? { revision: null } : {}) })
  }

  /** A command that waits was done again on top of another shot: its changes are others now. */
  rebased(id: string, changes: Change[]): void {
    const step = this.list.find(s => s.id === id)
    if (step) this.patch(step, { changes, schema: SCHEMA })
  }

  /** The server has them, under these revisions. */
  acknowledged(revisions: ReadonlyMap<string, number>): void {
    for (const step of this.list) {
      const revision = revisions.get(step.id)
      if (revision !== undefined && step.state === 'done' && step.revision !== revision)
        this.patch(step, { revision, incarnation: this.listener.incarnation() })
    }
  }

  remove(gone: readonly UndoStep[]): void {
    if (!gone.length) return
    const ids = new Set(gone.map(s => s.id))
    this.set(this.list.filter(s => !ids.has(s.id)))
    for (const id of ids) this.write(id, null, () => browserStore.dropUndoSteps(this.shot, new Set([id])))
  }

  /** The steps of these commands. */
  of = (ids: ReadonlySet<string>): UndoStep[] => this.list.filter(s => ids.has(s.id))

  private patch(step: UndoStep, patch: Partial<UndoStep>): UndoStep {
    const patched = { ...step, ...patch }
    this.set(this.list.map(s => (s.id === step.id ? patched : s)))
    const wanted = { ...this.unwritten.get(step.id), ...patch }
    this.write(step.id, wanted, () => browserStore.patchUndoStep(this.shot, step.id, wanted))
    return patched
  }

  private set(list: readonly UndoStep[]): void {
    const place = ({ revision }: UndoStep): number => (revision === null ? Infinity : (revision ?? 0))
    this.list = [...list].sort((a, b) => place(a) - place(b) || 0)
    this.listener.changed()
  }

  private write(id: string, wanted: Partial<UndoStep> | null, work: () => Promise<void>): void {
    this.unwritten.set(id, wanted)
    void this.writes.add(work).then(written => {
      // One that could not be stored is kept here.
      if (written && this.unwritten.get(id) === wanted) this.unwritten.delete(id)
      if (written) this.listener.tellWindows()
    })
  }

  private now(step: UndoStep): UndoStep {
    const schema = step.schema ?? 4
    return schema < SCHEMA
      ? { ...step, schema: SCHEMA, changes: upgradedChanges(step.changes, schema, this.listener.rankOf) }
      : step
  }
}
