import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { downs, empty, passing, planned } from '../commands/cycles.test-helper'
import { PLAN } from '../commands/fixture.test-helper'
import { shownPlan } from '../document'
import { listOf } from '../sheet'
import { readSheetRows, sheetCsv } from './csv'
import { sheetJson, sheetJsonSchema } from './sheet-json'

const shot = downs(passing(planned(empty)))
const plan = shownPlan(shot, shot.plans[PLAN]!)

describe('cycles on a sheet', () => {
  it('stand in a CSV as moments behind all columns, and are not read back as drawings', () => {
    const { data } = Papa.parse<string[]>(sheetCsv(shot, plan).trim())
    expect(data[0]!.at(-1)).toBe('Moments')
    const moments = data.slice(1).flatMap(row => (row.at(-1) ? [`${row[0]} ${row.at(-1)}`] : []))
    const name = Object.values(plan.columns)[0]!.name
    expect(moments).toEqual(
      ['1 contact', '4 down', '7 passing', '10 up', '13 contact', '16 down', '19 passing', '22 up'].map(m =>
        m.replace(' ', ` ${name}: `),
      ),
    )
    const read = readSheetRows(data, shot, plan)
    expect(read).toMatchObject({ ok: true, columns: [{}] })
    const shown = listOf(Object.values(plan.columns)[0]!.runs).map(r => [r.drawing, r.frames])
    expect(read.ok && read.columns[0]!.exposures.map(e => [e.drawing, e.frames])).toEqual(shown)
    expect(sheetCsv(empty, empty.plans[PLAN]!)).not.toContain('Moments')
  })
  it('stand in JSON with their frames, how often they are shown, and their moments', () => {
    const json = sheetJson(shot, PLAN, 'Tests')
    expect(sheetJsonSchema.parse(json)).toEqual(json)
    expect(json.columns[0]!.cycles).toEqual([
      {
        ...{ kind: 'walk', from: 1, frames: 24, times: null },
        moments: ['contact 1', 'down 4', 'passing 7', 'up 10', 'contact 13', 'down 16', 'passing 19', 'up 22'].map(
          m => {
            const [moment, frame] = m.split(' ') as [string, string]
            return { name: moment, frame: Number(frame), drawing: frame }
          },
        ),
      },
    ])
    expect(sheetJson(empty, PLAN, 'Tests').columns[0]!.cycles).toBeUndefined()
  })
})
