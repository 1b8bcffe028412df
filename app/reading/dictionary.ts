import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { DictionaryWorker } from './work/dictionary.worker'

let worker: Remote<DictionaryWorker> | null = null

/** The dictionary, in a worker: it is large, and is loaded when it is first asked. */
export function dictionary(): Remote<DictionaryWorker> {
  worker ??= wrap<DictionaryWorker>(
    new Worker(new URL('./work/dictionary.worker.ts', import.meta.url), { type: 'module' }),
  )
  return worker
}

/** Sounds as people write them: "OW1 V ER0". */
export const writtenSounds = (
  sounds: readonly { readonly sound: string; readonly stress?: number | undefined }[],
): string => sounds.map(s => `${s.sound}${s.stress ?? ''}`).join(' ')
