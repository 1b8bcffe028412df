import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import type { Move } from '../document'
import { shownPlan } from '../document'
import { COLUMN, done, PLAN, posedShot } from '../commands/fixture.test-helper'
import { instructionsOf } from '../pass'
import { readSheetRows, sheetCsv } from './csv'
import { otioSheet } from './otio'
import { sheetJson, sheetJsonSchema } from './sheet-json'

const still = { turn: 0, size: 1 }
const go = { recipe: { family: 'halves' as const, slow: 'both' as const }, step: 1, about: { x: 0, y: 0 } }
const at = (frame: number, x: number, y: number, more: Partial<Move> = {}): Move => ({
  ...still,
  frame,
  place: { x, y },
  ...more,
})

const shot = done(
  done(posedShot(), 'move.put', {
    plan: PLAN,
    puts: [
      { column: null, move: at(1, 960, 540) },
      { column: null, move: at(12, 960, 540, { go }) },
      { column: null, move: at(24, 1100, 540, { size: 0.5 }) },
      { column: COLUMN, move: at(1, 0, 0, { go: { ...go, recipe: { family: 'even' }, drawn: true } }) },
      { column: COLUMN, move: at(25, -240, 0) },
    ],
  }),
  'camera.shake',
  { plan: PLAN, was: null, shake: { frame: 30, frames: 6, px: 14, rate: 12, fades: true, seed: 0 } },
)
const name = shot.plans[PLAN]!.columns[COLUMN]!.name

describe('moves in words', () => {
  it('are trucks, pans and turns of the camera, with holds between them (common practice)', () => {
    const words = (...moves: Move[]) => instructionsOf(moves, 'camera').map(i => `${i.first}–${i.last} ${i.words}`)
    expect(words(at(1, 0, 0), at(12, 0, 0, { go }), at(24, 100, 0, { size: 0.5 }))).toEqual([
      '1–11 hold',
      '12–24 truck in, pan right',
    ])
    expect(words(at(1, 0, 0, { go }), at(9, 0, -50, { size: 2, turn: 0.2 }))).toEqual([
      '1–9 truck out, pan up, turn clockwise',
    ])
    expect(words(at(1, 0, 0), at(9, 0, 0), at(20, 0, 0))).toEqual(['1–19 hold'])
    expect(instructionsOf([at(1, 0, 0), at(9, 300, 0)], 'camera')[0]).toMatchObject({
      words: 'hold',
      detail: 'then cut to 300, 0 at 100 %',
    })
  })
  it('are what columns do, with where they start and end', () => {
    const [told] = instructionsOf([at(1, 0, 0, { go: { ...go, step: 2 } }), at(25, -240, 240, { size: 1.2 })], 'column')
    expect(told).toEqual({
      ...{ first: 1, last: 25, words: 'grows, goes down and left' },
      detail: '100 % → 120 %, 339 px, slow at both ends, on twos',
    })
  })
})

describe('moves on a sheet', () => {
  it('stand in OpenTimelineIO as metadata of their track and of the whole; without moves there is none', () => {
    type Made = { tracks: { metadata: object; children: { metadata: object }[] } }
    const { tracks } = otioSheet(shot, PLAN) as Made
    const json = sheetJson(shot, PLAN, 'Tests')
    expect(tracks.metadata).toEqual({ fintro: { camera: json.camera, instructions: json.instructions } })
    expect(tracks.children[0]!.metadata).toEqual({ fintro: { moves: json.columns[0]!.moves } })
    const bare = (otioSheet(posedShot(), PLAN) as Made).tracks
    expect([bare.metadata, bare.children[0]!.metadata]).toEqual([{}, {}])
  })
  it('stand in a CSV on the frames on which they begin, and are not read back', () => {
    const plan = shownPlan(shot, shot.plans[PLAN]!)
    const { data } = Papa.parse<string[]>(sheetCsv(shot, plan).trim())
    expect(data[0]!.at(-1)).toBe('Moves')
    const told = data.slice(1).flatMap(row => (row.at(-1) ? [[row[0], row.at(-1)]] : []))
    expect(told).toEqual([
      ['1', `Camera: hold, to 11; ${name}: goes left, to 25 (240 px, even, with its drawings)`],
      ['12', 'Camera: truck in, pan right, to 24 (100 % → 50 %, 140 px, slow at both ends)'],
      ['30', 'Camera: shake, to 35 (14 px, 12 times a second, dies away)'],
    ])
    expect(readSheetRows(data, shot, plan)).toMatchObject({ ok: true, columns: [{}] })
    const bare = posedShot()
    expect(sheetCsv(bare, bare.plans[PLAN]!)).not.toContain('Moves')
  })
  it('stand in JSON as fields, shakes and placements', () => {
    const near = done(shot, 'column.set', { plan: PLAN, column: COLUMN, depth: 1.5 })
    const json = sheetJson(near, PLAN, 'Tests')
    expect(sheetJsonSchema.parse(json)).toEqual(json)
    expect(json.camera!.fields.map(f => [f.frame, f.x, f.size, f.goes?.step])).toEqual([
      [1, 960, 1, undefined],
      [12, 960, 1, 1],
      [24, 1100, 0.5, undefined],
    ])
    expect(json.camera!.shakes).toEqual([{ from: 30, frames: 6, px: 14, rate: 12, fades: true }])
    expect([json.columns[0]!.depth, json.columns[0]!.moves!.map(m => [m.frame, m.x, m.goes?.step])]).toEqual([
      1.5,
      [
        [1, 0, 0],
        [25, -240, undefined],
      ],
    ])
    expect(json.instructions!.map(i => i.words)).toEqual(['hold', 'goes left', 'truck in, pan right', 'shake'])
  })
})
