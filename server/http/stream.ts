import type { H3Event } from 'h3'
import { settings } from '../settings/settings'
import { count } from '../watch/metrics'
import { clientOf } from './client'
import { Problem } from '../problems/problem'

/** A stream on which so much waits to be read is read by nobody. */
const UNREAD_BYTES = 64 * 1024
/** Something goes out at least so often, so that a connection that is gone is noticed. */
const PING_MS = 15_000

/** Open streams, by who has them. */
const open = new Set<Stream>()
const held = new Map<string, number>()

interface Stream {
  readonly end: () => void
}

/** A stream of events of the server (HTML Standard, server-sent events), while it is open. */
export interface EventStream {
  readonly push: (text: string) => void
  /** Calls back once when it is over, at once where it is already. */
  readonly whenOver: (call: () => void) => void
}

/** Opens a stream as the answer to a request. A problem where there are too many. */
export function eventStream(event: H3Event): EventStream {
  const { req, res } = event.node
  const client = clientOf(req)
  const own = held.get(client) ?? 0
  const { streams, streamsPerClient } = settings()
  if (own >= streamsPerClient || open.size >= streams)
    throw new Problem(429, 'too-many-streams', 'Too many windows listen at once. Close some.', undefined, {
      'retry-after': '10',
    })
  const over: (() => void)[] = []
  let isOver = false
  const write = (text: string) => {
    if (isOver) return
    if (res.writableLength > UNREAD_BYTES) {
      count.dropped.inc()
      return void res.destroy()
    }
    res.write(text)
  }
  const ping = setInterval(() => write(':\n\n'), PING_MS)
  const stream: Stream = { end: () => res.end() }
  const end = () => {
    if (isOver) return
    isOver = true
    clearInterval(ping)
    open.delete(stream)
    const left = (held.get(client) ?? 1) - 1
    if (left > 0) held.set(client, left)
    else held.delete(client)
    count.streams.set(open.size)
    for (const call of over) call()
  }
  open.add(stream)
  held.set(client, own + 1)
  count.streams.set(open.size)
  res.once('close', end)
  res.once('error', end)
  if (res.destroyed || req.socket.destroyed) end()
  else {
    res.setHeader('content-type', 'text/event-stream')
    // Proxies pass on what comes at once.
    res.setHeader('x-accel-buffering', 'no')
    res.writeHead(200)
    res.flushHeaders()
  }
  return {
    push: text => write(`data: ${text}\n\n`),
    whenOver: call => (isOver ? call() : over.push(call)),
  }
}

/** Ends all streams: the server is about to end. Browsers come back by themselves. */
export function endStreams(): void {
  for (const stream of [...open]) stream.end()
}
