import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitted, joinWords, movedEnd, movedSound, shifted, splitWord, stressesOf } from '.'

interface W {
  readonly id: string
  readonly text: string
  readonly from: number
  readonly to: number
  readonly sounds: readonly { readonly to: number; readonly stress?: 0 | 1 | 2 }[]
  readonly stressed?: boolean
}
const word = (id: string, from: number, to: number, ...ends: number[]): W => ({
  ...{ id, text: id, from, to },
  sounds: ends.map(e => ({ to: e })),
})
const times = (words: readonly W[]) => words.map(w => [w.from, w.to, ...w.sounds.map(s => s.to)])
// Two words that touch, and one after a pause of half a second.
const three = [
  word('over', 0, 12_000, 4000, 12_000),
  word('the', 12_000, 18_000, 14_000, 18_000),
  word('water', 42_000, 60_000, 48_000, 60_000),
]

describe('boundaries of words', () => {
  it('move both words that touch, and share their sounds out as before', () => {
    expect(times(movedEnd(three, 1, { end: 'start', at: 9000 }))).toEqual([
      [0, 9000, 3000, 9000],
      [9000, 18_000, 12_000, 18_000],
      [42_000, 60_000, 48_000, 60_000],
    ])
    expect(times(movedEnd(three, 0, { end: 'end', at: 9000 }))).toEqual(
      times(movedEnd(three, 1, { end: 'start', at: 9000 })),
    )
  })
  it('move one where there is a pause, up to the other', () => {
    expect(movedEnd(three, 2, { end: 'start', at: 30_000 })[2]!.from).toBe(30_000)
    expect(movedEnd(three, 2, { end: 'start', at: 0 })[2]!.from).toBe(18_000)
    expect(movedEnd(three, 1, { end: 'end', at: 90_000 })[1]!.to).toBe(42_000)
  })
  it('leave a hundredth of a second of each', () => {
    const [a, b] = movedEnd(three, 1, { end: 'start', at: 1e9 })
    expect([b!.to - b!.from, a!.to]).toEqual([480, 17_520])
    expect(movedEnd(three, 1, { end: 'start', at: -5 })[0]!.to).toBe(480)
  })
  it('of sounds stay between their neighbours', () => {
    expect(times([movedSound(three[0]!, 0, 7000)])).toEqual([[0, 12_000, 7000, 12_000]])
    expect(movedSound(three[0]!, 0, 1e9).sounds[0]!.to).toBe(12_000 - 96)
    expect(movedSound(three[0]!, 1, 7000)).toBe(three[0])
  })
})

describe('words', () => {
  it('are shifted alone as far as there is room, or with all that follow', () => {
    expect(times(shifted(three, 1, { by: 1e9, follow: false }))[1]).toEqual([36_000, 42_000, 38_000, 42_000])
    expect(times(shifted(three, 1, { by: 3000, follow: true })).slice(1)).toEqual([
      [15_000, 21_000, 17_000, 21_000],
      [45_000, 63_000, 51_000, 63_000],
    ])
    expect(shifted(three, 0, { by: -9, follow: true })).toEqual(three)
  })
  it('are split where one says, letters and sounds with them, and joined again', () => {
    const [a, b] = splitWord(three[0]!, 5000, 'new')!
    expect([a.text, b.text, a.id, b.id]).toEqual(['ov', 'er', 'over', 'new'])
    expect(times([a, b])).toEqual([
      [0, 5000, 5000],
      [5000, 12_000, 12_000],
    ])
    expect(splitWord(three[0]!, 100, 'new')).toBeNull()
    expect(splitWord({ ...three[0]!, text: 'I' }, 5000, 'new')).toBeNull()
    expect(joinWords(three[0]!, three[1]!)).toMatchObject({ text: 'over the', from: 0, to: 18_000 })
  })
  it('are well after anything that is done to them', () => {
    const made = fc
      .array(fc.tuple(fc.integer({ min: 0, max: 9000 }), fc.integer({ min: 480, max: 20_000 }), fc.nat(4)), {
        minLength: 1,
        maxLength: 6,
      })
      .map(list => {
        let at = 0
        return list.map(([gap, length, n], i) => {
          const from = at + gap
          at = from + length
          const bare = {
            ...word(`w${i}`, 0, 1000),
            sounds: Array.from({ length: n }, (_, k) => ({ to: ((k + 1) * 1000) / n })),
          }
          return fitted(bare, from, at)
        })
      })
    const well = (words: readonly W[]): void => {
      words.forEach((w, i) => {
        expect(w.to - w.from).toBeGreaterThanOrEqual(480)
        if (i) expect(w.from).toBeGreaterThanOrEqual(words[i - 1]!.to)
        w.sounds.forEach((s, k) => expect(s.to).toBeGreaterThan(w.sounds[k - 1]?.to ?? w.from))
        if (w.sounds.length) expect(w.sounds.at(-1)!.to).toBe(w.to)
      })
    }
    fc.assert(
      fc.property(made, fc.nat(5), fc.integer({ min: -5000, max: 120_000 }), fc.boolean(), (words, n, at, flag) => {
        const i = n % words.length
        well(words)
        well(movedEnd(words, i, { end: flag ? 'start' : 'end', at }))
        well(shifted(words, i, { by: at, follow: flag }))
        well(words.map((w, k) => (k === i ? movedSound(w, n, at) : w)))
        const two = splitWord({ ...words[i]!, text: 'split' }, at, 'new')
        if (two) well([...words.slice(0, i), ...two, ...words.slice(i + 1)])
        if (words[i + 1]) well([...words.slice(0, i), joinWords(words[i]!, words[i + 1]!), ...words.slice(i + 2)])
      }),
    )
  })
})

describe('stresses', () => {
  const said = (text: string, from: number, to: number, more: Partial<W> = {}): W => ({
    ...{ id: text, text, from, to, sounds: [{ to, stress: 1 as const }] },
    ...more,
  })
  const line = [
    said('Over', 0, 12_000),
    said('the', 12_000, 18_000),
    said('water', 18_000, 30_000),
    // After half a second of silence.
    said('Home', 54_000, 66_000),
  ]
  it('are on the loudest words of a phrase, not on what ties them together', () => {
    const loud = (from: number): number => (from < 12_000 ? 0.2 : from < 18_000 ? 0.5 : 0.02)
    expect(stressesOf(line, loud)).toEqual([true, false, false, true])
  })
  it('are on longer words where all are as loud, and on some word of every phrase', () => {
    const long = [said('go', 0, 3000), said('slowly', 3000, 24_000), said('the', 60_000, 66_000)]
    expect(stressesOf(long, () => 0.1)).toEqual([false, true, true])
  })
  it('are as one says by hand', () => {
    const own = line.map((w, i) => ({ ...w, stressed: i === 1 }))
    expect(stressesOf(own, () => 0.1)).toEqual([false, true, false, false])
    expect(stressesOf([], () => 1)).toEqual([])
  })
})
