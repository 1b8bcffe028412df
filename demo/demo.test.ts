import { describe, expect, it } from 'vitest'
import { layBones } from '#core/figure'
import { distance, inverseOf, mapped } from '#core/motion'
import {
  carrierSpace,
  cornersOfFraming,
  drawingShown,
  framingOn,
  placingAt,
  railOf,
  sceneOf,
  throughOn,
} from '#core/pass'
import { layersAt, roomAround } from '#core/picture'
import { meetAfter } from '#core/cycle'
import { fallFrames, gaitOf, mixedLimbs, seamStep } from '../core/travel'
import { listOf, summary } from '#core/sheet'
import { cycleIn, openShot, soundsHeard, storeShot, strokeHashes } from '../core/document'
import { frameAt } from '#core/time'
import { strokeText } from '#core/stroke'
import { isRough } from '#core/tie'
import { createHash } from 'node:crypto'
import { demoShots } from '.'

const { shot, strokes } = demoShots()[0]!
const plan = shot.plans[shot.planOrder[0]!]!
const keeper = plan.columns.keeper!
const stack = shot.stacks['keeper-stack']!
const scene = sceneOf(shot, plan.id)
const marrow = (id: string) =>
  layBones(stack.subjects.marrow!.figure, scene.contents.of(scene, stack, id).poses.marrow!)

describe('shot 020, Lantern lift', () => {
  it('is a good shot, the same each time, with every stroke it names', () => {
    expect(openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok).toBe(true)
    expect(storeShot(demoShots()[0]!.shot)).toEqual(storeShot(shot))
    const hashes = strokes.map(s => createHash('sha256').update(strokeText(s)).digest('hex'))
    expect(strokeHashes(shot).every(h => hashes.includes(h))).toBe(true)
  })
  it('is on twos with holds and a few ones, and fills its length', () => {
    const lengths = listOf(keeper.runs).map(r => r.frames)
    expect(lengths.filter(n => n === 2).length).toBeGreaterThan(lengths.length / 2)
    expect(lengths.filter(n => n === 1).length).toBeGreaterThan(2)
    expect(Math.max(...lengths)).toBeGreaterThanOrEqual(12)
    expect(summary(keeper.runs).frames).toBe(shot.length)
  })
  it('names every drawing by the frame it is first seen on', () => {
    let frame = 1
    const seen = new Set<string>()
    for (const run of listOf(keeper.runs)) {
      const d = stack.drawings[run.drawing!]!
      if (!seen.has(d.id)) expect(d.number).toBe(String(frame))
      seen.add(d.id)
      frame += run.frames
    }
  })
  it('keeps both feet where they stand in every drawing', () => {
    const first = marrow('keeper-1')
    for (const id of Object.keys(stack.drawings)) {
      for (const shin of ['near-shin', 'far-shin'])
        expect(distance(marrow(id).get(shin)!.tip, first.get(shin)!.tip), `${id} ${shin}`).toBeLessThan(1.5)
    }
  })
  it('gathers herself low, lifts past where it settles, and swings the lantern', () => {
    const hand = (id: string) => marrow(id).get('near-hand')!.tip
    expect(hand('keeper-26').y).toBeLessThan(hand('keeper-49').y)
    expect(scene.contents.of(scene, stack, 'keeper-13').poses.marrow!.place.y).toBeGreaterThan(
      scene.contents.of(scene, stack, 'keeper-1').poses.marrow!.place.y,
    )
    const angles = ['keeper-21', 'keeper-26', 'keeper-31', 'keeper-49'].map(
      id => marrow(id).get('lantern')!.angle - Math.PI / 2,
    )
    expect(angles.map(a => Math.sign(Math.round(a * 100)))).toEqual([1, -1, 1, 0])
  })
  it('has no loose drawing on its rail, but for the rope’s end, which is drawn straight ahead', () => {
    for (const column of Object.values(plan.columns).filter(c => c.leader === undefined))
      expect(railOf(scene, column).bars.filter(b => b.kind === 'loose')).toEqual([])
  })
})

