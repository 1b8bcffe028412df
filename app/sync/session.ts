import type { Applied, Command, Draft, JournalEntry } from '#core/commands'
import { applyCommand, changesBack, changesTo, revertCommand } from '#core/commands'
import type { Shot } from '#core/document'
import { imageHashes, openShot, strokeHashes } from '#core/document'
import type { Stroke } from '#core/stroke'
import { Asides } from './asides'
import type { UndoStep } from './browser-store'
import { commandOf, isTooLarge, stepOf } from './drafts'
import { newId } from './ids'
import { Keeper } from './keeper'
import { LiveRevisions } from './live'
import { openState, openStored } from './opening'
import type { ReadOnly, StateName } from './opening'
import type { Saving, SessionListener } from './listener'
import { Outbox } from './outbox'
import type { Local, Lost, Replayed } from './pending'
import { Pending } from './pending'
import { Pictures } from './pictures'
import type { At } from './server'
import { isOtherShot, server, ServerAway, ServerRefusal } from './server'
import { Strokes } from './strokes'
import { UndoSteps } from './undo-steps'
import { Writes } from './writes'

type WindowMessage = { kind: 'steps' } | { kind: 'refused'; ids: string[] }

const TOO_LARGE = 'This is too much for one change. Do it in several.'
const PUT_BACK = {
  message: 'The stored shot was put back from elsewhere, and this window has loaded it.',
  detail: 'What waits to be saved was kept; what was done before cannot be undone any more.',
}
const refusal = (code: 'limit' | 'locked', message: string): Applied => ({ ok: false, refusal: { code, message } })
const NOTHING_KEPT = `This browser keeps nothing for Fintro (its store is blocked or full). \
Changes are sent to the server; until they are saved, only this open window has them.`

/**
 * One open shot: applies commands at once, keeps them in the browser, sends them in order, takes in what other windows
 * do, and holds the undo steps of this browser profile.
 */
export class ShotSession {
  readonly strokes: Strokes
  readonly pictures: Pictures
  /** Changes that the server never takes, as this browser keeps them. */
  readonly asides: Asides
  private readonly writes: Writes
  private readonly steps: UndoSteps
  private readonly outbox: Outbox
  private readonly keeper: Keeper
  private readonly channel: BroadcastChannel
  private live: LiveRevisions | null = null
  private closed = false
  private toldStore = false
  private readonly toldLost = new Set<string>()
  /** The newest revision that the server spoke of. */
  private heard = 0
  /** The stored shot is another incarnation than the one this window has. */
  private putBack = false

  private constructor(
    readonly id: string,
    readonly production: string,
    private pending: Pending,
    private incarnation: string,
    /** What is shown is not to be changed, and why; null for a shot that is worked on. */
    readonly readOnly: ReadOnly | null,
    private readonly listener: SessionListener,
  ) {
    this.writes = new Writes(() => this.storeFailed())
    this.asides = new Asides(id, this.writes, () => listener.savingChanged())
    this.strokes = new Strokes(this.writes, () => listener.arrived())
    this.pictures = new Pictures(this.writes, () => listener.arrived())
    this.channel = new BroadcastChannel(`fintro-${id}`)
    this.channel.onmessage = ({ data }: MessageEvent<WindowMessage>) => {
      if (data.kind === 'steps') void this.steps.read().catch(() => {})
      else this.forget(new Set(data.ids))
    }
    this.steps = new UndoSteps(id, this.writes, {
      tellWindows: () => this.tellWindows({ kind: 'steps' }),
      changed: () => listener.stepsChanged(),
      incarnation: () => this.incarnation,
      rankOf: (stack, subject) => this.shot.stacks[stack]?.subjects[subject]?.rank ?? 0,
    })
    this.outbox = new Outbox(id, {
      deliver: commands => this.deliver(commands),
      aside: (command, reason) => this.setAside(command, reason),
      sent: () => this.keeper.letGo().then(() => this.catchUp()),
      refused: reason =>
        listener.tell({ message: reason, detail: 'Your changes wait in this browser and are sent again.' }),
      order: () => this.pending.commands.map(c => c.id),
      changed: () => listener.savingChanged(),
    })
    const { writes, strokes, pictures, steps, outbox } = this
    this.keeper = new Keeper(id, { writes, strokes, pictures, steps, outbox })
  }

