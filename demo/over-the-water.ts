import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { dictionary as entries } from 'cmu-pronouncing-dictionary'
import type { Mouth, MouthSettings } from '#core/dialogue'
import {
  dictionaryOf,
  fitted,
  mouthOnHead,
  MOUTHS,
  placedMouth,
  putBeside,
  SHORT,
  soundsIn,
  waysOf,
} from '#core/dialogue'
import { inverseOf } from '#core/motion'
import { carrierSpace, sceneOf } from '#core/pass'
import type { Shot, SpokenLine, Word } from '../core/document'
import { makeShot, soundsHeard } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate, SOUND_CLOCK } from '#core/time'
import type { Stance } from './marrow'
import { marrow, stand } from './marrow'
import { drawingId, Planner } from './planner'

/** The voice: made by `voice/over-the-water.py`, which also tells when each word begins. */
const folder = new URL('./voice/', import.meta.url)
const WAV = readFileSync(new URL('over-the-water.wav', folder))
const said = JSON.parse(readFileSync(new URL('over-the-water.json', folder), 'utf8')) as {
  readonly line: string
  readonly rate: number
  readonly samples: number
  readonly words: readonly { readonly text: string; readonly sample: number }[]
}
const dictionary = dictionaryOf(entries)
const HASH = createHash('sha256').update(WAV).digest('hex')
/** The voice begins a second after the shot: before it she draws breath. */
const [VOICE_FRAME, LENGTH] = [25, 176]

/** Close to her, from the waist up. */
const framing = { middle: 560, ground: 1420, size: 2.05 }
const pose = (s: Stance) => stand(s, framing)

const waits = pose({ hips: [985, 655], back: 0.07, head: 0, near: [1046, 664], far: [966, 668], lantern: 0 })
const breathes = pose({ hips: [974, 650], back: -0.13, head: -0.3, near: [1056, 606], far: [1010, 580], lantern: 0.08 })
const calls = pose({ hips: [1006, 662], back: 0.27, head: -0.32, near: [1136, 560], far: [1116, 506], lantern: -0.1 })
const again = pose({ hips: [980, 652], back: -0.06, head: -0.26, near: [1090, 560], far: [1030, 560], lantern: 0.16 })
const louder = pose({ hips: [1014, 666], back: 0.33, head: -0.38, near: [1172, 428], far: [1130, 498], lantern: -0.14 })
const turns = pose({ hips: [1004, 658], back: 0.16, head: -0.14, near: [1150, 500], far: [1090, 560], lantern: 0.1 })
const warns = pose({ hips: [1010, 662], back: 0.25, head: 0.1, near: [1128, 548], far: [1158, 632], lantern: -0.06 })
const below = pose({ hips: [1016, 668], back: 0.38, head: 0.2, near: [1120, 590], far: [1146, 672], lantern: 0.04 })
const listens = pose({ hips: [992, 656], back: 0.14, head: 0.02, near: [1060, 652], far: [1010, 650], lantern: 0 })

const SETTINGS: MouthSettings = {
  lead: { plain: 2 / 24, broad: 6 / 24 },
  anticipation: { seconds: 16 / 24, how: 'breath' },
  ...{ shown: 'vowels', least: 2, step: 1, pause: 8 },
}

/**
 * Shot 040, "Over the water": Marrow calls a boat in. Her line is read against her voice, its mouths ride on her head and
 * come before their sounds.
 */
export function overTheWater(): { shot: Shot; strokes: Stroke[]; files: Buffer[] } {
  const p = new Planner(
    makeShot('gull-point-040', {
      name: '040 Over the water',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: LENGTH,
    }),
  )
  const [first] = p.plan.order
  p.do('column.set', { plan: p.plan.id, column: first!, name: 'Water', background: true, ink: '#5a4632' })
  drawWater(p, first!)
  planKeeper(p)
  const line = readLine(p)
  planMouth(p, line)
  p.column('rail', 'Rail', '#5a4632')
  drawRail(p)
  const notes = [
    [9, 14, 'draws breath'],
    [24, 20, 'first call'],
    [62, 36, 'louder, lantern up'],
    [113, 30, 'warns of the rocks'],
    [160, 16, 'listens'],
  ] as const
  p.notes(notes)
  return { shot: p.shot, strokes: p.strokes, files: [WAV] }
}

