import type { Applied, Command, Draft, JournalEntry } from '#core/commands'
import { applyCommand, changesBack, revertCommand } from '#core/commands'
import type { Shot } from '#core/document'
import { imageHashes, openShot, SCHEMA, strokeHashes } from '#core/document'
import type { Stroke } from '#core/stroke'
import type { UndoStep } from './browser-store'
import { firstBatch } from './batches'
import { browserStore } from './browser-store'
import { newId } from './ids'
import type { Lost } from './pending'
import { Pending } from './pending'
import { Pictures } from './pictures'
import { server, ServerAway, ServerRefusal } from './server'
import { Strokes } from './strokes'
import { UndoSteps } from './undo-steps'
import { Writes } from './writes'

/** The command that does one draft, or several as one. */
const commandOf = (id: string, drafts: readonly Draft[]): Command =>
  ({
    id,
    schema: SCHEMA,
    ...(drafts.length === 1 ? drafts[0] : { name: 'together', args: { commands: drafts } }),
  }) as Command

/** The state of saving. `kept` are changes that only this browser has. */
export type Saving = { readonly state: 'saved' | 'saving' | 'away' | 'gone'; readonly kept: number }

export interface Told {
  readonly message: string
  readonly detail?: string
}
type WindowMessage = { kind: 'steps' } | { kind: 'refused'; ids: string[] }

export interface SessionListener {
  /** The shot is another one now. */
  shotChanged: () => void
  /** The undo steps are other ones now. */
  stepsChanged: () => void
  /** The state of saving is another one now. */
  savingChanged: () => void
  /** Strokes or pictures that were asked for have come. */
  arrived: () => void
  /** Something a person must know. */
  tell: (told: Told) => void
}

/** One sending of commands, or of strokes: well below what the server takes at once (16 and 32 MB). */
const BATCH = { most: 100, characters: 4_000_000 }
/** A single change larger than this is not begun: it could never be sent. */
const LARGEST = 15_000_000
/** Pauses before what failed is tried again; they grow up to the last one. */
const RETRY_MS = [500, 1000, 2000, 3000, 5000, 10_000, 30_000]
/** The browser opens the stream of revisions again by itself; where the server answered with a fault, we do. */
const LISTEN_AGAIN_MS = 3000
const TOO_LARGE: Applied = {
  ok: false,
  refusal: { code: 'limit', message: 'This is too much for one change. Do it in several.' },
}
const lengthOf = (value: unknown): number => JSON.stringify(value).length

/**
 * One open shot: applies commands at once, keeps them in the browser, sends them in order, takes in what other windows
 * do, and holds the undo steps of this browser profile.
 */
export class ShotSession {
  saving: Saving = { state: 'saved', kept: 0 }
  readonly strokes: Strokes
  readonly pictures: Pictures
  private readonly writes: Writes
  private readonly steps: UndoSteps
  private events: EventSource | null = null
  private readonly channel: BroadcastChannel
  private retry: ReturnType<typeof setTimeout> | null = null
  private tries = 0
  private closed = false
  private sending = false
  private readonly toldLost = new Set<string>()
  private toldRefusal: string | null = null
  /** The newest revision that the server spoke of. */
  private heard = 0

  private constructor(
    readonly id: string,
    readonly production: string,
    private pending: Pending,
    private readonly listener: SessionListener,
  ) {
    this.strokes = new Strokes(() => listener.arrived())
    this.pictures = new Pictures(() => listener.arrived())
    this.writes = new Writes(error =>
      listener.tell({
        message: 'This browser could not keep a change.',
        detail: `${error.message}. Leave the window open until all is saved.`,
      }),
    )
    this.channel = new BroadcastChannel(`fintro-${id}`)
    this.channel.onmessage = ({ data }: MessageEvent<WindowMessage>) => {
      if (data.kind === 'steps') void this.steps.read()
      else this.forget(new Set(data.ids))
    }
    this.steps = new UndoSteps(
      id,
      this.writes,
      () => this.tellWindows({ kind: 'steps' }),
      () => listener.stepsChanged(),
    )
  }

  /** Opens a shot with what this browser still has to send for it. Throws ServerRefusal or ServerAway. */
  static async open(id: string, listener: SessionListener): Promise<ShotSession> {
    const stored = await server.shot(id)
    const opened = openShot(stored.document)
    if (!opened.ok) throw new ServerRefusal(400, opened.code, opened.message)
    const session = new ShotSession(id, stored.production, new Pending(opened.shot, stored.revision), listener)
    await session.strokes.takeUpKept()
    await session.steps.read()
    await session.takeUpWaiting()
    session.listen()
    void session.send()
    return session
  }

