import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { H3Event } from 'h3'
import { plainJson } from '../problems/json'
import { Problem } from '../problems/problem'

/** A body that stops coming for so long is given up. */
const BODY_PAUSE_MS = 10_000
const MEGABYTE = 1024 * 1024

const tooSlow = () => new Problem(408, 'too-slow', 'The rest of the request did not come.')
const brokenOff = () => new Problem(400, 'broken-off', 'The request broke off.')
const empty = () => new Problem(400, 'empty', 'The request came without a body.')

/**
 * The bytes of a body. One above the limit is refused as soon as that is known, by its stated length or while it
 * arrives; the rest is not read.
 */
export function bodyBytes(event: H3Event, limit: number, sentence: string): Promise<Buffer> {
  const request = event.node.req
  refuseStated(request, limit, sentence)
  return new Promise((done, fail) => {
    const parts: Buffer[] = []
    let size = 0
    const pause = setTimeout(() => end(tooSlow()), BODY_PAUSE_MS)
    const hear = (part: Buffer) => {
      pause.refresh()
      size += part.length
      if (size > limit) return end(new Problem(413, 'too-large', sentence))
      parts.push(part)
    }
    const complete = () => end(size ? null : empty())
    const broken = () => end(brokenOff())
    function end(problem: Problem | null): void {
      clearTimeout(pause)
      request.off('data', hear).off('end', complete).off('close', broken).off('error', broken)
      if (!problem) return done(parts.length === 1 ? parts[0]! : Buffer.concat(parts, size))
      request.pause()
      fail(problem)
    }
    request.on('data', hear).on('end', complete).on('close', broken).on('error', broken)
  })
}

/** The body as JSON: of a limited size and depth, without the characters that cannot be stored. */
export async function bodyJson(event: H3Event, limit: number): Promise<unknown> {
  const most = limit < MEGABYTE ? `${Math.round(limit / 1024)} kB` : `${Math.round(limit / MEGABYTE)} MB`
  return plainJson(await bodyBytes(event, limit, `A request has at most ${most}.`))
}

/**
 * A body as a file of its own, for what is too large to be held; its limit and its pauses as with `bodyBytes`. The file
 * is gone when the work is done.
 */
export async function withBodyFile<T>(
  event: H3Event,
  limit: number,
  sentence: string,
  work: (file: string) => Promise<T>,
): Promise<T> {
  const request = event.node.req
  refuseStated(request, limit, sentence)
  return withFolder(async folder => {
    const file = join(folder, 'body')
    let size = 0
    const give = new AbortController()
    const pause = setTimeout(() => give.abort(), BODY_PAUSE_MS)
    const counting = new Transform({
      transform(part: Buffer, _, next) {
        pause.refresh()
        size += part.length
        next(size > limit ? new Problem(413, 'too-large', sentence) : null, part)
      },
    })
    try {
      // What is taken from the request is not read on, and its connection stays open for the answer.
      await pipeline(partsOf(request, give.signal), counting, createWriteStream(file), { signal: give.signal })
    } catch (error) {
      throw error instanceof Problem ? error : give.signal.aborted ? tooSlow() : brokenOff()
    } finally {
      clearTimeout(pause)
    }
    if (!size) throw empty()
    return work(file)
  })
}

async function* partsOf(request: IncomingMessage, signal: AbortSignal): AsyncGenerator<Buffer> {
  const iterator = request.iterator({ destroyOnReturn: false })
  const given = new Promise<never>((_, fail) => signal.addEventListener('abort', () => fail(tooSlow()), { once: true }))
  given.catch(() => {})
  for (;;) {
    const { done, value } = await Promise.race([iterator.next(), given])
    if (done) return
    yield value as Buffer
  }
}

/** Work with a folder of its own on the disk, gone afterwards. */
export async function withFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'fintro-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

function refuseStated(request: IncomingMessage, limit: number, sentence: string): void {
  if (Number(request.headers['content-length'] ?? 0) > limit) throw new Problem(413, 'too-large', sentence)
}
