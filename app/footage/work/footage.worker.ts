import { FOOTAGE_HEAD, footageType } from '#core/formats/footage-type'
import { openGif } from './gif'
import type { Answer, Question } from './messages'
import { openMovie } from './movie'
import type { Source } from './source'
import { Unread } from './source'

const tell = (answer: Answer, given: Transferable[] = []): void => self.postMessage(answer, { transfer: given })

let source: Source | null = null
let asked = 0

async function open(bytes: Blob): Promise<void> {
  try {
    const type = footageType(new Uint8Array(await bytes.slice(0, FOOTAGE_HEAD).arrayBuffer()))
    source = await (type === 'image/gif' ? openGif(bytes) : openMovie(bytes))
    tell({ told: 'open', found: source.found })
  } catch (error) {
    const known = error instanceof Unread ? error : new Unread('It cannot be read as a movie.')
    tell({ told: 'refused', reason: known.message, pictureless: known.pictureless })
  }
}

/** One at a time: what is asked later waits for the picture that is being decoded. */
let turn: Promise<void> = Promise.resolve()

async function give(seconds: readonly number[]): Promise<void> {
  const mine = ++asked
  await turn
  for (const second of seconds) {
    if (mine !== asked || !source) return
    const work = source.picture(second).catch(() => null)
    turn = work.then(() => undefined)
    const picture = await work
    tell({ told: 'picture', second, picture }, picture ? [picture] : [])
  }
  if (mine === asked) tell({ told: 'done' })
}

self.onmessage = ({ data }: MessageEvent<Question>) => {
  if (data.ask === 'open') void open(data.bytes)
  else void give(data.seconds)
}
