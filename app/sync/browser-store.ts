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
  /** The schema the changes were made with; 4 where nothing is said. */
  readonly schema?: number
  /** The revision that it made last; null while the server has not acknowledged it; nothing is said in old ones. */
  readonly revision?: number | null
  /** The incarnation of the shot that it was done to; nothing is said in old ones. */
  readonly incarnation?: string
}

/** A command that the server refuses for good: kept to be exported, or thrown away. */
export interface SetAside {
  readonly id: string
  readonly shot: string
  readonly command: Command
  readonly label: string
  readonly reason: string
  /** ISO 8601. */
  readonly at: string
}

interface Schema extends DBSchema {
  outbox: { key: number; value: Waiting; indexes: { shot: string } }
  history: { key: number; value: UndoStep; indexes: { shot: string } }
  strokes: { key: string; value: { hash: string; stroke: Stroke } }
  settings: { key: string; value: unknown }
  images: { key: string; value: { hash: string; bytes: Blob } }
  aside: { key: string; value: SetAside; indexes: { shot: string } }
}

/** A store that does not open after so long is held up by a window of an older Fintro: this one goes on without. */
const PATIENCE_MS = 4000

let opened: Promise<IDBPDatabase<Schema>> | null = null

/** Opens the store once. Throws where the browser has none, blocks it, or it does not come up. */
async function open(): Promise<IDBPDatabase<Schema>> {
  const coming = openDB<Schema>('fintro', 3, {
    upgrade(d, before) {
      if (before < 1) {
        d.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true }).createIndex('shot', 'shot')
        d.createObjectStore('history', { keyPath: 'seq', autoIncrement: true }).createIndex('shot', 'shot')
        d.createObjectStore('strokes', { keyPath: 'hash' })
        d.createObjectStore('settings')
      }
      if (before < 2) d.createObjectStore('images', { keyPath: 'hash' })
      if (before < 3) d.createObjectStore('aside', { keyPath: 'id' }).createIndex('shot', 'shot')
    },
    // A newer Fintro in another window needs the store in another form.
    blocking: (_now, _wanted, event) => (event.target as IDBDatabase).close(),
    // The browser took it away (its data were cleared): the next call opens it anew.
    terminated: () => (opened = null),
  })
  const late = new Promise<never>((_resolve, reject) => {
    setTimeout(() => reject(new Error('The browser’s store does not open')), PATIENCE_MS)
  })
  return Promise.race([coming, late])
}
const db = () =>
  (opened ??= open().catch((error: Error) => {
    opened = null
    throw error
  }))

const STEPS_KEPT = 1000

/** What a shot keeps in the browser: commands on their way, undo steps, strokes not stored yet. */
export const browserStore = {
  async waiting(shot: string): Promise<Required<Waiting>[]> {
    return (await (await db()).getAllFromIndex('outbox', 'shot', shot)) as Required<Waiting>[]
  },
  /** What waits of every shot. */
  async allWaiting(): Promise<Waiting[]> {
    return (await db()).getAll('outbox')
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
  async setAside(shot: string): Promise<SetAside[]> {
    return (await db()).getAllFromIndex('aside', 'shot', shot)
  },
  async putAside(aside: SetAside): Promise<void> {
    await (await db()).put('aside', aside)
  },
  async dropAside(id: string): Promise<void> {
    await (await db()).delete('aside', id)
  },
  async undoSteps(shot: string): Promise<Required<UndoStep>[]> {
    return (await (await db()).getAllFromIndex('history', 'shot', shot)) as Required<UndoStep>[]
  },
  /** Adds a step behind the done ones; what was undone cannot be done again after it. */
  async addUndoStep(step: UndoStep): Promise<void> {
    const tx = (await db()).transaction('history', 'readwrite')
    const all = await tx.store.index('shot').getAll(step.shot)
    if (all.some(s => s.id === step.id)) return tx.done
    for (const old of all.filter(s => s.state === 'undone')) void tx.store.delete(old.seq!)
    for (const old of all.slice(0, Math.max(0, all.length - STEPS_KEPT))) void tx.store.delete(old.seq!)
    void tx.store.add(step)
    await tx.done
  },
  /** Changes some fields of a step; nothing where that is gone. Windows write different ones of the same step. */
  async patchUndoStep(shot: string, id: string, patch: Partial<UndoStep>): Promise<void> {
    const tx = (await db()).transaction('history', 'readwrite')
    const held = (await tx.store.index('shot').getAll(shot)).find(s => s.id === id)
    if (held) void tx.store.put({ ...held, ...patch, seq: held.seq! })
    await tx.done
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
  async keepStrokes(strokes: readonly { hash: string; stroke: Stroke }[]): Promise<void> {
    const tx = (await db()).transaction('strokes', 'readwrite')
    for (const s of strokes) void tx.store.put(s)
    await tx.done
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