  /**
   * Opens a shot with what this browser still has to send for it. One that cannot be read is opened for looking at, as
   * far as it can be shown. Throws ServerRefusal or ServerAway.
   */
  static async open(id: string, listener: SessionListener): Promise<ShotSession> {
    const { shot, production, revision, incarnation, readOnly } = await openStored(id)
    const session = new ShotSession(id, production, new Pending(shot, revision), incarnation, readOnly, listener)
    if (readOnly) return session
    await session.keeper.takeUp(() => session.storeFailed())
    // Refused here may only mean that the journal has it already; the server decides.
    for (const command of await session.outbox.waiting()) session.pending.add(command)
    await session.asides.look()
    session.live = new LiveRevisions(newId(), id, {
      heard: at => session.hear(at),
      away: () => session.outbox.state === 'gone' || session.outbox.failed(new ServerAway()),
    })
    void session.outbox.send()
    return session
  }

  /** Opens an earlier state of a shot for looking at. Throws ServerRefusal or ServerAway. */
  static async look(id: string, state: StateName, listener: SessionListener): Promise<ShotSession> {
    const { shot, production, revision, incarnation, readOnly } = await openState(id, state)
    return new ShotSession(id, production, new Pending(shot, revision), incarnation, readOnly, listener)
  }

  private get at(): At {
    return { revision: this.pending.revision, incarnation: this.incarnation }
  }

  get shot(): Shot {
    return this.pending.shot
  }

  get saving(): Saving {
    const { state, busy, onlyHere } = this.outbox
    const kept = this.pending.count
    const settled = state === 'saved' || state === 'saving' ? (kept || busy ? 'saving' : 'saved') : state
    return { state: settled, kept, onlyHere, aside: this.asides.count }
  }

  /** What a command would give, without doing it. */
  tryOut(...drafts: Draft[]): Applied {
    return drafts.length
      ? applyCommand(this.shot, commandOf('preview-0', drafts))
      : { ok: true, shot: this.shot, label: '' }
  }

  /** Does one or several commands as one undo step. Nothing is done unless all of them fit. */
  run(...drafts: Draft[]): Applied {
    const before = this.shot
    if (!drafts.length) return { ok: true, shot: before, label: '' }
    const command = commandOf(newId(), drafts)
    const out = this.mayDo(command) ?? applyCommand(before, command)
    if (!out.ok) {
      this.listener.tell({ message: out.refusal.message })
      return out
    }
    if (out.shot === before) return out
    this.pending.add(command)
    const changes = changesBack(before, this.shot)
    this.listener.shotChanged()
    this.keeper.keep(command, changes.length ? this.steps.add(command.id, out.label, changes) : null)
    return out
  }

  /** Why a command is not even begun; null where nothing speaks against it. */
  private mayDo(command: Command): Applied | null {
    if (this.readOnly) return refusal('locked', this.readOnly.refusal)
    return isTooLarge(command) ? refusal('limit', TOO_LARGE) : null
  }

  get undoLabel(): string | null {
    return this.steps.done?.label ?? null
  }
  get redoLabel(): string | null {
    return this.steps.undone?.label ?? null
  }

  undo(): void {
    if (this.steps.done) this.revert(this.steps.done, 'Undo', 'undone')
  }

  redo(): void {
    if (this.steps.undone) this.revert(this.steps.undone, 'Redo', 'done')
  }

  private revert(step: UndoStep, what: 'Undo' | 'Redo', state: UndoStep['state']): void {
    const before = this.shot
    const command = revertCommand(newId(), step.id, `${what}: ${step.label}`, step.changes)
    const cannot = `“${step.label}” cannot be ${state === 'undone' ? 'undone' : 'done again'}`
    if (isTooLarge(command)) {
      this.listener.tell({ message: `${cannot}: it is too much for one change.` })
      return
    }
    if (!this.isHere(step)) {
      this.listener.tell({ message: `${cannot} yet: it was done in another window and is on its way here.` })
      void this.catchUp()
      return
    }
    const out = this.pending.add(command)
    if (!out.ok) {
      this.listener.tell({
        message: `${cannot}: ${out.refusal.message}`,
        detail: 'It was left as it is and taken off the list.',
      })
      this.steps.remove([step])
      return
    }
    this.listener.shotChanged()
    this.keeper.keep(command, this.steps.turn(step, state, changesBack(before, out.shot)))
  }

