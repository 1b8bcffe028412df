import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import { liftIsNoClick } from '~/desk/useLongPress'
import type { Grip } from '~/ui/grip'
import { gripOf, spreadBy } from '~/ui/grip'
import { penNear } from '~/ui/pen-near'
import type { SheetPoint } from './sheet-places'

/** Two fingers that go so much further apart, or nearer, make the rows a step roomier, or denser. */
const STEP = 1.25

/** How long a finger rests until it selects, ms, and how far it may stray, px. */
const [LONG, STRAY] = [400, 8]

interface Sheet {
  readonly canvas: Ref<HTMLCanvasElement | null>
  readonly local: (e: PointerEvent) => SheetPoint
  readonly down: (p: SheetPoint, e: PointerEvent) => void
  readonly move: (p: SheetPoint, e: PointerEvent) => void
  readonly up: (p: SheetPoint) => void
  readonly cancel: () => void
  /** In the margin a finger scrubs. */
  readonly isMargin: (p: SheetPoint) => boolean
  readonly scrollBy: (dx: number, dy: number) => void
  /** Rows become roomier, or denser. */
  readonly zoom: (by: 1 | -1) => void
  /** What the right button asks for. */
  readonly menu: (e: PointerEvent) => void
}

/**
 * A finger on the sheet. It scrolls: up and down by the browser, sideways here. A tap is a click. One that rests selects
 * from there on, as the pointer does with its button held, and asks for the menu where it did not move. In the margin it
 * scrubs. Two scroll in any direction, and make the rows roomier or denser. The hand of a pen does nothing.
 */
class SheetFinger {
  private finger: { id: number; e: PointerEvent; last: PointerEvent; timer: ReturnType<typeof setTimeout> } | null =
    null
  /** Nothing yet, scrolling sideways, or what the pointer does, and whether it has moved since. */
  private way: 'open' | 'across' | 'held' | 'moved' = 'open'
  /** Where two fingers are, and where they were when the rows changed last. */
  private two: { readonly at: Map<number, PointerEvent>; grip: Grip; changed: Grip } | null = null
  constructor(private readonly sheet: Sheet) {}

  /** What the browser makes of a finger that rests is not wanted: it is asked for when it is lifted. */
  busy = (): boolean => !!this.finger || !!this.two
  /** It does what the pointer does: the browser must not scroll with it. */
  get holds(): boolean {
    return this.way === 'held' || this.way === 'moved' || !!this.two
  }

  press = (e: PointerEvent): void => {
    if (penNear()) return
    const { finger } = this
    if (this.two) return
    if (finger) {
      // Neither of two means a cell.
      this.let()
      const grip = gripOf(finger.last, e)
      this.two = {
        at: new Map([
          [finger.id, finger.last],
          [e.pointerId, e],
        ]),
        grip,
        changed: grip,
      }
      return
    }
    this.finger = { id: e.pointerId, e, last: e, timer: setTimeout(() => this.hold(), LONG) }
    if (this.sheet.isMargin(this.sheet.local(e))) this.hold()
  }

  stray = (e: PointerEvent): void => {
    const { finger, sheet } = this
    if (this.two) return this.pinch(e)
    if (finger?.id !== e.pointerId) return
    const far = Math.hypot(e.clientX - finger.e.clientX, e.clientY - finger.e.clientY) > STRAY
    if (far && this.way === 'held') this.way = 'moved'
    if (far && this.way === 'open') {
      clearTimeout(finger.timer)
      this.way = 'across'
    }
    if (this.way === 'moved') sheet.move(sheet.local(e), e)
    else if (this.way === 'across') sheet.scrollBy(finger.last.clientX - e.clientX, 0)
    finger.last = e
  }

  private pinch(e: PointerEvent): void {
    const { two, sheet } = this
    if (!two?.at.has(e.pointerId)) return
    two.at.set(e.pointerId, e)
    const [a, b] = [...two.at.values()]
    const [before, now] = [two.grip, gripOf(a!, b!)]
    two.grip = now
    sheet.scrollBy(before.middle.x - now.middle.x, before.middle.y - now.middle.y)
    const by = spreadBy(two.changed, now)
    if (by < STEP && by > 1 / STEP) return
    two.changed = now
    sheet.zoom(by > 1 ? 1 : -1)
  }

  lift = (e: PointerEvent): void => {
    const { finger, sheet, way } = this
    if (this.two?.at.has(e.pointerId)) this.two = null
    if (finger?.id !== e.pointerId) return
    if (way === 'open') sheet.down(sheet.local(e), e)
    if (way !== 'across') sheet.up(sheet.local(e))
    if (way === 'held' && !sheet.isMargin(sheet.local(finger.e))) {
      liftIsNoClick()
      sheet.menu(e)
    }
    this.leave()
  }

  /** The browser scrolls with it. */
  drop = (e: PointerEvent): void => {
    if (this.two?.at.has(e.pointerId)) this.two = null
    if (this.finger?.id === e.pointerId) this.let()
  }

  /** What it had begun is left. */
  private let(): void {
    if (this.holds) this.sheet.cancel()
    this.leave()
  }
  private leave(): void {
    if (this.finger) clearTimeout(this.finger.timer)
    this.finger = null
    this.way = 'open'
  }
  private hold(): void {
    if (!this.finger || this.way !== 'open') return
    this.way = 'held'
    this.sheet.down(this.sheet.local(this.finger.e), this.finger.e)
  }
}

/** What fingers do on the sheet. */
export function useSheetTouch(sheet: Sheet): SheetFinger {
  const finger = new SheetFinger(sheet)
  // Only before it begins to scroll can the browser be told that this one does something else.
  useEventListener(
    sheet.canvas,
    'touchmove',
    e => {
      if (finger.holds && e.cancelable) e.preventDefault()
    },
    { passive: false },
  )
  return finger
}
