import { useWindowSize } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useDesk } from './desk/desk'
import type { Division } from './desk/division'
import { divide } from './desk/division'
import { useFolds } from './desk/folds'
import { panels } from './panels'
import { LEAST_RAIL, MOST_RAIL, RAIL } from './rail/layout'
import { useRail } from './rail/store'
import { SCROLL_BAR, SPLIT_BAR } from './sheet/layout'
import { useSheet } from './sheet/sheet'
import { WAVE } from './poses/layout'
import { useSounds } from './sound/store'
import { useSide } from './ui/side'

/** So many columns are in sight unless the sheet was drawn wider. */
const USUAL_COLUMNS = 4
/** The usual height of the pose row, px: lower in a low window. */
const POSES = { usual: 82, low: 66, least: 48, most: 220 }
const LOW_WINDOW = 860
/** The height that the bars of an upright picture take, px. */
const BARS = 240

/** A size that was remembered, px, within its limits; null where none was, or what was is no size. */
const sizeOf = (kept: unknown, least = 0, most = Infinity): number | null =>
  typeof kept === 'number' && Number.isFinite(kept) ? Math.max(least, Math.min(most, kept)) : null

/** How the window is divided now, and within what limits the splitters move; px. */
export function useDivision() {
  const [desk, folds, rail, sheet, side] = [useDesk(), useFolds(), useRail(), useSheet(), useSide()]
  const sounds = useSounds()
  const { width, height } = useWindowSize()
  const sheetOf = (columns: number): number => sheet.left + columns * sheet.column
  const least = computed(() => sheetOf(1))
  const wished = computed(() => {
    const drawn = sizeOf(folds.sizes.sheet)
    const most = sheetOf(Math.max(1, desk.columns.length))
    return Math.max(
      least.value,
      Math.min(most, drawn ?? sheetOf(Math.min(USUAL_COLUMNS, Math.max(2, desk.columns.length)))),
    )
  })
  const division = computed<Division>(() =>
    divide({
      window: { width: width.value - SCROLL_BAR - 2 * SPLIT_BAR, height: height.value },
      sheet: { wished: wished.value, least: least.value },
      rail: { wished: sizeOf(folds.sizes.rail, LEAST_RAIL, MOST_RAIL) ?? RAIL, least: LEAST_RAIL, folded: folds.rail },
      slot: side.open ? (panels[side.open].withRail ? 'with-rail' : 'open') : 'shut',
    }),
  )
  watch(
    () => division.value.rail,
    to => {
      if (to) rail.width = to
    },
    { immediate: true, flush: 'sync' },
  )
  const limits = computed(() => ({
    sheet: { least: least.value, most: sheetOf(Math.max(1, desk.columns.length)) },
    rail: { least: LEAST_RAIL, most: MOST_RAIL },
    poses: { least: POSES.least, most: POSES.most },
    picture: { least: 320, most: Math.max(320, height.value - 300) },
  }))
  const poseHeight = computed(
    () =>
      sizeOf(folds.sizes.poses, POSES.least, POSES.most) ??
      (height.value < LOW_WINDOW ? POSES.low : POSES.usual) + (sounds.list.length ? WAVE : 0),
  )
  /** Of the picture and its bars, where they stand above the sheet: as high as the frame needs. */
  const pictureHeight = computed(() => {
    const { width: w, height: h } = desk.shown?.picture ?? { width: 16, height: 9 }
    const usual = Math.min(height.value * 0.66, (width.value * h) / w + (folds.poses ? BARS - 130 : BARS))
    const drawn = sizeOf(folds.sizes.picture) ?? usual
    return Math.round(Math.max(limits.value.picture.least, Math.min(limits.value.picture.most, drawn)))
  })
  return { division, limits, poseHeight, pictureHeight }
}