  get shot(): Shot {
    return this.pending.shot
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
    const out = lengthOf(command) > LARGEST ? TOO_LARGE : applyCommand(before, command)
    if (!out.ok) {
      this.listener.tell({ message: out.refusal.message })
      return out
    }
    if (out.shot === before) return out
    this.pending.add(command)
    const changes = changesBack(before, this.shot)
    this.listener.shotChanged()
    if (changes.length) this.steps.add(command.id, out.label, changes)
    this.keep([command])
    return out
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
    const out = this.pending.add(command)
    if (!out.ok) {
      this.listener.tell({
        message: `“${step.label}” can not be ${state === 'undone' ? 'taken back' : 'done again'}: ${out.refusal.message}`,
        detail: 'It was left as it is and taken off the list.',
      })
      this.steps.remove([step])
      return
    }
    this.listener.shotChanged()
    this.steps.turn(step, state, changesBack(before, out.shot))
    this.keep([command])
  }

  close(): void {
    this.closed = true
    this.events?.close()
    this.channel.close()
    this.pictures.close()
    if (this.retry) clearTimeout(this.retry)
  }

  private tellWindows(message: WindowMessage): void {
    if (!this.closed) this.channel.postMessage(message)
  }

  // — the outbox —

  private async takeUpWaiting(): Promise<void> {
    const lost: Lost[] = []
    for (const { command } of await browserStore.waiting(this.id)) {
      const out = this.pending.add(command)
      // Refused here may only mean that the journal has it already; the server decides.
      if (!out.ok) lost.push({ command, refusal: out.refusal })
    }
    this.setSaving(this.pending.count + lost.length ? 'saving' : 'saved')
  }

  private keep(commands: readonly Command[]): void {
    this.setSaving(this.saving.state === 'away' ? 'away' : 'saving')
    this.writes.add(() => browserStore.addWaiting(this.id, commands))
    // While it waits to try again, a new change does not make it try at once.
    this.writes.after(() => (this.retry ? undefined : void this.send()))
  }

  private setSaving(state: Saving['state']): void {
    this.saving = {
      state: state === 'saving' && !this.pending.count && !this.sending ? 'saved' : state,
      kept: this.pending.count,
    }
    this.listener.savingChanged()
  }

  /** Sends what waits, oldest first. One window at a time owns the outbox of a shot. */
  private async send(): Promise<void> {
    if (this.sending || this.closed) return
    this.sending = true
    if (this.retry) clearTimeout(this.retry)
    this.retry = null
    try {
      await navigator.locks.request(`fintro-outbox-${this.id}`, async () => {
        for (
          let waiting = await browserStore.waiting(this.id);
          waiting.length && !this.closed;
          waiting = await browserStore.waiting(this.id)
        ) {
          await this.sendBatch(
            firstBatch(
              waiting.map(w => w.command),
              lengthOf,
              BATCH,
            ),
          )
        }
      })
      this.tries = 0
      this.toldRefusal = null
      this.sending = false
      this.setSaving(this.pending.count ? 'saving' : 'saved')
      await this.catchUp()
    } catch (error) {
      this.sending = false
      this.sendingFailed(error)
    }
  }

  private async sendBatch(commands: Command[]): Promise<void> {
    await this.sendStrokes()
    const answer = await server.commit(this.id, this.pending.revision, commands)
    const by = new Map(commands.map(c => [c.id, c]))
    const own = answer.outcomes.flatMap((o): JournalEntry[] =>
      o.status === 'applied' && by.has(o.id) ? [{ revision: o.revision, command: by.get(o.id)! }] : [],
    )
    const refused = answer.outcomes.flatMap((o): Lost[] =>
      o.status === 'refused' && by.has(o.id) ? [{ command: by.get(o.id)!, refusal: o.refusal }] : [],
    )
    await browserStore.dropWaiting(this.id, new Set(commands.map(c => c.id)))
    // Acknowledged before, and in the document that was loaded: not to be done on top of it again.
    this.pending.drop(new Set(own.filter(e => e.revision <= this.pending.revision).map(e => e.command.id)))
    const missed = answer.missed.filter(e => !own.some(o => o.revision === e.revision))
    await this.takeIn([...missed, ...own])
    if (refused.length) {
      this.refused(refused)
      this.tellWindows({ kind: 'refused', ids: refused.map(l => l.command.id) })
    }
    this.setSaving('saving')
  }

