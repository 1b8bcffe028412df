import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { brokeOff } from './given'
import type { DataWorker } from './work/data.worker'
import type { GifWorker } from './work/gif.worker'
import type { ImagesWorker } from './work/images.worker'
import type { MovieWorker } from './work/movie.worker'
import type { PaperWorker } from './work/paper.worker'

interface Workers {
  data: DataWorker
  movie: MovieWorker
  gif: GifWorker
  images: ImagesWorker
  paper: PaperWorker
}
export type WorkerKind = keyof Workers

/** A worker at work. `gone` never comes true: it fails when the worker does. */
interface Running<K extends WorkerKind> {
  readonly remote: Remote<Workers[K]>
  readonly gone: Promise<never>
  readonly end: (why: Error) => void
}
const running: { [K in WorkerKind]?: Running<K> } = {}

/** One worker a kind, loaded when it is first needed. */
const make: { [K in WorkerKind]: () => Worker } = {
  data: () => new Worker(new URL('./work/data.worker.ts', import.meta.url), { type: 'module' }),
  movie: () => new Worker(new URL('./work/movie.worker.ts', import.meta.url), { type: 'module' }),
  gif: () => new Worker(new URL('./work/gif.worker.ts', import.meta.url), { type: 'module' }),
  images: () => new Worker(new URL('./work/images.worker.ts', import.meta.url), { type: 'module' }),
  paper: () => new Worker(new URL('./work/paper.worker.ts', import.meta.url), { type: 'module' }),
}

function begin<K extends WorkerKind>(kind: K): Running<K> {
  const worker = make[kind]()
  let fail: (why: Error) => void = () => undefined
  const gone = new Promise<never>((_, reject) => (fail = reject))
  gone.catch(() => undefined)
  const end = (why: Error): void => {
    worker.terminate()
    delete running[kind]
    fail(why)
  }
  worker.onerror = () => end(brokeOff())
  return { remote: wrap<Workers[K]>(worker), gone, end }
}

/** Asks a worker for something. Throws HandOffFault where it breaks off or fails. */
export async function ask<K extends WorkerKind, T>(
  kind: K,
  question: (worker: Remote<Workers[K]>) => Promise<T>,
): Promise<T> {
  const at = (running[kind] as Running<K> | undefined) ?? begin(kind)
  running[kind] = at as never
  return Promise.race([question(at.remote), at.gone])
}

/** A worker that does not answer a stop for so long is ended, ms. */
const PATIENCE_MS = 3000
export class Stopped extends Error {}

/** Stops what a worker is at; `done` comes true when nothing is made any more. */
export async function stopWorker(kind: WorkerKind, done: () => boolean): Promise<void> {
  const at = running[kind]
  if (!at) return
  void at.remote.stop()
  await new Promise(wait => setTimeout(wait, PATIENCE_MS))
  if (!done() && running[kind] === at) at.end(new Stopped('It was stopped.'))
}
