import { describe, expect, it } from 'vitest'
import { applyCommand } from '#core/commands'
import { openingPlan } from '#core/document'
import { sheetJson } from '#core/formats/sheet-json'
import type { SheetIn } from '#core/formats/sheet-in'
import { readSheetFile } from '#core/formats/sheet-in'
import { Contents, sceneOf } from '#core/pass'
import { withColumns } from '~/desk/scene'
import { demoShots } from '../../demo'
import { oneStep } from '~/desk/one-step'
import { plansFor, sheetDrafts } from './sheet-drafts'

const { shot } = demoShots().find(s => s.shot.name.startsWith('020'))!
const plan = openingPlan(shot)
const none = () => undefined
const keeper = { note: () => '', keep: () => '' }
const sceneIn = (s: typeof shot) => withColumns(sceneOf(s, plan, new Contents()), none, keeper)
const scene = sceneIn(shot)
const read = readSheetFile(JSON.stringify(sheetJson(shot, plan, '')), shot.rate)
const sheet = (read as { sheet: SheetIn }).sheet
const applied = (drafts: ReturnType<typeof sheetDrafts>) => {
  const [draft] = oneStep(drafts, 'Import the sheet')
  const out = applyCommand(shot, { id: 'command-0001', schema: shot.schema, ...draft! } as never)
  if (!out.ok) throw new Error(out.refusal.message)
  return out.shot
}

describe('a sheet from elsewhere', () => {
  it('comes in as columns like those that it was made of, with new drawings and charts', () => {
    const now = applied(sheetDrafts(scene, sheet, plansFor(scene, sheet, 'new'), { length: true, notes: true }))
    const back = sheetJson(now, plan, '')
    const half = back.columns.length / 2
    const bare = (list: typeof back.columns) => list.map(({ reference: _r, ...c }) => c)
    expect(bare(back.columns.slice(half))).toEqual(bare(back.columns.slice(0, half)))
    expect(back.notes).toHaveLength(sheet.notes.length * 2)
  })
  it('is the timing of columns of the same names; what follows another, or lacks a drawing, is left out', () => {
    const plans = plansFor(scene, sheet, 'timing')
    expect(plans.map(p => p.against)).toEqual(['', '', '', expect.stringMatching(/follows another column/)])
    const [first, ...others] = sheet.columns
    const more = { ...first!, drawings: [...first!.drawings, { number: '99', role: 'key' as const }] }
    const changed = { ...more, exposures: [{ drawing: '99', frames: 4 }] }
    expect(plansFor(scene, { ...sheet, columns: [changed, ...others] }, 'timing')[0]!.against).toBe(
      'it has no drawing 99',
    )
    expect(plansFor(scene, { ...sheet, columns: [{ ...first!, name: 'Elsewhere' }] }, 'timing')[0]!.against).toBe(
      'no column is called so',
    )
  })
  it('changes no drawing where only its timing is taken', () => {
    const slow = {
      ...sheet,
      columns: sheet.columns.map(c => ({ ...c, exposures: c.exposures.map(x => ({ ...x, frames: x.frames + 1 })) })),
    }
    const now = applied(sheetDrafts(scene, slow, plansFor(scene, slow, 'timing'), { length: false, notes: false }))
    expect(now.length).toBe(shot.length)
    // What follows another column gets its blank drawings with the timing of that one.
    const follower = scene.columns.find(c => c.leader)!.stack
    for (const [id, stack] of Object.entries(shot.stacks).filter(([id]) => id !== follower))
      expect(Object.keys(now.stacks[id]!.drawings)).toEqual(Object.keys(stack.drawings))
  })
})
