import { readFileSync } from 'node:fs'
// An independent validator of JSON Schema.
import Ajv2020 from 'ajv/dist/2020'
import { describe, expect, it } from 'vitest'
import { demoShots } from '../../demo'
import { sheetCsv } from './csv'
import { sheetJson, sheetJsonSchema, sheetSchemaAsJson } from './sheet-json'

const published: object = JSON.parse(
  readFileSync(new URL('../../docs/sheet.schema.json', import.meta.url), 'utf8'),
) as object

describe('the sheet as JSON', () => {
  it('has the published form (npm run schema)', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(sheetSchemaAsJson())))
  })
  it.each(demoShots().map(({ shot }) => [shot.name, shot] as const))('of %s is of that form', (_, shot) => {
    const sheet = JSON.parse(JSON.stringify(sheetJson(shot, shot.planOrder[0]!, 'Gull Point Lamp'))) as unknown
    const valid = new Ajv2020({ strict: false }).compile(published)
    expect(valid(sheet), JSON.stringify(valid.errors)).toBe(true)
    expect(sheetJsonSchema.safeParse(sheet).success).toBe(true)
  })
  it('exposes what the sheet as CSV does, frame by frame', () => {
    for (const { shot } of demoShots()) {
      const plan = shot.plans[shot.planOrder[0]!]!
      const rows = sheetCsv(shot, plan).trim().split('\r\n').slice(1)
      const { columns } = sheetJson(shot, plan.id, '')
      columns.forEach((c, i) => {
        for (const e of c.exposures.filter(x => !x.again))
          expect(rows[e.from - 1]!.split(',')[i + 1]).toBe(e.drawing ?? 'X')
      })
      expect(columns.flatMap(c => c.exposures.map(e => e.frames)).every(n => n > 0)).toBe(true)
    }
  })
})
