import { describe, expect, it } from 'vitest'
import type { Wishes } from './division'
import { divide, SLOT } from './division'

const at = (width: number, height: number, more: Partial<Wishes> = {}) =>
  divide({
    window: { width, height },
    sheet: { wished: 305, least: 119 },
    rail: { wished: 236, least: 196, folded: false },
    slot: 'shut',
    ...more,
  })

describe('the division of the window', () => {
  it('gives sheet and rail what they wish for, where the picture keeps enough', () => {
    expect(at(1280, 800)).toEqual({ upright: false, sheet: 305, rail: 236, slot: 0 })
    expect(at(1280, 800, { rail: { wished: 236, least: 196, folded: true } })).toMatchObject({ sheet: 305, rail: 0 })
  })
  it('folds the rail of itself where the slot needs its room, and at 1024', () => {
    expect(at(1280, 800, { slot: 'open' })).toEqual({ upright: false, sheet: 305, rail: 0, slot: SLOT })
    expect(at(1920, 1080, { slot: 'open' })).toMatchObject({ sheet: 305, rail: 236 })
    expect(at(1024, 768)).toMatchObject({ sheet: 305, rail: 0 })
    for (const slot of ['open', 'with-rail'] as const)
      expect(at(1024, 768, { slot })).toMatchObject({ sheet: 124, rail: 0 })
  })
  it('keeps the rail for what is read with it: the sheet shows the active column alone', () => {
    expect(at(1280, 800, { slot: 'with-rail' })).toEqual({ upright: false, sheet: 119, rail: 221, slot: SLOT })
    expect(at(1920, 1080, { slot: 'with-rail' })).toMatchObject({ sheet: 305, rail: 236 })
    const folded = { wished: 236, least: 196, folded: true }
    expect(at(1280, 800, { slot: 'with-rail', rail: folded })).toMatchObject({ rail: 221 })
  })
  it('narrows a sheet that was drawn too wide', () => {
    const wide = { sheet: { wished: 900, least: 119 } }
    expect(at(1280, 800, wide)).toMatchObject({ sheet: 464, rail: 196 })
    expect(at(1280, 800, { ...wide, slot: 'open' })).toMatchObject({ sheet: 340, rail: 0 })
  })
  it('stands picture and sheet one above the other on an upright tablet, with the rail', () => {
    expect(at(820, 1180)).toEqual({ upright: true, sheet: 305, rail: 515, slot: 0 })
    for (const slot of ['open', 'with-rail'] as const)
      expect(at(820, 1180, { slot })).toEqual({ upright: true, sheet: 304, rail: 196, slot: SLOT })
    const folded = { wished: 236, least: 196, folded: true }
    expect(at(820, 1180, { rail: folded, slot: 'open' })).toMatchObject({ sheet: 305, rail: 0 })
    expect(at(1200, 1900).upright).toBe(false)
  })
})