  /** What a step did is in the shot that this window has. */
  private isHere({ id, revision }: UndoStep): boolean {
    if (revision === null) return this.pending.commands.some(c => stepOf(c) === id)
    return revision === undefined || revision <= this.pending.revision
  }

  // — earlier states —

  /** Brings an earlier state back, as a change that can be undone. Throws ServerRefusal or ServerAway. */
  async restore(state: StateName, called: string): Promise<boolean> {
    const { shot } = await openState(this.id, state)
    const changes = changesTo(this.shot, { ...shot, id: this.shot.id })
    if (!changes.length) {
      this.listener.tell({ message: 'The shot is as it was then. Nothing was changed.' })
      return false
    }
    return this.run({ name: 'shot.restore', args: { revision: state.revision, state: called, changes } }).ok
  }

  close(): void {
    this.closed = true
    this.live?.close()
    this.outbox.close()
    this.channel.close()
    this.pictures.close()
  }

  private tellWindows(message: WindowMessage): void {
    if (!this.closed) this.channel.postMessage(message)
  }

  // — what waits —

  private storeFailed(): void {
    if (this.toldStore || this.closed) return
    this.toldStore = true
    this.listener.tell({ message: NOTHING_KEPT })
  }

  /** Sends commands with the strokes and pictures they name, and takes in the answer. */
  private async deliver(commands: Command[]): Promise<void> {
    await this.strokes.send()
    await this.pictures.send(reason => this.listener.tell({ message: `A picture could not be kept: ${reason}` }))
    const answer = await server.commit(this.id, this.at, commands).catch(async (error: unknown) => {
      if (!isOtherShot(error)) throw error
      await this.startOver()
      throw new ServerAway(error.message)
    })
    const by = new Map(commands.map(c => [c.id, c]))
    const own = answer.outcomes.flatMap((o): JournalEntry[] =>
      o.status === 'applied' && by.has(o.id) ? [{ revision: o.revision, command: by.get(o.id)! }] : [],
    )
    const refused = answer.outcomes.flatMap((o): Lost[] =>
      o.status === 'refused' && by.has(o.id) ? [{ command: by.get(o.id)!, refusal: o.refusal }] : [],
    )
    await this.keeper.settled(commands)
    // Acknowledged before, and in the document that was loaded: not to be done on top of it again.
    this.pending.drop(new Set(own.filter(e => e.revision <= this.pending.revision).map(e => e.command.id)))
    const missed = answer.missed.filter(e => !own.some(o => o.revision === e.revision))
    await this.takeIn([...missed, ...own])
    if (refused.length) {
      this.refused(refused)
      this.tellWindows({ kind: 'refused', ids: refused.map(l => l.command.id) })
    }
    await this.compare(answer.revision, answer.hash)
  }

  /** The server's document and this window's are the same at one revision; else this one loads it again. */
  private async compare(revision: number, hash: number | undefined): Promise<void> {
    if (hash === undefined || this.pending.revision !== revision || this.pending.hash === hash) return
    await this.startOver()
    this.listener.tell({
      message: 'This window showed another shot than the one that is stored, and has loaded it again.',
      detail: 'What waits to be saved was kept.',
    })
  }

  /** A command that the server will never take is out of the shot, and kept aside to be exported. */
  private async setAside(command: Command, reason: string): Promise<void> {
    const label = this.steps.labelOf(stepOf(command)) ?? command.name
    const kept = await this.asides.put({ command, label, reason })
    await this.keeper.settled([command])
    this.forget(new Set([command.id]))
    this.tellWindows({ kind: 'refused', ids: [command.id] })
    this.listener.tell({
      message: `“${label}” cannot be saved: ${reason}`,
      detail: kept
        ? 'It was set aside (see the state of saving); everything else is saved.'
        : 'Everything else is saved.',
    })
  }