describe('the loose end of the rope', () => {
  const loose = plan.columns.loose!
  const tip = (i: number) => {
    const drawing = shot.stacks['loose-stack']!.drawings[listOf(loose.runs)[i]!.drawing!]!
    const stroke = strokes.find(
      s => createHash('sha256').update(strokeText(s)).digest('hex') === drawing.content.strokes[0]!.hash,
    )!
    return { x: stroke.points.at(-3)!, y: stroke.points.at(-2)! }
  }
  it('is lined up with Marrow, and drawn on every one of her drawings', () => {
    expect(loose.leader).toBe('keeper')
    expect(listOf(loose.runs).map(r => r.frames)).toEqual(listOf(plan.columns.keeper!.runs).map(r => r.frames))
    for (const d of Object.values(shot.stacks['loose-stack']!.drawings))
      expect(d.content.strokes.length).toBeGreaterThan(2)
  })
  // Drag and follow-through (common practice): the loose part is still low when the body has gone up, and goes on after
  // it stops.
  it('drags behind the lift and settles', () => {
    const at = listOf(loose.runs).findIndex(
      (_, i) =>
        listOf(loose.runs)
          .slice(0, i)
          .reduce((s, r) => s + r.frames, 1) === 26,
    )
    expect(tip(at + 1).y).not.toBeCloseTo(tip(at).y, 0)
    const all = listOf(loose.runs).length
    expect(Math.hypot(tip(all - 1).x - tip(all - 2).x, tip(all - 1).y - tip(all - 2).y)).toBeLessThan(
      Math.hypot(tip(at).x - tip(at - 1).x, tip(at).y - tip(at - 1).y),
    )
  })
})

describe('shot 010, Sponge on the steps', () => {
  const sponge = demoShots()[1]!.shot
  const its = sponge.plans[sponge.planOrder[0]!]!
  const drawings = sponge.stacks['sponge-stack']!
  const pose = (frame: number) =>
    scene.contents.of(sceneOf(sponge, its.id), drawings, drawingShown(its.columns.sponge!, frame)!).poses.sponge!
  it('is a good shot that fills its length', () => {
    expect(openShot(JSON.parse(JSON.stringify(storeShot(sponge)))).ok).toBe(true)
    expect(summary(its.columns.sponge!.runs).frames).toBe(sponge.length)
    expect(railOf(sceneOf(sponge, its.id), its.columns.sponge!).bars.filter(b => b.kind === 'loose')).toEqual([])
  })
  // Common practice: a thrown thing moves sideways by equal steps in equal times, and up and down with a constant
  // second difference.
  it.each([
    [28, 32],
    [32, 38],
    [41, 45],
    [45, 51],
    [54, 58],
    [58, 64],
  ])('flies from %d to %d as a thrown thing does', (from, to) => {
    const points = Array.from({ length: to - from + 1 }, (_, i) => pose(from + i).place)
    const dx = points.slice(1).map((p, i) => p.x - points[i]!.x)
    const dy = points.slice(1).map((p, i) => p.y - points[i]!.y)
    dx.forEach(d => expect(d).toBeCloseTo(dx[0]!, 6))
    dy.slice(1)
      .map((d, i) => d - dy[i]!)
      .forEach((d, _i, all) => expect(d).toBeCloseTo(all[0]!, 6))
  })
  it('lands within a frame of what gravity asks on its stair', () => {
    for (const [top, ground] of [
      [32, 38],
      [45, 51],
      [58, 64],
    ] as const) {
      const frames = fallFrames(sponge.scale!, sponge.rate, pose(ground).place.y - pose(top).place.y)
      expect(Math.abs(frames - (ground - top))).toBeLessThan(1)
    }
  })
  it('settles beyond its last pose and back, on the spot', () => {
    const stretches = Array.from({ length: 15 }, (_, i) => pose(65 + i).stretch)
    expect(Math.max(...stretches)).toBeGreaterThan(1.1)
    expect(stretches.at(-1)).toBe(0.94)
    for (let f = 65; f <= 79; f++) expect(distance(pose(f).place, pose(65).place)).toBeLessThan(0.1)
  })
})