function planKeeper(p: Planner): void {
  p.figure('keeper', 'Keeper', marrow)
  const poses = [
    [1, 'key', waits],
    [15, 'extreme', breathes],
    [23, 'key', calls],
    [53, 'extreme', again],
    [62, 'key', louder],
    [101, 'breakdown', turns],
    [113, 'key', warns],
    [144, 'extreme', below],
    [162, 'key', listens],
  ] as const
  p.poses('keeper', 'marrow', poses)
  const spans = [
    [1, 15, 4, 2, 'first'],
    [15, 23, 2, 2, 'first'],
    [23, 53, 3, 2, 'first'],
    [53, 62, 2, 2, 'first'],
    [62, 101, 3, 3, 'both'],
    [101, 113, 3, 2, 'second'],
    [113, 144, 3, 2, 'second'],
    [144, 162, 4, 2, 'second'],
  ] as const
  for (const [from, to, n, step, slow] of spans) p.chart('keeper', from, to, n, step, { family: 'halves', slow })
  p.hold('keeper', 162, LENGTH)
}

/** The louder words of her line: marked by hand, as one does who listens. */
const STRESSED = new Set([0, 2, 3, 5, 8, 10, 12, 13])
/** A sample of 16 bits this quiet, of a voice at full height, is silence. */
const QUIET = 500

/** Until when a word is heard, in samples of the file: up to the next one, or to where its sound is over. */
function endOf(i: number): number {
  const next = said.words[i + 1]?.sample ?? said.samples
  let end = next
  while (end > said.words[i]!.sample && Math.abs(WAV.readInt16LE(44 + 2 * (end - 1))) < QUIET) end -= 1
  return next - end > said.rate / 10 ? end : next
}

function readLine(p: Planner): SpokenLine {
  const at = (sample: number): number => Math.round((sample * SOUND_CLOCK) / said.rate)
  const samples = Math.floor((said.samples * SOUND_CLOCK) / said.rate)
  p.do('sound.add', {
    plan: p.plan.id,
    sound: {
      ...{
        id: 'voice',
        file: HASH,
        name: 'Marrow’s voice',
        samples,
        frame: VOICE_FRAME,
        offset: 0,
        from: 0,
        to: samples,
      },
      gain: 0,
    },
  })
  const marks = said.line.split(' ')
  const words = said.words.map(({ text, sample }, i): Word => {
    const [way] = waysOf(text.toLowerCase(), dictionary)
    const sounds = soundsIn(way!, 0, SOUND_CLOCK).map(({ sound, stress, end }) => ({
      ...{ sound, to: end },
      ...(stress === undefined ? {} : { stress }),
    }))
    const bare = { id: `word-${i + 1}`, text: marks[i]!, from: 0, to: SOUND_CLOCK, sounds, stressed: STRESSED.has(i) }
    return fitted(bare, at(sample), Math.min(samples, at(endOf(i))))
  })
  const line: SpokenLine = { id: 'line-1', text: said.line, speaker: 'Marrow', sound: 'voice', words }
  p.do('line.put', { plan: p.plan.id, line })
  return line
}