  // — what other windows do —

  private hear({ revision, incarnation }: At): void {
    if (this.outbox.state === 'away' || this.outbox.state === 'gone') void this.outbox.send()
    this.putBack ||= incarnation !== '' && incarnation !== this.incarnation
    this.heard = Math.max(this.heard, revision)
    if (!this.outbox.busy) void this.catchUp()
  }

  /** Takes in what was heard of: at once, or after what is being sent. */
  private async catchUp(): Promise<void> {
    if ((this.heard <= this.pending.revision && !this.putBack) || this.closed) return
    try {
      if (this.putBack) return await this.startOver()
      const { entries } = await server.journal(this.id, this.at)
      await this.takeIn(entries)
    } catch (error) {
      if (isOtherShot(error)) await this.startOver().catch(fault => this.outbox.failed(fault))
      else this.outbox.failed(error)
    }
  }

  private async takeIn(entries: readonly JournalEntry[]): Promise<void> {
    const replayed = this.pending.receive(entries)
    if (replayed === false) return this.startOver()
    this.replayed(replayed)
    this.steps.acknowledged(new Map(entries.map(e => [stepOf(e.command), e.revision])))
    this.changed()
  }

  /** What waits changed with the shot, whoever sent it. */
  private changed(): void {
    this.listener.shotChanged()
    this.listener.savingChanged()
  }

  private replayed({ lost, again }: Replayed): void {
    for (const local of again) this.rebased(local)
    if (lost.length) this.refused(lost)
  }

  private rebased({ command, before, after }: Local): void {
    this.steps.rebased(stepOf(command), changesBack(before, after))
  }

  /** The journal does not lead here: read the stored shot again and do what waits on top of it. */
  private async startOver(): Promise<void> {
    const stored = await server.shot(this.id)
    const opened = openShot(stored.document)
    if (!opened.ok) throw new ServerRefusal(409, opened.code, opened.message)
    const waiting = await this.outbox.waiting()
    // What was done in the meantime comes behind what waited.
    const known = new Set(waiting.map(c => c.id))
    const late = this.pending.commands.filter(c => !known.has(c.id))
    this.pending = new Pending(opened.shot, stored.revision)
    const isPutBack = stored.incarnation !== this.incarnation
    this.incarnation = stored.incarnation
    this.heard = stored.revision
    this.putBack = false
    if (isPutBack) {
      this.steps.dropOthers()
      this.listener.tell(PUT_BACK)
    }
    for (const command of [...waiting, ...late]) {
      const before = this.pending.shot
      if (this.pending.add(command).ok) this.rebased({ command, before, after: this.pending.shot })
    }
    this.changed()
  }

  /** All strokes of the shot, for what needs them at once. */
  allStrokes = (): Promise<Record<string, Stroke>> => this.strokes.all(strokeHashes(this.shot))

  /** The bytes of all pictures of the shot, for what needs them at once. */
  allPictures = () => this.pictures.all(imageHashes(this.shot))

  private refused(lost: readonly Lost[]): void {
    const ids = new Set(lost.map(l => l.command.id))
    // What the journal made impossible here is refused by the server as well: told once.
    const fresh = lost.filter(l => !this.toldLost.has(l.command.id))
    const words = ({ command, refusal: { message } }: Lost) =>
      `“${this.steps.labelOf(command.id) ?? command.name}” could not be kept: ${message}`
    const names = [...new Set(fresh.map(words))]
    for (const id of ids) this.toldLost.add(id)
    this.forget(ids)
    void this.outbox.drop(ids)
    if (names.length)
      this.listener.tell({
        message: names.join(' '),
        detail: 'It was changed in another window. Everything else was kept.',
      })
  }

  /** Takes commands that will not be kept out of the shot and the undo steps. */
  private forget(ids: ReadonlySet<string>): void {
    this.replayed(this.pending.drop(ids))
    this.steps.remove(this.steps.of(ids))
    this.changed()
  }
}
