import type { DBSchema, IDBPDatabase } from 'idb'
import { openDB } from 'idb'
import type { Change, Command } from '#core/commands'
import type { Stroke } from '#core/stroke'

/** A command that the server has not acknowledged yet, in the order it was given. */
export interface Waiting {
  readonly seq?: number
  readonly shot: string
  readonly command: Command
}

/** One undo step of this browser profile. */
export interface UndoStep {
  readonly seq?: number
  readonly shot: string
  readonly id: string
  readonly label: string
  readonly state: 'done' | 'undone'
  /** What takes it back (when done) or does it again (when undone). */
  readonly changes: Change[]
}

interface Schema extends DBSchema {
  outbox: { key: number; value: Waiting; indexes: { shot: string } }
  history: { key: number; value: UndoStep; indexes: { shot: string } }
  strokes: { key: string; value: { hash: string; stroke: Stroke } }
  settings: { key: string; value: unknown }
  images: { key: string; value: { hash: string; bytes: Blob } }
}

let opened: Promise<IDBPDatabase<Schema>> | null = null
const db = () =>
  (opened ??= openDB<Schema>('fintro', 2, {
    upgrade(d, before) {
      if (before < 2) d.createObjectStore('images', { keyPath: 'hash' })
      if (before >= 1) return
      d.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true }).createIndex('shot', 'shot')
      d.createObjectStore('history', { keyPath: 'seq', autoIncrement: true }).createIndex('shot', 'shot')
      d.createObjectStore('strokes', { keyPath: 'hash' })
      d.createObjectStore('settings')
    },
  }))

const STEPS_KEPT = 1000

/** What a shot keeps in the browser: commands on their way, undo steps, strokes not stored yet. */
export const browserStore = {
  async waiting(shot: string): Promise<Required<Waiting>[]> {
    return (await (await db()).getAllFromIndex('outbox', 'shot', shot)) as Required<Waiting>[]
  },
  async addWaiting(shot: string, commands: readonly Command[]): Promise<void> {
    const tx = (await db()).transaction('outbox', 'readwrite')
    for (const command of commands) void tx.store.add({ shot, command })
    await tx.done
  },
  async dropWaiting(shot: string, ids: ReadonlySet<string>): Promise<void> {
    const tx = (await db()).transaction('outbox', 'readwrite')
    for (const w of await tx.store.index('shot').getAll(shot)) if (ids.has(w.command.id)) void tx.store.delete(w.seq!)
    await tx.done
  },
  async undoSteps(shot: string): Promise<Required<UndoStep>[]> {
    return (await (await db()).getAllFromIndex('history', 'shot', shot)) as Required<UndoStep>[]
  },
  /** Adds a step behind the done ones; what was undone can not be done again after it. */
  async addUndoStep(step: UndoStep): Promise<void> {
    const tx = (await db()).transaction('history', 'readwrite')
    const all = await tx.store.index('shot').getAll(step.shot)
    for (const old of all.filter(s => s.state === 'undone')) void tx.store.delete(old.seq!)
    for (const old of all.slice(0, Math.max(0, all.length - STEPS_KEPT))) void tx.store.delete(old.seq!)
    void tx.store.add(step)
    await tx.done
  },
  async putUndoStep(step: UndoStep): Promise<void> {
    await (await db()).put('history', step)
  },
  async dropUndoSteps(shot: string, ids: ReadonlySet<string>): Promise<void> {
    const tx = (await db()).transaction('history', 'readwrite')
    for (const s of await tx.store.index('shot').getAll(shot)) if (ids.has(s.id)) void tx.store.delete(s.seq!)
    await tx.done
  },
  async keepImage(hash: string, bytes: Blob): Promise<void> {
    await (await db()).put('images', { hash, bytes })
  },
  async keptImage(hash: string): Promise<Blob | undefined> {
    return (await (await db()).get('images', hash))?.bytes
  },
  async keptImages(): Promise<{ hash: string; bytes: Blob }[]> {
    return (await db()).getAll('images')
  },
  async dropImage(hash: string): Promise<void> {
    await (await db()).delete('images', hash)
  },
  async keepStroke(hash: string, stroke: Stroke): Promise<void> {
    await (await db()).put('strokes', { hash, stroke })
  },
  async keptStrokes(): Promise<{ hash: string; stroke: Stroke }[]> {
    return (await db()).getAll('strokes')
  },
  async dropStrokes(hashes: readonly string[]): Promise<void> {
    const tx = (await db()).transaction('strokes', 'readwrite')
    for (const h of hashes) void tx.store.delete(h)
    await tx.done
  },
}