describe('shot 050, Kelp on the line', () => {
  const { shot: kelp, strokes: drawn } = demoShots()[2]!
  const its = kelp.plans[kelp.planOrder[0]!]!
  const byHash = new Map(drawn.map(s => [createHash('sha256').update(strokeText(s)).digest('hex'), s]))
  const there = sceneOf(kelp, its.id)
  const ways = Object.values(its.charts).map(c =>
    there.contents.wayOf(there, kelp.stacks[c.stack]!, c, hash => byHash.get(hash))!,
  )
  it('is a good shot that fills its length', () => {
    expect(openShot(JSON.parse(JSON.stringify(storeShot(kelp)))).ok).toBe(true)
    for (const column of ['gull', 'shade', 'beak', 'eye', 'kelp'])
      expect(summary(its.columns[column]!.runs).frames).toBe(kelp.length)
  })
  it('is drawn, and no in-between of it is a rough guess', () => {
    expect(
      Object.values(kelp.stacks)
        .flatMap(s => Object.values(s.subjects))
        .map(s => s.kind),
    ).toEqual(['part'])
    expect(ways.map(w => isRough(w.match))).toEqual(ways.map(() => false))
    for (const { match } of ways) expect(match.pieces.every(p => p.a === p.b)).toBe(true)
  })
  it('has a beak and an eye that ride on the head, an eye that blinks for three frames, and shade on the gull only', () => {
    const head = (frame: number) => carrierSpace(there, { ...its.columns.beak!.carrier!, sizes: true }, frame)!
    for (const column of ['beak', 'eye'])
      for (const frame of [1, 27, 29, 31, 40]) {
        const at = placingAt(there, its.columns[column]!, frame)!
        expect(at[4]).toBeCloseTo(head(frame)[4] - head(1)[4], 6)
      }
    const eyes = listOf(its.columns.eye!.runs).map(
      r => `${kelp.stacks['eye-stack']!.drawings[r.drawing!]!.number}*${r.frames}`,
    )
    expect(eyes.join(' ')).toBe('1*12 13*3 1*13 29*4 33*40')
    const shade = layersAt(there, 35, hash => byHash.get(hash)).find(l => l.column === 'shade')!
    expect(shade.cut).toHaveLength(1)
  })
  it('keeps the length of the strand while it swings', () => {
    const length = ({ points }: { points: readonly number[] }) => {
      let sum = 0
      for (let i = 3; i < points.length; i += 3)
        sum += Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!)
      return sum
    }
    const kelpWays = ways.filter((_, i) => Object.values(its.charts)[i]!.stack === 'kelp-stack')
    const whole = length(kelpWays[0]!.a[0]!.stroke)
    for (const way of kelpWays)
      for (const u of [0.25, 0.5, 0.75])
        expect(Math.abs(length(way.at(u, () => 'first')[0]!.stroke) / whole - 1)).toBeLessThan(0.04)
  })
})

describe('shot 040, Over the water', () => {
  const { shot: water, files } = demoShots()[3]!
  const its = water.plans[water.planOrder[0]!]!
  const mouth = its.columns.mouth!
  const line = its.lines!['line-1']!
  const number = (id: string) => water.stacks['mouth-stack']!.drawings[id]!.number
  const runs = listOf(mouth.runs).map(r => `${number(r.drawing!)}*${r.frames}`)
  it('is a good shot that fills its length, with the voice that it names', () => {
    expect(openShot(JSON.parse(JSON.stringify(storeShot(water)))).ok).toBe(true)
    expect(storeShot(demoShots()[3]!.shot)).toEqual(storeShot(water))
    for (const column of ['keeper', 'mouth']) expect(summary(its.columns[column]!.runs).frames).toBe(water.length)
    expect(createHash('sha256').update(files![0]!).digest('hex')).toBe(its.sounds!.voice!.file)
    expect(railOf(sceneOf(water, its.id), its.columns.keeper!).bars.filter(b => b.kind === 'loose')).toEqual([])
  })
  it('has a voice of 16 bits and one plane, whose words follow each other', () => {
    expect(files![0]!.toString('latin1', 0, 4)).toBe('RIFF')
    expect([files![0]!.readUInt16LE(22), files![0]!.readUInt16LE(34)]).toEqual([1, 16])
    expect(line.words.map(w => w.text).join(' ')).toBe(line.text)
    line.words.slice(1).forEach((w, i) => expect(w.from).toBeGreaterThanOrEqual(line.words[i]!.to))
  })
  it('shuts her lips for each B, P and M', () => {
    const shutOn = (frame: number) => number(drawingShown(mouth, frame)!) === 'shut'
    for (const heard of soundsHeard([line], its, water.rate, () => line.words.map(() => true))) {
      if (!['B', 'P', 'M'].includes(heard.sound)) continue
      const latest = frameAt(heard.start - 2 / 24, water.rate)
      expect([0, 1, 2, 3].some(k => shutOn(latest - k))).toBe(true)
    }
  })
  it('has few mouths, most of them for three frames or more', () => {
    expect(runs.length).toBeLessThan(40)
    expect(runs.filter(r => Number(r.split('*')[1]) === 1).every(r => r.startsWith('shut'))).toBe(true)
  })
  it('has mouths that ride on her head', () => {
    const there = sceneOf(water, its.id)
    const head = (frame: number) => carrierSpace(there, mouth.carrier!, frame)!
    for (const frame of [1, 24, 62, 113, 170]) {
      const at = placingAt(there, mouth, frame)!
      const place = mapped(head(frame), mapped(inverseOf(head(1)), { x: 700, y: 500 }))
      expect(distance(mapped(at, { x: 700, y: 500 }), place)).toBeLessThan(1e-6)
    }
  })
})

