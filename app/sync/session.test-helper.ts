import 'fake-indexeddb/auto'
import { afterEach, beforeEach, vi } from 'vitest'
import type { Command, Draft, Outcome } from '#core/commands'
import { applyCommand } from '#core/commands'
import type { Shot } from '#core/document'
import { documentHash, storeShot } from '#core/document'
import { posedShot } from '#core/commands/fixture.test-helper'
import { browserStore } from './browser-store'
import type { Saving, Told } from './listener'
import { ShotSession } from './session'

const OTHER = () =>
  Response.json(
    { type: 'urn:fintro:other-incarnation', code: 'other-incarnation', detail: 'Put back.' },
    { status: 409 },
  )

/** A server in memory that can be made to answer badly. */
export class Server {
  shot: Shot = posedShot()
  incarnation = 'first'
  journal: { revision: number; command: Command }[] = []
  /** Instead of the usual answer to commands; null for the usual one. */
  instead: ((commands: Command[]) => Response | Promise<Response>) | null = null
  readonly sent: Command[][] = []
  readonly strokes: unknown[] = []
  /** What it says the hash of its document is. */
  hash = (): number => documentHash(this.shot)

  /** It takes what it is sent and says nothing. */
  silent = false

  fetch = async (url: string, init: RequestInit = {}): Promise<Response> => {
    if (this.silent)
      return new Promise((_resolve, reject) =>
        init.signal!.addEventListener('abort', () => reject(new Error('aborted'))),
      )
    const body =
      typeof init.body === 'string'
        ? (JSON.parse(init.body) as { base: number; incarnation: string; commands: Command[] })
        : null
    if (url.endsWith('/commands')) {
      this.sent.push(body!.commands)
      if (body!.incarnation !== this.incarnation) return OTHER()
      return this.instead ? this.instead(body!.commands) : this.commit(body!.base, body!.commands)
    }
    if (url.endsWith('/strokes')) {
      const { strokes } = JSON.parse(init.body as string) as { strokes: unknown[] }
      this.strokes.push(...strokes)
      return Response.json({ hashes: [] })
    }
    if (url.includes('/journal') && !url.endsWith(`=${this.incarnation}`)) return OTHER()
    if (url.includes('/journal'))
      return Response.json({
        entries: this.journal.filter(e => e.revision > Number.parseInt(url.split('after=')[1]!, 10)),
      })
    const document = storeShot(this.shot)
    return Response.json({ revision: this.journal.length, incarnation: this.incarnation, production: 'p', document })
  }

  commit(base: number, commands: Command[]): Response {
    const missed = this.journal.filter(e => e.revision > base)
    const outcomes = commands.map((command): Outcome => {
      const known = this.journal.find(e => e.command.id === command.id)
      if (known) return { id: command.id, status: 'applied', revision: known.revision }
      const out = applyCommand(this.shot, command)
      if (!out.ok) return { id: command.id, status: 'refused', refusal: out.refusal }
      this.shot = out.shot
      this.journal.push({ revision: this.journal.length + 1, command })
      return { id: command.id, status: 'applied', revision: this.journal.length }
    })
    return Response.json({ revision: this.journal.length, missed, outcomes, hash: this.hash() })
  }
}

/** A stream of revisions that says nothing by itself. */
export class Stream {
  static CLOSED = 2
  static last: Stream | null = null
  static all: Stream[] = []
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  constructor() {
    Stream.last = this
    Stream.all.push(this)
  }
  close() {}
}

export const renamed = (name: string): Draft => ({ name: 'shot.set', args: { name } })
/** How many commands of a shot wait in the store. */
export const waiting = async (id: string) => (await browserStore.waiting(id)).length
export const inTime = { timeout: 10_000, interval: 20 }

let count = 0

/** Sessions without a browser, each test with a server of its own; pauses pass twenty times as fast. */
export function withServer() {
  const here = { server: new Server(), sessions: [] as ShotSession[] }
  beforeEach(() => {
    here.server = new Server()
    here.sessions = []
    Stream.all = []
    vi.stubGlobal('fetch', here.server.fetch)
    vi.stubGlobal('EventSource', Stream)
    const locks = { request: (_name: string, work: () => Promise<void>) => work() }
    vi.stubGlobal('navigator', { locks })
    const { setTimeout } = globalThis
    vi.stubGlobal('setTimeout', (work: () => void, ms: number) => setTimeout(work, ms / 20))
  })
  afterEach(() => {
    for (const s of here.sessions) s.close()
    vi.unstubAllGlobals()
  })
  async function open(id = `session-${count++}`) {
    const told: Told[] = []
    /** The state of saving as it was when it was last said to be another one. */
    const shown: { saving: Saving | null } = { saving: null }
    const opened: { session: ShotSession | null } = { session: null }
    const nothing = () => {}
    const session = await ShotSession.open(id, {
      shotChanged: nothing,
      stepsChanged: nothing,
      savingChanged: () => (shown.saving = opened.session?.saving ?? null),
      arrived: nothing,
      tell: t => told.push(t),
    })
    opened.session = session
    here.sessions.push(session)
    return { id, session, told, shown }
  }
  return { here, open }
}
