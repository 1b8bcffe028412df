import type { Change } from '#core/commands'
import type { UndoStep } from './browser-store'
import { browserStore } from './browser-store'
import type { Writes } from './writes'

/** The undo steps that this browser profile has for a shot, mirrored in the browser's store. */
export class UndoSteps {
  private list: readonly UndoStep[] = []

  constructor(
    private readonly shot: string,
    private readonly writes: Writes,
    /** Other windows of this profile are told that their list is old. */
    private readonly tellWindows: () => void,
    private readonly changed: () => void,
  ) {}

  get done(): UndoStep | undefined {
    return this.list.filter(s => s.state === 'done').at(-1)
  }
  get undone(): UndoStep | undefined {
    return this.list.find(s => s.state === 'undone')
  }
  labelOf = (id: string): string | undefined => this.list.find(s => s.id === id)?.label

  async read(): Promise<void> {
    this.set(await browserStore.undoSteps(this.shot))
  }

  /** Something new was done: what was undone before can not be done again. */
  add(id: string, label: string, changes: Change[]): void {
    const step: UndoStep = { shot: this.shot, id, label, state: 'done', changes }
    this.set([...this.list.filter(s => s.state === 'done'), step])
    this.write(() => browserStore.addUndoStep(step))
  }

  /** A step was undone or done again; `changes` lead the other way now. */
  turn(step: UndoStep, state: UndoStep['state'], changes: Change[]): void {
    const turned: UndoStep = { ...step, state, changes }
    this.set(this.list.map(s => (s === step ? turned : s)))
    this.write(() => this.put(turned))
  }

  remove(gone: readonly UndoStep[]): void {
    if (!gone.length) return
    this.set(this.list.filter(s => !gone.includes(s)))
    this.write(() => browserStore.dropUndoSteps(this.shot, new Set(gone.map(s => s.id))))
  }

  /** The steps of these commands. */
  of = (ids: ReadonlySet<string>): UndoStep[] => this.list.filter(s => ids.has(s.id))

  private set(list: readonly UndoStep[]): void {
    this.list = list
    this.changed()
  }

  private write(work: () => Promise<void>): void {
    this.writes.add(async () => {
      await work()
      this.tellWindows()
    })
  }

  /** A step gets its place in the store when it is added; until the list is read again it is found by its id. */
  private async put(step: UndoStep): Promise<void> {
    const seq = step.seq ?? (await browserStore.undoSteps(this.shot)).find(s => s.id === step.id)?.seq
    if (seq !== undefined) await browserStore.putUndoStep({ ...step, seq })
  }
}