describe('shot 030, The stair', () => {
  const stairs = demoShots().find(d => d.shot.id === 'gull-point-030')!
  const scene = sceneOf(stairs.shot, stairs.shot.planOrder[0]!)
  const written = stairs.shot.plans[scene.plan.id]!.columns
  const climb = cycleIn(written.keeper!, 'climb', stairs.shot.length)!
  const wings = cycleIn(written.gull!, 'wings', stairs.shot.length)!
  it('opens, with every stroke it names', () => {
    expect(openShot(JSON.parse(JSON.stringify(storeShot(stairs.shot)))).ok).toBe(true)
    const hashes = stairs.strokes.map(s => createHash('sha256').update(strokeText(s)).digest('hex'))
    expect(strokeHashes(stairs.shot).every(h => hashes.includes(h))).toBe(true)
  })
  it('has steps of 24 frames and wings of 10, which begin together again after 120', () => {
    expect([climb.bracket.frames, wings.bracket.frames]).toEqual([24, 10])
    expect(meetAfter([24, 10])).toBe(120)
    expect(climb.cycle.half).toBeDefined()
  })
  it('has feet that stand on their stair while she climbs by her stride', () => {
    const keeper = written.keeper!
    const { measured, plants, frames } = gaitOf(scene, keeper, climb)
    const on = (frame: number) => placingAt(scene, scene.plan.columns.keeper!, frame)!
    // Arithmetic: px a frame times the frames of a round are the stride.
    expect([on(1 + frames)[4] - measured!.x, on(1 + frames)[5] - measured!.y].every(n => Math.abs(n) < 1e-6)).toBe(true)
    for (const { at, drawings } of plants)
      drawings.forEach((_, i) => {
        const [now, first] = [at[i]!, at[0]!].map(p => mapped(on(1 + p.t), p))
        expect(distance(now!, first!)).toBeLessThan(0.5)
      })
  })
  it('is seen by a camera that rises as far as she climbs; the window passes nearer than the wall', () => {
    const { camera } = scene.plan
    const [first, last] = [1, stairs.shot.length].map(f => framingOn(camera!, f, stairs.shot.rate).place)
    const [begin, end] = [1, stairs.shot.length + 1].map(f => placingAt(scene, scene.plan.columns.keeper!, f)!)
    expect([last!.x - first!.x, last!.y - first!.y]).toEqual([end![4] - begin![4], end![5] - begin![5]])
    const passed = (id: string): number => {
      const [from, to] = [1, stairs.shot.length].map(f => throughOn(scene, f)!(scene.plan.columns[id]!)!)
      return Math.hypot(to![4] - from![4], to![5] - from![5])
    }
    const [wall, window, stair] = [scene.plan.order[0]!, 'window', 'stair'].map(passed)
    expect(window! / wall!).toBeCloseTo(0.23 / 0.2, 9)
    expect(stair! / wall!).toBeCloseTo(5, 9)
    // The paper goes on as far as it sees.
    const room = roomAround(stairs.shot)
    for (const f of [1, 40, 80, 120])
      for (const p of cornersOfFraming(framingOn(camera!, f, stairs.shot.rate), stairs.shot.picture)) {
        expect(p.x >= room.x && p.x <= room.x + room.width && p.y >= room.y && p.y <= room.y + room.height).toBe(true)
      }
  })
  it('closes at its seam, with no limbs mixed up', () => {
    expect(seamStep(scene, written.keeper!, climb)!.jumps).toBe(false)
    expect(mixedLimbs(scene, written.keeper!, climb)).toEqual([])
  })
})
