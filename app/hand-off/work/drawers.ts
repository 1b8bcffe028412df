import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { ImageChoices } from '../choices'
import { brokeOff } from '../given'
import type { DrawingWorker } from './drawing.worker'
import type { Drawers } from './each-once'
import { ImageDrawer } from './image-drawer'
import type { Opened } from './painter'

interface Member {
  readonly remote: Remote<DrawingWorker>
  /** Never comes true: fails when the worker does. */
  readonly gone: Promise<never>
  /** How much it has been asked for and not given yet. */
  waiting: number
}

const members: Member[] = []
let exports = 0

/** Two draw at least: the one that hands the images on has little to do. */
const wanted = (images: number): number => {
  const free = Math.max(2, Math.min(3, (navigator.hardwareConcurrency || 2) - 1))
  return Math.min(free, images)
}

function member(): Member {
  const worker = new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' })
  const gone = new Promise<never>((_, fail) => {
    worker.onerror = () => {
      worker.terminate()
      members.splice(0, members.length, ...members.filter(m => m.gone !== gone))
      fail(brokeOff())
    }
  })
  gone.catch(() => undefined)
  return { remote: wrap<DrawingWorker>(worker), gone, waiting: 0 }
}

/** Makes images of a shot in workers of their own; here where the browser lets a worker have none, or for one image. */
export function drawersOf(of: Opened, choices: ImageChoices, images: number): Drawers {
  if (images < 2 || typeof Worker === 'undefined') {
    const here = new ImageDrawer(of, choices)
    return { file: which => here.file(which), end: () => undefined }
  }
  const id = exports++
  const count = wanted(images)
  while (members.length < count) members.push(member())
  const working = members.slice(0, count).map(m => {
    const opened = m.remote.open(id, of.given, choices)
    // It is told by what is asked for first.
    opened.catch(() => undefined)
    return { m, opened }
  })
  return {
    async file(which) {
      const { m, opened } = working.reduce((a, b) => (b.m.waiting < a.m.waiting ? b : a))
      m.waiting++
      try {
        return await Promise.race([opened.then(() => m.remote.file(id, which)), m.gone])
      } finally {
        m.waiting--
      }
    },
    end: () => working.forEach(({ m }) => void m.remote.close(id)),
  }
}
