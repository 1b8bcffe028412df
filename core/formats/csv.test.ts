import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { charted, columnIn, done, PLAN, posedShot, where } from '../commands/fixture.test-helper'
import { listOf } from '../sheet'
import { readSheetRows, sheetCsv } from './csv'

const rows = (text: string) => Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data
const shot = () => charted(posedShot(), '1', '13', ['9', '11'])
const plan = (s = shot()) => s.plans[PLAN]!

describe('the sheet as CSV', () => {
  // RFC 4180, read back with the npm package papaparse.
  it('is read by another reader', () => {
    const s = done(shot(), 'column.set', { ...where, name: 'A, "near"' })
    const { data, errors } = Papa.parse<string[]>(sheetCsv(s, plan(s)), { skipEmptyLines: true })
    expect(errors).toEqual([])
    expect(data[0]).toEqual(['Frame', 'A, "near"'])
    expect(data).toHaveLength(1 + 48)
    expect([1, 2, 9, 10, 11, 13, 25].map(f => data[f]![1])).toEqual(['1', '', '9', '', '11', '13', '25'])
  })
  it('reads its own back as the same exposures', () => {
    const s = shot()
    const read = readSheetRows(rows(sheetCsv(s, plan(s))), s, plan(s))
    const runs = listOf(columnIn(s).runs)
    expect(read.ok && read.columns[0]!.exposures.slice(0, -1)).toEqual(
      runs.slice(0, -1).map(({ drawing, frames }) => ({ drawing, frames })),
    )
    // The last drawing stays to the end of the shot.
    expect(read.ok && read.columns[0]!.exposures.at(-1)).toEqual({ drawing: 'd25', frames: 24 })
  })
  it.each(['=1+1', '+A', '-A', '@A', "'=A", '=HYPERLINK("x"),1', "'A", 'A=1'])(
    'a column called %s is no formula to a spreadsheet, and comes back',
    name => {
      const s = done(shot(), 'column.set', { ...where, name })
      const [head] = rows(sheetCsv(s, plan(s)))
      // Characters by which a field is taken for a formula: OWASP, “CSV injection” (from memory).
      expect(head![1]).not.toMatch(/^[=+\-@\t\r]/)
      expect(readSheetRows(rows(sheetCsv(s, plan(s))), s, plan(s)).ok).toBe(true)
    },
  )
  it.each([
    ['Frame,A\r\n1,77\r\n', { row: 2, column: 'A', message: 'There is no drawing 77 in this column.' }],
    ['Frame,B\r\n1,1\r\n', { row: 1, column: 'B', message: 'There is no column of this name.' }],
    ['Frame,A,A\r\n1,1,1\r\n', { row: 1, column: 'A', message: 'This column comes twice.' }],
    ['Frame,A\r\n1,1\r\n3,13\r\n', { row: 3, column: 'Frame', message: 'Frame 2 should stand here, not “3”.' }],
    [
      '',
      {
        row: 1,
        column: '',
        message: 'There is no sheet in it: the first row names the columns, the first column counts the frames.',
      },
    ],
  ])('%j is listed by row and column', (text, misfit) => {
    const read = readSheetRows(rows(text), shot(), plan())
    expect(!read.ok && read.misfits).toContainEqual(misfit)
  })
  it('takes X for a blank, whatever line ends and marks come', () => {
    const read = readSheetRows(rows('\uFEFFFrame,A\n1,x\n2,\n3,13\n4,'), shot(), plan())
    expect(read).toEqual({
      ok: true,
      frames: 4,
      columns: [
        {
          column: columnIn(shot()).id,
          exposures: [
            { drawing: null, frames: 2 },
            { drawing: 'd13', frames: 2 },
          ],
        },
      ],
    })
  })
})