/** Plain mouths on the edge of her face, and her line exposed by them. */
function planMouth(p: Planner, line: SpokenLine): void {
  p.column('mouth', 'Mouth', '#26302c', { step: 1 })
  const from = 'right' as const
  const { at, width } = mouthOnHead(marrow, waits, 'head', from)
  for (const mouth of MOUTHS) {
    const strokes = placedMouth(mouth, { width, ink: '#26302c', from }, at).map(s => p.keep(s))
    p.do('drawing.add', {
      stack: 'mouth-stack',
      drawing: { id: drawingOf(mouth), number: SHORT[mouth], role: 'key', content: { poses: {}, strokes } },
    })
  }
  const carrier = { column: 'keeper', part: { subject: 'marrow', bone: 'head' }, sizes: true, stays: false }
  const base = inverseOf(carrierSpace(sceneOf(p.shot, p.plan.id), carrier, 1)!)
  const where = { plan: p.plan.id, column: 'mouth' }
  p.do('column.carry', { ...where, was: null, carrier: { ...carrier, base }, moves: [] })
  const mouths = MOUTHS.map(shape => ({ id: `mouth-${SHORT[shape]}`, name: shape, shape, drawing: drawingOf(shape) }))
  p.do('mouths.set', { ...where, mouths: { mouths } })
  const stressed = line.words.map(w => w.stressed === true)
  const over = { first: 1, last: LENGTH }
  const heard = soundsHeard([line], p.plan, p.shot.rate, () => stressed)
  const exposed = putBeside([], { heard, set: { mouths }, settings: SETTINGS, rate: p.shot.rate, length: LENGTH, over })
  p.do('mouths.expose', {
    ...where,
    spoken: { by: 'reading', speaker: 'Marrow', settings: SETTINGS, follows: true, whole: true, ...exposed },
  })
}
const drawingOf = (mouth: Mouth): string => `mouth-${SHORT[mouth]}-1`

const [WOOD, PALE, SEA] = ['#8a7a64', '#b9ad99', '#9fb0b4']
const line = (x1: number, y1: number, x2: number, y2: number, n = 10, wave = 2.5) =>
  Array.from({ length: n + 1 }, (_, i): [number, number] => [
    x1 + ((x2 - x1) * i) / n,
    y1 + ((y2 - y1) * i) / n + wave * Math.sin(i * 2.3),
  ])

/** The water to its far edge, the point with its rocks, and a boat that is too near to them. */
function drawWater(p: Planner, column: string): void {
  const strokes = [
    p.stroke(PALE, 4, line(80, 560, 1840, 556, 24)),
    ...[
      [900, 640, 1230],
      [1340, 690, 1700],
      [980, 760, 1180],
      [1420, 800, 1800],
      [1100, 880, 1420],
      [120, 650, 330],
      [160, 770, 300],
    ].map(([x1, y, x2]) => p.stroke(SEA, 4, line(x1!, y!, x2!, y!, 8, 7))),
    // The boat: hull, mast, a light.
    p.stroke(WOOD, 6, [
      [1396, 560],
      [1412, 590],
      [1500, 592],
      [1526, 556],
      [1396, 560],
    ]),
    p.stroke(WOOD, 5, line(1462, 558, 1458, 452, 4, 1)),
    p.stroke(PALE, 4, [
      [1458, 458],
      [1506, 540],
      [1462, 542],
    ]),
    // The rocks.
    p.stroke(WOOD, 6, [
      [1580, 604],
      [1612, 556],
      [1640, 572],
      [1668, 520],
      [1712, 560],
      [1748, 540],
      [1790, 606],
    ]),
    p.stroke(PALE, 4, line(1560, 620, 1810, 618, 8, 5)),
  ]
  p.pose(column, 1, 'key', { poses: {}, strokes: [] })
  p.do('stroke.add', { stack: p.plan.columns[column]!.stack, drawing: drawingId(column, 1), strokes })
}

/** The rail of the gallery that she leans on, before everything else. */
function drawRail(p: Planner): void {
  const strokes = [
    p.stroke(WOOD, 14, line(40, 966, 1060, 958, 20)),
    p.stroke(WOOD, 9, line(40, 1030, 1056, 1024, 20)),
    ...[150, 420, 690, 960].map(x => p.stroke(WOOD, 11, line(x, 962, x - 4, 1076, 4))),
  ]
  p.pose('rail', 1, 'key', { poses: {}, strokes: [] })
  p.do('stroke.add', { stack: 'rail-stack', drawing: drawingId('rail', 1), strokes })
}
