import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  atStage,
  CYCLE_KINDS,
  alongLine,
  cycleFrames,
  Edge,
  groundSpeed,
  meetAfter,
  meetOn,
  plannedPoses,
  planOfKind,
  roundsTo,
  settled,
  shorterByOne,
  slides,
  stagesOf,
  strideOf,
  waveAt,
  wavedChain,
  wavePhases,
} from '.'

const kind = (id: string) => planOfKind(CYCLE_KINDS.find(k => k.id === id)!)
const told = (id: string) => plannedPoses(kind(id)).map(p => `${p.name} ${p.frame}`)

describe('a cycle as it is planned', () => {
  // Common practice: a step of 12 frames; two of them make a cycle of 24, whose frame 25 would be its frame 1.
  it('of a walk has contact on 1, down on 4, passing on 7, up on 10, and the next contact on 13', () => {
    expect(told('walk')).toEqual([
      ...['contact 1', 'down 4', 'passing 7', 'up 10'],
      ...['contact 13', 'down 16', 'passing 19', 'up 22'],
    ])
    expect(cycleFrames(kind('walk'))).toBe(24)
  })
  it('of two ups or two downs a step has them on the same frames', () => {
    expect(told('two-ups').slice(0, 4)).toEqual(['contact, up 1', 'down 4', 'passing, up 7', 'down again 10'])
    expect(told('two-downs').slice(0, 4)).toEqual(['contact, down 1', 'up 4', 'passing, down 7', 'up again 10'])
  })
  it('fills the same frames at every stage: two held 12, four held 6, eight held 3', () => {
    const plan = kind('walk')
    expect(stagesOf(plan)).toEqual([1, 2, 3])
    expect(stagesOf(plan).map(s => atStage(plan, s).map(p => p.frames))).toEqual([
      [12, 12],
      [6, 6, 6, 6],
      [3, 3, 3, 3, 3, 3, 3, 3],
    ])
    expect(atStage(plan, 0)).toEqual([])
  })
  it('is 22 frames long with one out of each step of 12', () => {
    const shorter = shorterByOne(kind('walk'))
    expect(cycleFrames(shorter)).toBe(22)
    // The contacts have one frame less, everything else is held as long as before.
    expect(plannedPoses(shorter).map(p => p.frame)).toEqual([1, 3, 6, 9, 12, 14, 17, 20])
  })
  it('has halves of different length where someone limps, and few poses in a short step', () => {
    const walk = CYCLE_KINDS.find(k => k.id === 'walk')!
    const limp = planOfKind(walk, [12, 9])
    expect(cycleFrames(limp)).toBe(21)
    expect(
      plannedPoses(limp)
        .filter(p => p.name === 'contact')
        .map(p => p.frame),
    ).toEqual([1, 13])
    const short = planOfKind(walk, [1, 2])
    expect(plannedPoses(short).map(p => `${p.name} ${p.frame}`)).toEqual(['contact 1', 'contact 2', 'passing 3'])
    expect(shorterByOne(short)).toEqual(short)
  })
  it('fills its frames whatever its steps, no two poses on one, also with frames out of it', () => {
    const lengths = fc.array(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(fc.constantFrom(...CYCLE_KINDS), lengths, fc.integer({ min: 0, max: 5 }), (k, steps, out) => {
        let plan = planOfKind(k, steps)
        for (let i = 0; i < out; i++) plan = shorterByOne(plan)
        expect(cycleFrames(plan)).toBeGreaterThanOrEqual(cycleFrames(planOfKind(k, steps)) - out * steps.length)
        for (const stage of stagesOf(plan)) {
          const held = atStage(plan, stage)
          expect(held.every(p => p.frames >= 1)).toBe(true)
          expect(held[0]!.frame).toBe(1)
          expect(held.reduce((sum, p) => sum + p.frames, 0)).toBe(cycleFrames(plan))
        }
      }),
    )
  })
})

describe('cycles side by side', () => {
  const length = fc.integer({ min: 1, max: 300 })
  it('begin together again after the first of the multiples of one that the other divides', () => {
    fc.assert(
      fc.property(length, length, (a, b) => {
        const multiples = Array.from({ length: b }, (_, i) => (i + 1) * a)
        expect(meetAfter([a, b])).toBe(multiples.find(m => m % b === 0))
      }),
    )
    expect(meetAfter([24, 10, 16])).toBe(240)
    expect(meetAfter([])).toBe(1)
  })
  it('meet where rounds of both begin, or never', () => {
    expect(meetOn({ from: 1, frames: 24 }, { from: 1, frames: 10 })).toBe(1)
    expect(meetOn({ from: 1, frames: 24 }, { from: 5, frames: 10 })).toBe(25)
    expect(meetOn({ from: 1, frames: 24 }, { from: 2, frames: 10 })).toBeNull()
    fc.assert(
      fc.property(length, length, fc.integer({ min: 1, max: 200 }), (a, b, from) => {
        const [one, two] = [
          { from: 1, frames: a },
          { from, frames: b },
        ]
        const met = meetOn(one, two)
        const all = Array.from({ length: a * b }, (_, i) => i + from)
        expect(met).toBe(all.find(f => (f - 1) % a === 0 && (f - from) % b === 0) ?? null)
      }),
      { numRuns: 40 },
    )
  })
  it('have so many rounds to a frame, and what is left over', () => {
    expect(roundsTo({ from: 1, frames: 24 }, 72)).toEqual({ rounds: 3, over: 0 })
    expect(roundsTo({ from: 5, frames: 24 }, 60)).toEqual({ rounds: 2, over: 8 })
    expect(roundsTo({ from: 80, frames: 24 }, 60)).toEqual({ rounds: 0, over: 0 })
  })
})

