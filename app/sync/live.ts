import { exclusive } from './exclusive'
import type { At } from './server'
import { server } from './server'

/** The browser opens a stream again by itself; where the server answered with a fault, we do. */
const AGAIN_MS = 3000
/** The server tells of so many at most. */
const MOST_SHOTS = 100
/** Windows that come or go together change the stream once. */
const GATHER_MS = 50

type Message =
  | { readonly kind: 'open' | 'closed'; readonly window: string; readonly shot: string }
  | { readonly kind: 'who' }
  | { readonly kind: 'heard'; readonly shot: string; readonly at: At }
  | { readonly kind: 'away' }

export interface LiveListener {
  readonly heard: (at: At) => void
  readonly away: () => void
}

/**
 * Hears of new revisions of a shot. All windows of a browser share one stream for all their shots, since a browser opens
 * six connections to a server at most: one window holds it and tells the others. When that one goes, the next takes it.
 * Where windows cannot talk to each other each has a stream of its own.
 */
export class LiveRevisions {
  private readonly channel: BroadcastChannel
  private stream: EventSource | null = null
  private streamed = ''
  private open = new Map<string, string>()
  private letGo: (() => void) | null = null
  private again: ReturnType<typeof setTimeout> | null = null
  private closed = false
  private readonly leaving = () => this.tell({ kind: 'closed', window: this.window, shot: this.shot })

  constructor(
    private readonly window: string,
    private readonly shot: string,
    private readonly listener: LiveListener,
  ) {
    this.open.set(window, shot)
    this.channel = new BroadcastChannel('fintro-live')
    this.channel.onmessage = ({ data }: MessageEvent<Message>) => this.told(data)
    this.tell({ kind: 'open', window, shot })
    globalThis.addEventListener?.('pagehide', this.leaving)
    void exclusive('fintro-live', () => this.hold())
  }

  close(): void {
    this.leaving()
    globalThis.removeEventListener?.('pagehide', this.leaving)
    this.closed = true
    this.stream?.close()
    if (this.again) clearTimeout(this.again)
    this.letGo?.()
    this.channel.close()
  }

  private tell(message: Message): void {
    if (!this.closed) this.channel.postMessage(message)
  }

  private told(message: Message): void {
    if (message.kind === 'heard') this.hear(message.shot, message.at)
    else if (message.kind === 'away') this.listener.away()
    else if (message.kind === 'who') this.tell({ kind: 'open', window: this.window, shot: this.shot })
    else {
      if (message.kind === 'open') this.open.set(message.window, message.shot)
      else this.open.delete(message.window)
      if (this.letGo) this.later(GATHER_MS)
    }
  }

  private hear(shot: string, at: At): void {
    if (shot === this.shot && !this.closed) this.listener.heard(at)
  }

  /** This window has the stream, until it is closed. */
  private hold(): Promise<void> {
    if (this.closed) return Promise.resolve()
    const held = new Promise<void>(resolve => (this.letGo = resolve))
    this.tell({ kind: 'who' })
    this.listen()
    return held
  }

  private later(ms: number): void {
    if (this.again) clearTimeout(this.again)
    this.again = setTimeout(() => this.listen(), ms)
  }

  private listen(): void {
    // Ours first: of windows that went without a word some may be left over.
    const shots = [...new Set([this.shot, ...this.open.values()])].slice(0, MOST_SHOTS).sort()
    const wanted = shots.join(' ')
    if (this.closed || (this.stream && this.stream.readyState !== EventSource.CLOSED && wanted === this.streamed))
      return
    this.stream?.close()
    this.streamed = wanted
    this.stream = server.events(shots)
    this.stream.onmessage = ({ data }: MessageEvent<string>) => {
      const [shot = '', revision, incarnation = ''] = data.split(' ')
      const at = { revision: Number(revision) || 0, incarnation }
      this.hear(shot, at)
      this.tell({ kind: 'heard', shot, at })
    }
    this.stream.onerror = () => {
      if (this.closed) return
      this.listener.away()
      this.tell({ kind: 'away' })
      // The browser tries again by itself, unless the server answered with a fault.
      if (this.stream?.readyState === EventSource.CLOSED) this.later(AGAIN_MS)
    }
  }
}
