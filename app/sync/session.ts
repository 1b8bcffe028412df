import type { Shot } from '#core/document'
import type { Applied, ArgsOf, Command, CommandName } from '#core/commands'
import { imageHashes, openShot, SCHEMA, strokeHashes } from '#core/document'
import { applyCommand, changesBack, revertCommand } from '#core/commands'
import type { Stroke } from '#core/stroke'
import { strokeText, tidy } from '#core/stroke'
import { hasBitmap, putBitmap } from './bitmaps'
import { browserStore, type Step } from './browser-store'
import { newId } from './ids'
import type { Lost } from './pending'
import { Pending } from './pending'
import type { JournalEntry } from './server'
import { server, ServerAway, ServerRefusal } from './server'
import { Wanted } from './wanted'

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
/** A draft for one command: its name and arguments. */
export type Draft = { [N in CommandName]: { readonly name: N; readonly args: ArgsOf<N> } }[CommandName]

export interface SessionListener {
  /** The shot, the undo steps or the state of saving are other ones now. */
  changed: () => void
  /** Something a person must know. */
  tell: (told: Told) => void
}

const BATCH = 100
const RETRY_MS = [500, 1000, 2000, 3000]

async function sha256(content: string | ArrayBuffer): Promise<string> {
  const digest = await crypto.subtle.digest(
    'SHA-256',
    typeof content === 'string' ? new TextEncoder().encode(content) : content,
  )
  return Array.from(new Uint8Array(digest), b => b.toString(16).padStart(2, '0')).join('')
}

/**
 * One open shot: applies commands at once, keeps them in the browser, sends them in order, takes in what other windows do,
 * and holds the undo steps of this browser profile.
 */
export class ShotSession {
  saving: Saving = { state: 'saved', kept: 0 }
  steps: readonly Step[] = []
  private writes: Promise<unknown> = Promise.resolve()
  private strokes = new Map<string, Stroke>()
  private readonly wanted = new Wanted(
    async hashes => {
      const { strokes } = await server.findStrokes(hashes)
      for (const [hash, stroke] of Object.entries(strokes)) this.strokes.set(hash, stroke)
    },
    () => this.listener.changed(),
  )

  private readonly imagesAsked = new Set<string>()
  private events: EventSource | null = null
  private readonly channel: BroadcastChannel
  private retry: ReturnType<typeof setTimeout> | null = null
  private tries = 0
  private closed = false
  private sending = false
  private readonly toldLost = new Set<string>()

  private constructor(
    readonly id: string,
    readonly production: string,
    private pending: Pending,
    private readonly listener: SessionListener,
  ) {
    this.channel = new BroadcastChannel(`fintro-${id}`)
    this.channel.onmessage = ({ data }: MessageEvent<{ kind: 'steps' } | { kind: 'refused'; ids: string[] }>) => {
      if (data.kind === 'steps') void this.readSteps()
      else this.forget(new Set(data.ids))
    }
  }

  /** Opens a shot with what this browser still has to send for it. Throws ServerRefusal or ServerAway. */
  static async open(id: string, listener: SessionListener): Promise<ShotSession> {
    const stored = await server.shot(id)
    const opened = openShot(stored.document)
    if (!opened.ok) throw new ServerRefusal(400, opened.code, opened.message)
    const session = new ShotSession(id, stored.production, new Pending(opened.shot, stored.revision), listener)
    for (const { hash, stroke } of await browserStore.keptStrokes()) session.strokes.set(hash, stroke)
    for (const { hash, bytes } of await browserStore.keptImages()) await session.showImage(hash, bytes)
    await session.readSteps()
    await session.takeUpWaiting()
    void session.fetchImages()
    session.listen()
    void session.send()
    return session
  }

  /** The stroke is at hand; it is not asked for. */
  has = (hash: string): boolean => this.strokes.has(hash)

  get shot(): Shot {
    return this.pending.shot
  }
  /** A stroke, if it is at hand; it is asked for where it is not, and `changed` tells when it has come. */
  strokeBy = (hash: string): Stroke | undefined => {
    const stroke = this.strokes.get(hash)
    if (!stroke) this.wanted.want(hash)
    return stroke
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
    const out = applyCommand(before, command)
    if (!out.ok) {
      this.listener.tell({ message: out.refusal.message })
      return out
    }
    if (out.shot === before) return out
    this.pending.add(command)
    const changes = changesBack(before, this.shot)
    if (changes.length) this.note({ shot: this.id, id: command.id, label: out.label, state: 'done', changes })
    this.keep([command])
    void this.fetchImages()
    return out
  }

  /** Keeps a picture in the browser until the server has it, and gives the hash that names it. */
  async addImage(bytes: Blob): Promise<string> {
    const hash = await sha256(await bytes.arrayBuffer())
    await this.showImage(hash, bytes)
    await browserStore.keepImage(hash, bytes)
    return hash
  }

