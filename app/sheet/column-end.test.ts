import { describe, expect, it } from 'vitest'
import { columnIn, COLUMN, exposures, posedShot } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { shownColumn } from '#core/document'
import { drawingShown } from '#core/pass'
import { after, deskOn } from '~/desk/scene.test-helper'
import type { ColumnEnd } from './column-end'
import { endAs, endOf } from './column-end'

const sceneOn = (shot: Shot) => deskOn(shot)[0]
const ended = (shot: Shot, end: ColumnEnd) => after(shot, endAs(sceneOn(shot), COLUMN, end))
const shown = (shot: Shot, frame: number) => drawingShown(shownColumn(columnIn(shot), shot.length), frame)

describe('the end of a column', () => {
  const shot = posedShot()
  const { frames } = columnIn(shot).runs
  const lastDrawing = shown(shot, frames)
  it('is held, blank or repeated, back and forth', () => {
    expect(frames).toBeLessThan(shot.length)
    expect(endOf(sceneOn(shot), COLUMN)).toBe('hold')
    expect(shown(shot, frames + 2)).toBe(lastDrawing)
    const blank = ended(shot, 'blank')
    expect([endOf(sceneOn(blank), COLUMN), shown(blank, frames), shown(blank, frames + 2)]).toEqual([
      'blank',
      lastDrawing,
      null,
    ])
    const repeated = ended(blank, 'repeat')
    expect(endOf(sceneOn(repeated), COLUMN)).toBe('repeat')
    // The blank is not repeated: the first drawing comes right behind the last.
    expect([shown(repeated, frames), shown(repeated, frames + 1)]).toEqual([lastDrawing, shown(shot, 1)])
    expect(exposures(ended(repeated, 'hold'))).toBe(exposures(shot))
    expect(endOf(sceneOn(ended(repeated, 'blank')), COLUMN)).toBe('blank')
  })
  it('held again after a blank keeps its length', () => {
    const held = ended(ended(shot, 'blank'), 'hold')
    expect([endOf(sceneOn(held), COLUMN), columnIn(held).runs.frames]).toEqual(['hold', frames + 1])
  })
  it('stays as it is where it is so already', () => {
    expect(endAs(sceneOn(shot), COLUMN, 'hold')).toEqual([])
  })
})
