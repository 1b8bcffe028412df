import { database } from '../db/connection'
import { keepStrokesIn } from '../media/strokes'
import { readArchive, writeArchive } from '../shots/archive'
import { poster } from '../shots/poster'
import { shelfPicture } from '../shots/shelf-picture'
import { keepRegularState, markState } from '../shots/keep-states'
import { replaceUnreadable } from '../shots/replace'
import { duplicateShot, shotText } from '../shots/shots'
import type { StateKey } from '../shots/states'
import type { Turn } from '../shots/turns'
import { takeAndWrite } from '../shots/ways'

/**
 * Work that is done in a thread of its own, on connections of its own. What goes in and out is plain data; what is large
 * goes by a file.
 */
export const tasks = {
  'archive.read': ({ file, id }: { file: string; id: string }) => readArchive(database(), file, id),
  'archive.write': ({ file, id }: { file: string; id: string }) => writeArchive(database(), id, file),
  'shot.duplicate': ({ from, id, name }: { from: string; id: string; name: string }) =>
    duplicateShot(database(), from, { id, name }),
  'shelf.picture': ({ id, version }: { id: string; version?: number }) => shelfPicture(database(), id, version),
  poster: ({ id }: { id: string }) => poster(database(), id),
  'shot.commit': ({ id, turns }: { id: string; turns: readonly Turn[] }) => takeAndWrite(database(), id, turns),
  'shot.text': ({ id }: { id: string }) => shotText(database(), id),
  'strokes.keep': ({ bytes }: { bytes: Uint8Array }) => keepStrokesIn(database(), Buffer.from(bytes)),
  'state.regular': ({ id }: { id: string }) => keepRegularState(database(), id),
  'state.replace': ({ state, commandId }: { state: StateKey; commandId: string }) =>
    replaceUnreadable(database(), state, commandId),
  'state.mark': ({ id, name }: { id: string; name: string }) => markState(database(), id, name),
}

export type TaskName = keyof typeof tasks
export type TaskInput<N extends TaskName> = Parameters<(typeof tasks)[N]>[0]
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<(typeof tasks)[N]>>
