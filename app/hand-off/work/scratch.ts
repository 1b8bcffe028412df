import { HandOffFault } from '../given'

/** Where files are put together: on the disk of the browser where it gives room there, else in memory. */
const FOLDER = 'hand-off'
/** What no window has taken up for so long is left over, ms. */
const LEFT_OVER_MS = 3600 * 1000

/** A file that is being written. */
export interface Scratch {
  /** Writes at a place, or behind what is there. Throws HandOffFault where there is no room left. */
  write(data: Uint8Array<ArrayBuffer>, position?: number): void
  /** Writes what the browser keeps already behind what is there: it is not copied. Missing where it would be. */
  put?(piece: Blob): void
  /** The file, finished. */
  done(type: string): Promise<Blob>
  /** Nothing of it is kept. */
  drop(): Promise<void>
}

const NO_ROOM = 'There is no room left for it on this disk. Free some, or make it smaller.'
const noRoom = (error: unknown): unknown =>
  error instanceof DOMException && error.name === 'QuotaExceededError'
    ? new HandOffFault(NO_ROOM)
    : error instanceof RangeError
      ? new HandOffFault('There is not enough memory for it. Make it smaller, or fewer frames.')
      : error

/** A file under a name. What was there under it is gone. */
export async function scratch(name: string): Promise<Scratch> {
  try {
    const root = await navigator.storage.getDirectory()
    const folder = await root.getDirectoryHandle(FOLDER, { create: true })
    const file = await folder.getFileHandle(name, { create: true })
    return await onDisk(folder, file)
  } catch {
    return inMemory()
  }
}

/** Small pieces are gathered to so many bytes before they are written. */
const AT_ONCE = 4 << 20

async function onDisk(folder: FileSystemDirectoryHandle, file: FileSystemFileHandle): Promise<Scratch> {
  const handle = await file.createSyncAccessHandle()
  handle.truncate(0)
  const gathered = new Uint8Array(AT_ONCE)
  let [start, held, end] = [0, 0, 0]
  const put = (data: Uint8Array<ArrayBuffer>, position: number): void => {
    let at = 0
    while (at < data.length) at += handle.write(data.subarray(at), { at: position + at })
  }
  const flush = (): void => {
    put(gathered.subarray(0, held), start)
    held = 0
  }
  const write = (data: Uint8Array<ArrayBuffer>, position: number): void => {
    if (position !== start + held || held + data.length > AT_ONCE) flush()
    if (data.length > AT_ONCE) put(data, position)
    else {
      if (!held) start = position
      gathered.set(data, held)
      held += data.length
    }
    end = Math.max(end, position + data.length)
  }
  return {
    write(data, position = end) {
      try {
        write(data, position)
      } catch (error) {
        throw noRoom(error)
      }
    },
    async done(type) {
      try {
        flush()
      } catch (error) {
        throw noRoom(error)
      }
      handle.close()
      const whole = await file.getFile()
      return whole.slice(0, whole.size, type)
    },
    async drop() {
      handle.close()
      await folder.removeEntry(file.name).catch(() => undefined)
    },
  }
}

function inMemory(): Scratch {
  let [bytes, end] = [new Uint8Array(1 << 20), 0]
  const grow = (size: number): void => {
    if (size <= bytes.length) return
    const larger = new Uint8Array(Math.max(size, bytes.length * 2))
    larger.set(bytes.subarray(0, end))
    bytes = larger
  }
  return {
    write(data, position = end) {
      try {
        grow(position + data.length)
      } catch (error) {
        throw noRoom(error)
      }
      bytes.set(data, position)
      end = Math.max(end, position + data.length)
    },
    done: type => Promise.resolve(new Blob([bytes.subarray(0, end)], { type })),
    drop: () => Promise.resolve(void (bytes = new Uint8Array(0))),
  }
}

/** A file that is written from its beginning to its end and outlives no window: the browser keeps its pieces. */
export function pieces(): Scratch {
  const parts: (Blob | Uint8Array<ArrayBuffer>)[] = []
  return {
    write: data => void parts.push(data.slice()),
    put: piece => void parts.push(piece),
    async done(type) {
      const whole = new Blob(parts, { type })
      // Where the browser could not keep a piece the file cannot be read.
      await whole
        .slice(-1)
        .arrayBuffer()
        .catch(() => {
          throw new HandOffFault(NO_ROOM)
        })
      return whole
    },
    drop: () => Promise.resolve(void parts.splice(0)),
  }
}

/** A finished file, taken up again; null where it is not there any more. */
export async function scratchFile(name: string, type: string): Promise<Blob | null> {
  try {
    const root = await navigator.storage.getDirectory()
    const folder = await root.getDirectoryHandle(FOLDER)
    const file = await (await folder.getFileHandle(name)).getFile()
    return file.slice(0, file.size, type)
  } catch {
    return null
  }
}

/** A file that was made in memory, in one that outlives the window where it has a name there. Throws HandOffFault. */
export async function outliving(blob: Blob, name: string | null): Promise<Blob> {
  if (name === null) return blob
  const file = await scratch(name)
  file.write(new Uint8Array(await blob.arrayBuffer()))
  return file.done(blob.type)
}

/** Clears away files that were left over, but those of these names. */
export async function sweep(keep: readonly string[], now: number): Promise<void> {
  try {
    const root = await navigator.storage.getDirectory()
    const folder = await root.getDirectoryHandle(FOLDER)
    for await (const [name, entry] of folder.entries()) {
      if (keep.includes(name) || entry.kind !== 'file') continue
      const { lastModified } = await (entry as FileSystemFileHandle).getFile()
      // Another window may be writing it, or the browser still be copying it to where it was saved.
      if (now - lastModified > LEFT_OVER_MS) await folder.removeEntry(name).catch(() => undefined)
    }
  } catch {
    // Without such a folder nothing is left over.
  }
}
