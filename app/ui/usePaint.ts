import type { Ref, WatchSource } from 'vue'
import { onMounted, onScopeDispose, watch } from 'vue'

type Paint = () => void
const waiting = new Set<Paint>()
let asked = false

function paintAll(): void {
  asked = false
  const now = [...waiting]
  waiting.clear()
  for (const paint of now) paint()
}

/** Paints what waits at once, for those who measure it. */
export const paintNow = (): void => paintAll()

function ask(paint: Paint): void {
  waiting.add(paint)
  if (!asked) {
    asked = true
    requestAnimationFrame(paintAll)
  }
}

/**
 * Draws a canvas whenever one of the sources changes: once a display frame at most, and all canvases of the desk in the
 * same display frame. The canvas follows the size of its box and the pixel ratio of the screen; `draw` works in CSS px.
 */
export function usePaint(
  canvas: Ref<HTMLCanvasElement | null>,
  sources: WatchSource[],
  draw: (c: CanvasRenderingContext2D, width: number, height: number) => void,
): { repaint: () => void } {
  const paint = () => {
    const el = canvas.value
    const box = el?.parentElement
    if (!el || !box) return
    const ratio = Math.min(2, window.devicePixelRatio || 1)
    const [width, height] = [box.clientWidth, box.clientHeight]
    if (el.width !== Math.round(width * ratio) || el.height !== Math.round(height * ratio)) {
      el.width = Math.round(width * ratio)
      el.height = Math.round(height * ratio)
      el.style.width = `${width}px`
      el.style.height = `${height}px`
    }
    const c = el.getContext('2d')
    if (!c || !width || !height) return
    c.setTransform(ratio, 0, 0, ratio, 0, 0)
    draw(c, width, height)
  }
  const repaint = () => ask(paint)
  watch(sources, repaint, { flush: 'sync' })
  let sizes: ResizeObserver | null = null
  onMounted(() => {
    sizes = new ResizeObserver(repaint)
    if (canvas.value?.parentElement) sizes.observe(canvas.value.parentElement)
    void document.fonts.ready.then(repaint)
    repaint()
  })
  onScopeDispose(() => {
    sizes?.disconnect()
    waiting.delete(paint)
  })
  return { repaint }
}
