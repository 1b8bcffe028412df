import type { Heard, MouthSet } from '#core/dialogue'
import { exposeLine, MOUTHS, SOUNDS, USUAL_MOUTHS } from '#core/dialogue'
import { rate } from '#core/time'
import { timeOf } from './charts'
import type { Row } from './row'

const [FEW, MANY, SOUNDS_A_WORD] = [200, 2000, 4]
const SET: MouthSet = { mouths: MOUTHS.map(m => ({ id: m, name: m, shape: m, drawing: m })) }

/** A reading of so many words, each of four sounds, without any order in them but their own. */
function reading(words: number) {
  const sounds: Heard[] = []
  let at = 1
  for (let i = 0; i < words * SOUNDS_A_WORD; i++) {
    const sound = SOUNDS[(i * 17 + (i >> 3)) % SOUNDS.length]!
    const end = at + 0.04 + ((i * 0.618034) % 1) * 0.12
    sounds.push({ sound, start: at, end, stress: ([0, 1, 2] as const)[i % 3]! })
    // A breath after every tenth word.
    at = end + (i % (10 * SOUNDS_A_WORD) === 0 ? 0.7 : 0)
  }
  return { first: 1, last: Math.ceil(at * 24) + 12, sounds }
}

/** So often each is exposed while it is timed, so that both take about as long, and a hitch weighs the same in both. */
const [TIMES_MANY, TIMES_FEW] = [4, 40]

/** A reading of 2,000 words that is exposed, over one of 200. */
export function mouthsExpose(quick: boolean): Row {
  const settings = { ...USUAL_MOUTHS, shown: 'all' as const }
  const time = (words: number, times: number): number => {
    const line = reading(words)
    const all = timeOf(() => {
      for (let i = 0; i < times; i++) exposeLine(line, SET, settings, rate(24))
    }, quick)
    return all / times
  }
  const [many, few] = [time(MANY, TIMES_MANY), time(FEW, TIMES_FEW)]
  return {
    ...{ bench: 'mouths.expose', value: many / few, unit: 'ratio', bound: 12, better: 'lower' },
    parts: { '2,000 words': `${many.toFixed(2)} ms`, '200 words': `${few.toFixed(2)} ms` },
  }
}
