/** What the division of the window depends on; sizes in CSS px. */
export interface Wishes {
  readonly window: { readonly width: number; readonly height: number }
  /** The sheet with all its columns that are wished for, and with the one that is worked on alone. */
  readonly sheet: { readonly wished: number; readonly least: number }
  readonly rail: { readonly wished: number; readonly least: number; readonly folded: boolean }
  /** The side slot: shut, open, or open with something that is read with the rail. */
  readonly slot: 'shut' | 'open' | 'with-rail'
}

/** How wide the parts of the desk are, px; the picture has the rest. */
export interface Division {
  /** Picture and sheet stand one above the other: on a tablet held upright. */
  readonly upright: boolean
  readonly sheet: number
  /** 0 where it is folded. */
  readonly rail: number
  readonly slot: number
}

export const SLOT = 320
/** Below this width of the window the rail is folded. */
const NARROW = 1160
/** Sheet and rail leave the picture so much; in a narrow window a little less. */
const LEAST_PICTURE = { usual: 620, narrow: 580 }

/**
 * Divides the window among sheet, rail, picture and side slot. The rail folds where the slot needs its room, and comes
 * back; for what is read with the rail the sheet is narrowed instead, at most to the column that is worked on.
 */
export function divide({ window, sheet, rail, slot: kept }: Wishes): Division {
  const slot = kept === 'shut' ? 0 : SLOT
  const upright = window.height > window.width && window.width < NARROW
  const narrow = window.width < NARROW && !upright
  const room = window.width - slot - (upright ? 0 : LEAST_PICTURE[narrow ? 'narrow' : 'usual'])
  // Above one another there is room beside the sheet that nothing else needs.
  if (upright && (kept === 'with-rail' || !rail.folded)) {
    const beside = Math.max(rail.least, room - sheet.wished)
    return { upright, slot, rail: beside, sheet: Math.max(sheet.least, room - beside) }
  }
  if (kept === 'with-rail' && !narrow) return { upright, slot, ...withRail({ sheet, rail, room }) }
  const folded = rail.folded || narrow
  const wide = sheet.wished + rail.wished
  if (folded || (slot && wide > room)) return { upright, slot, rail: 0, sheet: within(sheet, room) }
  if (wide <= room) return { upright, slot, rail: rail.wished, sheet: sheet.wished }
  const narrowed = within(sheet, room - rail.least)
  return { upright, slot, sheet: narrowed, rail: within(rail, room - narrowed) }
}

/** For what is read with the rail: the sheet gives way first, then the rail. */
function withRail({ sheet, rail, room }: Pick<Wishes, 'sheet' | 'rail'> & { room: number }) {
  if (sheet.wished + rail.wished <= room) return { sheet: sheet.wished, rail: rail.wished }
  return { sheet: sheet.least, rail: within(rail, room - sheet.least) }
}

const within = ({ wished, least }: { wished: number; least: number }, room: number): number =>
  Math.max(least, Math.min(wished, room))