  private async sendStrokes(): Promise<void> {
    const kept = await browserStore.keptStrokes()
    for (const { hash, bytes } of await browserStore.keptImages()) {
      await server.keepImage(bytes).catch((error: Error) => {
        // What the server does not take is told and let go; the change that names it is refused by name then.
        if (!(error instanceof ServerRefusal)) throw error
        this.listener.tell({ message: `A picture could not be kept: ${error.message}` })
      })
      await browserStore.dropImage(hash)
    }
    for (let rest = kept; rest.length;) {
      const part = firstBatch(rest, k => lengthOf(k.stroke), BATCH)
      rest = rest.slice(part.length)
      await server.keepStrokes(part.map(k => k.stroke))
      await browserStore.dropStrokes(part.map(k => k.hash))
    }
  }

  private sendingFailed(error: unknown): void {
    if (this.closed) return
    // A refusal is told once and tried again all the same: a shot is taken back, a limit lifted, a sign-in made.
    if (error instanceof ServerRefusal && error.message !== this.toldRefusal) {
      this.toldRefusal = error.message
      this.listener.tell({ message: error.message, detail: 'Your changes are kept in this browser.' })
    } else if (!(error instanceof ServerRefusal) && !(error instanceof ServerAway)) console.error(error)
    this.setSaving(error instanceof ServerRefusal ? 'gone' : 'away')
    // What fails meanwhile (the stream of revisions does, again and again) does not put it off.
    this.retry ??= setTimeout(() => void this.send(), RETRY_MS[Math.min(this.tries++, RETRY_MS.length - 1)])
  }

  // — what other windows do —

  private listen(): void {
    this.events = server.events(this.id)
    this.events.onmessage = ({ data }) => {
      if (this.saving.state === 'away' || this.saving.state === 'gone') void this.send()
      this.heard = Math.max(this.heard, Number(data) || 0)
      if (!this.sending) void this.catchUp()
    }
    this.events.onerror = () => {
      if (this.closed || this.saving.state === 'gone') return
      this.sendingFailed(new ServerAway())
      // The browser tries again by itself, unless the server answered with a fault.
      if (this.events?.readyState === EventSource.CLOSED)
        setTimeout(() => this.closed || this.listen(), LISTEN_AGAIN_MS)
    }
  }

  /** Takes in what was heard of: at once, or after what is being sent. */
  private async catchUp(): Promise<void> {
    if (this.heard <= this.pending.revision || this.closed) return
    try {
      const { entries } = await server.journal(this.id, this.pending.revision)
      await this.takeIn(entries)
    } catch (error) {
      this.sendingFailed(error)
    }
  }

  private async takeIn(entries: readonly JournalEntry[]): Promise<void> {
    const lost = this.pending.receive(entries)
    if (lost === false) return this.startOver()
    if (lost.length) this.refused(lost)
    this.listener.shotChanged()
  }

  /** The journal does not lead here: read the stored shot again and do what waits on top of it. */
  private async startOver(): Promise<void> {
    const stored = await server.shot(this.id)
    const opened = openShot(stored.document)
    if (!opened.ok) throw new ServerRefusal(400, opened.code, opened.message)
    this.pending = new Pending(opened.shot, stored.revision)
    for (const { command } of await browserStore.waiting(this.id)) this.pending.add(command)
    this.listener.shotChanged()
  }

  /** All strokes of the shot, for what needs them at once. */
  allStrokes = (): Promise<Record<string, Stroke>> => this.strokes.all(strokeHashes(this.shot))

  /** All pictures of the shot, decoded, for what needs them at once. */
  allPictures = () => this.pictures.all(imageHashes(this.shot))

  private refused(lost: readonly Lost[]): void {
    const ids = new Set(lost.map(l => l.command.id))
    // What the journal made impossible here is refused by the server as well: told once.
    const fresh = lost.filter(l => !this.toldLost.has(l.command.id))
    const names = [
      ...new Set(
        fresh.map(
          ({ command, refusal }) =>
            `“${this.steps.labelOf(command.id) ?? command.name}” could not be kept: ${refusal.message}`,
        ),
      ),
    ]
    for (const id of ids) this.toldLost.add(id)
    this.forget(ids)
    this.writes.add(() => browserStore.dropWaiting(this.id, ids))
    if (names.length)
      this.listener.tell({
        message: names.join(' '),
        detail: 'It was changed in another window. Everything else was kept.',
      })
  }

  /** Takes commands that will not be kept out of the shot and the undo steps. */
  private forget(ids: ReadonlySet<string>): void {
    this.pending.drop(ids)
    this.steps.remove(this.steps.of(ids))
    this.listener.shotChanged()
  }
}