  private async showImage(hash: string, bytes: Blob): Promise<void> {
    if (!hasBitmap(hash)) putBitmap(hash, await createImageBitmap(bytes))
  }

  /** Fetches the pictures that the shot names and that are not at hand. */
  async fetchImages(): Promise<void> {
    const missing = imageHashes(this.shot).filter(h => !hasBitmap(h) && !this.imagesAsked.has(h))
    for (const hash of missing) this.imagesAsked.add(hash)
    await Promise.all(
      missing.map(async hash => {
        try {
          await this.showImage(hash, await server.image(hash))
          this.listener.changed()
        } catch {
          // It is asked for again when the shot changes next; until then a frame stands for it.
          this.imagesAsked.delete(hash)
        }
      }),
    )
  }

  /** Keeps a stroke in the browser until the server has it, and gives the hash that names it. */
  async addStroke(stroke: Stroke): Promise<string> {
    const tidied = tidy(stroke)
    const hash = await sha256(strokeText(tidied))
    this.strokes.set(hash, tidied)
    await browserStore.keepStroke(hash, tidied)
    return hash
  }

  get undoLabel(): string | null {
    return this.steps.filter(s => s.state === 'done').at(-1)?.label ?? null
  }
  get redoLabel(): string | null {
    return this.steps.find(s => s.state === 'undone')?.label ?? null
  }

  undo(): void {
    const step = this.steps.filter(s => s.state === 'done').at(-1)
    if (step) this.revert(step, 'Undo', 'undone')
  }

  redo(): void {
    const step = this.steps.find(s => s.state === 'undone')
    if (step) this.revert(step, 'Redo', 'done')
  }

  private revert(step: Step, what: 'Undo' | 'Redo', state: Step['state']): void {
    const before = this.shot
    const command = revertCommand(newId(), step.id, `${what}: ${step.label}`, step.changes)
    const out = this.pending.add(command)
    if (!out.ok) {
      this.listener.tell({
        message: `“${step.label}” can not be ${state === 'undone' ? 'taken back' : 'done again'}: ${out.refusal.message}`,
        detail: 'It was left as it is and taken off the list.',
      })
      this.setSteps(this.steps.filter(s => s !== step))
      this.write(() => (step.seq === undefined ? Promise.resolve() : browserStore.dropSteps([step.seq])), true)
      return
    }
    const changed: Step = { ...step, state, changes: changesBack(before, out.shot) }
    this.setSteps(this.steps.map(s => (s === step ? changed : s)))
    this.write(() => this.putStep(changed), true)
    this.keep([command])
  }

  close(): void {
    this.closed = true
    this.events?.close()
    this.channel.close()
    if (this.retry) clearTimeout(this.retry)
  }

  // — undo steps, mirrored in the browser's store —

  private setSteps(steps: readonly Step[]): void {
    this.steps = steps
    this.listener.changed()
  }

  private note(step: Step): void {
    this.setSteps([...this.steps.filter(s => s.state === 'done'), step])
    this.write(() => browserStore.addStep(step), true)
  }

  /** A step gets its place in the store when it is added; until the list is read again it is found by its id. */
  private async putStep(step: Step): Promise<void> {
    const seq = step.seq ?? (await browserStore.steps(this.id)).find(s => s.id === step.id)?.seq
    if (seq !== undefined) await browserStore.putStep({ ...step, seq })
  }

  private async readSteps(): Promise<void> {
    this.setSteps(await browserStore.steps(this.id))
  }

  /** Writes to the browser's store one after the other; tells other windows where their list of steps is old. */
  private write(work: () => Promise<void>, steps = false): void {
    this.writes = this.writes
      .then(work)
      .then(() => {
        if (steps && !this.closed) this.channel.postMessage({ kind: 'steps' })
      })
      .catch((error: Error) =>
        this.listener.tell({
          message: 'This browser could not keep a change.',
          detail: `${error.message}. Leave the window open until all is saved.`,
        }),
      )
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
    this.write(() => browserStore.addWaiting(this.id, commands))
    this.writes = this.writes.then(() => void this.send())
  }

  private setSaving(state: Saving['state']): void {
    this.saving = {
      state: state === 'saving' && !this.pending.count && !this.sending ? 'saved' : state,
      kept: this.pending.count,
    }
    this.listener.changed()
  }

