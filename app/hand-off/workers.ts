import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { GifWorker } from './work/gif.worker'
import type { ImagesWorker } from './work/images.worker'
import type { MovieWorker } from './work/movie.worker'
import type { PaperWorker } from './work/paper.worker'

interface Workers {
  movie: MovieWorker
  gif: GifWorker
  images: ImagesWorker
  paper: PaperWorker
}
export type WorkerKind = keyof Workers

const made: { [K in WorkerKind]?: Remote<Workers[K]> } = {}

/** One worker a kind, loaded when it is first needed. */
const make: { [K in WorkerKind]: () => Worker } = {
  movie: () => new Worker(new URL('./work/movie.worker.ts', import.meta.url), { type: 'module' }),
  gif: () => new Worker(new URL('./work/gif.worker.ts', import.meta.url), { type: 'module' }),
  images: () => new Worker(new URL('./work/images.worker.ts', import.meta.url), { type: 'module' }),
  paper: () => new Worker(new URL('./work/paper.worker.ts', import.meta.url), { type: 'module' }),
}

export function workerOf<K extends WorkerKind>(kind: K): Remote<Workers[K]> {
  return ((made[kind] as Remote<Workers[K]> | undefined) ??= wrap<Workers[K]>(make[kind]()) as never)
}
