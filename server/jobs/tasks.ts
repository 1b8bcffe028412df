import { database } from '../db/connection'
import { keepStrokesIn } from '../media/strokes'
import { readArchive, writeArchive } from '../shots/archive'
import { poster } from '../shots/poster'
import { keepRegularState, markState } from '../shots/keep-states'
import { shotText } from '../shots/shots'

/**
 * Work that is done in a thread of its own, on connections of its own. What goes in and out is plain data; what is large
 * goes by a file.
 */
export const tasks = {
  'archive.read': ({ file, id }: { file: string; id: string }) => readArchive(database(), file, id),
  'archive.write': ({ file, id }: { file: string; id: string }) => writeArchive(database(), id, file),
  poster: ({ id }: { id: string }) => poster(database(), id),
  'shot.text': ({ id }: { id: string }) => shotText(database(), id),
  'strokes.keep': ({ bytes }: { bytes: Uint8Array }) => keepStrokesIn(database(), Buffer.from(bytes)),
  'state.regular': ({ id }: { id: string }) => keepRegularState(database(), id),
  'state.mark': ({ id, name }: { id: string; name: string }) => markState(database(), id, name),
}

export type TaskName = keyof typeof tasks
export type TaskInput<N extends TaskName> = Parameters<(typeof tasks)[N]>[0]
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<(typeof tasks)[N]>>