  /** Sends what waits, oldest first. One window at a time owns the outbox of a shot. */
  private async send(): Promise<void> {
    if (this.sending || this.closed || this.saving.state === 'gone') return
    this.sending = true
    try {
      await navigator.locks.request(`fintro-outbox-${this.id}`, async () => {
        for (
          let waiting = await browserStore.waiting(this.id);
          waiting.length && !this.closed;
          waiting = await browserStore.waiting(this.id)
        ) {
          await this.sendBatch(waiting.slice(0, BATCH).map(w => w.command))
        }
      })
      this.tries = 0
      this.sending = false
      this.setSaving(this.pending.count ? 'saving' : 'saved')
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
      o.status === 'applied' ? [{ revision: o.revision, command: by.get(o.id)! }] : [],
    )
    const refused = answer.outcomes.flatMap((o): Lost[] =>
      o.status === 'refused' ? [{ command: by.get(o.id)!, refusal: o.refusal }] : [],
    )
    await browserStore.dropWaiting(this.id, new Set(commands.map(c => c.id)))
    // Acknowledged before, and in the document that was loaded: not to be done on top of it again.
    this.pending.drop(new Set(own.filter(e => e.revision <= this.pending.revision).map(e => e.command.id)))
    const missed = answer.missed.filter(e => !own.some(o => o.revision === e.revision))
    await this.takeIn([...missed, ...own])
    if (refused.length) {
      this.refused(refused)
      this.channel.postMessage({ kind: 'refused', ids: refused.map(l => l.command.id) })
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
    for (let i = 0; i < kept.length; i += BATCH) {
      const part = kept.slice(i, i + BATCH)
      await server.keepStrokes(part.map(k => k.stroke))
      await browserStore.dropStrokes(part.map(k => k.hash))
    }
  }

  private sendingFailed(error: unknown): void {
    if (this.closed) return
    if (error instanceof ServerRefusal) {
      this.setSaving('gone')
      this.listener.tell({ message: error.message, detail: 'Your changes are kept in this browser.' })
      return
    }
    if (!(error instanceof ServerAway)) console.error(error)
    this.setSaving('away')
    if (this.retry) clearTimeout(this.retry)
    this.retry = setTimeout(() => void this.send(), RETRY_MS[Math.min(this.tries++, RETRY_MS.length - 1)])
  }

  // — what other windows do —

  private listen(): void {
    this.events = server.events(this.id)
    this.events.onmessage = ({ data }) => {
      if (this.saving.state === 'away') void this.send()
      if (Number(data) > this.pending.revision && !this.sending) void this.catchUp()
    }
    this.events.onerror = () => {
      if (this.closed || this.saving.state === 'gone') return
      this.sendingFailed(new ServerAway())
      // The browser tries again by itself, unless the server answered with a fault.
      if (this.events?.readyState === EventSource.CLOSED)
        setTimeout(() => this.closed || this.listen(), RETRY_MS.at(-1))
    }
  }

  private async catchUp(): Promise<void> {
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
    void this.fetchImages()
    this.listener.changed()
  }

  /** The journal does not lead here: read the stored shot again and do what waits on top of it. */
  private async startOver(): Promise<void> {
    const stored = await server.shot(this.id)
    const opened = openShot(stored.document)
    if (!opened.ok) throw new ServerRefusal(400, opened.code, opened.message)
    this.pending = new Pending(opened.shot, stored.revision)
    for (const { command } of await browserStore.waiting(this.id)) this.pending.add(command)
    this.listener.changed()
  }

  /** All strokes of the shot, for what needs them at once. */
  async allStrokes(): Promise<Record<string, Stroke>> {
    const hashes = strokeHashes(this.shot)
    await this.wanted.fetch(hashes.filter(h => !this.strokes.has(h)))
    return Object.fromEntries(hashes.flatMap(h => (this.strokes.has(h) ? [[h, this.strokes.get(h)!]] : [])))
  }

  private refused(lost: readonly Lost[]): void {
    const ids = new Set(lost.map(l => l.command.id))
    // What the journal made impossible here is refused by the server as well: told once.
    const fresh = lost.filter(l => !this.toldLost.has(l.command.id))
    const names = [
      ...new Set(
        fresh.map(
          ({ command, refusal }) =>
            `“${this.steps.find(s => s.id === command.id)?.label ?? command.name}” could not be kept: ${refusal.message}`,
        ),
      ),
    ]
    for (const id of ids) this.toldLost.add(id)
    this.forget(ids)
    this.write(() => browserStore.dropWaiting(this.id, ids))
    if (names.length)
      this.listener.tell({
        message: names.join(' '),
        detail: 'It was changed in another window. Everything else was kept.',
      })
  }

  /** Takes commands that will not be kept out of the shot and the undo steps. */
  private forget(ids: ReadonlySet<string>): void {
    this.pending.drop(ids)
    const gone = this.steps.filter(s => ids.has(s.id))
    if (gone.length) {
      this.setSteps(this.steps.filter(s => !ids.has(s.id)))
      const seqs = gone.flatMap(s => (s.seq === undefined ? [] : [s.seq]))
      this.write(() => browserStore.dropSteps(seqs), true)
    }
    this.listener.changed()
  }
}