describe('feet that stand', () => {
  const back = (x: number, first: number, every = 1) => ({
    at: Array.from({ length: Math.ceil(12 / every) }, (_, i) => ({
      t: first + every * i,
      x: x - 7.5 * every * i,
      y: 900,
    })),
  })
  it.each([1, 2, 3, 6])('tell how the ground goes by, drawn every %i frames, and then stand still', every => {
    const plants = [back(500, 0, every), back(520, 12, every)]
    const speed = groundSpeed(plants)!
    expect(speed).toEqual({ x: -7.5, y: 0 })
    const stride = strideOf(speed, 24)
    // Arithmetic: px a frame times the frames of a cycle.
    expect(stride).toEqual({ x: 180, y: 0 })
    for (const p of plants) for (const s of slides(p, stride, 24)) expect(Math.hypot(s.x, s.y)).toBeLessThan(0.5)
  })
  it('slide by what the column goes less', () => {
    expect(slides(back(500, 0), { x: 90, y: 0 }, 24).at(-1)!.x).toBeCloseTo(-41.25, 9)
  })
  it('are set where they do not slide, nearest to where they were', () => {
    const rough = {
      at: back(500, 0, 3).at.map((s, i) => ({ ...s, x: s.x + [2, -2, 4, 0][i]!, y: s.y + [0, 3, 0, 1][i]! })),
    }
    const set = settled(rough, { x: 180, y: 0 }, 24)
    const now = { at: rough.at.map((s, i) => ({ ...s, ...set[i]! })) }
    for (const s of slides(now, { x: 180, y: 0 }, 24)) expect(Math.hypot(s.x, s.y)).toBeLessThan(1e-9)
    const off = (axis: 'x' | 'y') => now.at.reduce((sum, s, i) => sum + s[axis] - rough.at[i]![axis], 0)
    expect([off('x'), off('y')].map(n => Math.abs(n) < 1e-9)).toEqual([true, true])
  })
  it('that never stand tell nothing', () => {
    expect(groundSpeed([])).toBeNull()
    expect(groundSpeed([{ at: [{ t: 0, x: 1, y: 1 }] }])).toBeNull()
  })
})

describe('a wave along an edge', () => {
  const wave = { amplitude: 40, wavelength: 200, outward: true, grows: 1 }
  it('is a travelling sine that grows to the loose end', () => {
    // A (s / L)^g sin 2π (s / λ − t): a sine that travels (textbooks of mechanics).
    const length = 400
    for (const grows of [0, 1, 2])
      for (const s of [0, 130, 400])
        for (const t of [0, 1 / 6, 0.5])
          expect(waveAt({ ...wave, grows }, s, length, t)).toBeCloseTo(
            40 * (s / length) ** grows * Math.sin(2 * Math.PI * (s / 200 - t)),
            9,
          )
    expect(waveAt(wave, 0, length, 0.3)).toBeCloseTo(0, 9)
  })
  it('runs: a quarter of its round later it is a quarter of its length further on', () => {
    const even = { ...wave, grows: 0 }
    fc.assert(
      fc.property(fc.double({ min: 60, max: 300, noNaN: true }), fc.boolean(), (s, outward) => {
        const way = outward ? 50 : -50
        expect(waveAt({ ...even, outward }, s + way, 400, 0.25)).toBeCloseTo(waveAt({ ...even, outward }, s, 400, 0), 6)
      }),
    )
  })
  it('is the same in 3, 6 and 12 drawings: each second one of twice as many', () => {
    const [three, six, twelve] = [3, 6, 12].map(wavePhases)
    expect(six!.filter((_, i) => i % 2 === 0)).toEqual(three)
    expect(twelve!.filter((_, i) => i % 2 === 0)).toEqual(six)
  })
  it('takes what is drawn aside from its edge, and leaves the end that is held', () => {
    const edge = new Edge([
      { x: 0, y: 0 },
      { x: 400, y: 0 },
    ])
    const goes = edge.waved(wave, 0.25)
    expect(goes({ x: 0, y: 7 })).toEqual({ x: 0, y: 7 })
    expect(goes({ x: 400, y: 0 }).y).toBeCloseTo(waveAt(wave, 400, 400, 0.25), 9)
    expect(goes({ x: 200, y: 30 }).y - 30).toBeCloseTo(waveAt(wave, 200, 400, 0.25), 9)
    expect(
      alongLine([
        { x: 0, y: 0 },
        { x: 3, y: 4 },
        { x: 3, y: 10 },
      ]),
    ).toEqual([0, 5, 11])
  })
  it('bends a chain, whose lengths stay', () => {
    const lengths = [60, 60, 60, 60]
    const slight = { ...wave, amplitude: 12 }
    const directions = wavedChain({ x: 10, y: 20 }, lengths, [0, 0, 0, 0], slight, 0.1)
    let at = { x: 10, y: 20 }
    for (const [i, d] of directions.entries())
      at = { x: at.x + lengths[i]! * Math.cos(d), y: at.y + lengths[i]! * Math.sin(d) }
    // The loose end lies off the rest line as far as the wave takes it there, nearly: the chain is as long as before.
    expect(Math.abs(at.y - 20 - waveAt(slight, 240, 240, 0.1))).toBeLessThan(1.5)
    expect(wavedChain({ x: 0, y: 0 }, lengths, [0, 0, 0, 0], { ...wave, amplitude: 0 }, 0.4)).toEqual([0, 0, 0, 0])
  })
})
