<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useEventListener } from '@vueuse/core'
import { toast } from 'vue-sonner'
import { recipeLabel, recipeName, roomFor } from '#core/chart'
import type { Bar } from '#core/pass'
import { fitsRecipe } from '#core/pass'
import { BAR, drawRail } from './draw-rail'
import { frameAtY, HEAD, ROW, xOfU, yOfFrame } from '~/sheet/layout'
import type { Drafted } from './gestures'
import { led, lengthened, pulled, spaced, stretched, together, traded } from './gestures'
import type { FamilyHandle, LeadMarker } from './handles'
import { familyHandles, leadMarkers, scaleOf } from './handles'
import { passHere } from '~/chart/spans'
import { asKept } from '~/desk/wishes'
import { useDesk } from '~/desk/desk'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'

const { scroll, viewHeight } = defineProps<{ scroll: number; viewHeight: number }>()
const desk = useDesk()
const rail = ref<HTMLCanvasElement | null>(null)

type Part = NonNullable<Bar['part']>
type Hit =
  | { kind: 'bar'; bar: Bar; part: 'ring' | 'body' | 'end' }
  | { kind: 'handle'; part: Part; handle: FamilyHandle }
  | { kind: 'lead'; part: Part; marker: LeadMarker }
interface Drag {
  hit: Hit | null
  /** All that move together, as they were when they were taken hold of. */ bars: readonly Bar[]
  x: number
  y: number
  nowX: number
  nowY: number
  axis: 'x' | 'y' | null
  add: boolean
}

const drag = shallowRef<Drag | null>(null)
const hover = shallowRef<Hit | null>(null)
const heldRuns = computed(() => {
  const d = drag.value
  return new Set(d?.axis ? d.bars.map(b => b.run.id) : [])
})
const hot = computed(() => {
  const h = drag.value?.hit ?? hover.value
  return h?.kind === 'handle' ? h.handle.id : h?.kind === 'lead' ? h.marker.key : null
})
const frame = computed(() => {
  const d = drag.value
  return d && !d.hit && d.axis
    ? { x: Math.min(d.x, d.nowX), y: Math.min(d.y, d.nowY), w: Math.abs(d.nowX - d.x), h: Math.abs(d.nowY - d.y) }
    : null
})

usePaint(
  rail,
  [
    () => desk.shown,
    () => desk.columnId,
    () => desk.selection,
    () => desk.loop,
    () => scroll,
    () => desk.strokesSeen,
    useTheme().name,
    () => desk.litChart,
    () => desk.picked,
    () => desk.points,
    () => desk.workFrame,
    () => desk.rowHeight,
    () => desk.margin,
    drag,
    hover,
    () => desk.moves,
  ],
  (c, w, h) => {
    if (!desk.shown) return
    drawRail(c, desk, w, h, scroll, { held: heldRuns.value, hot: hot.value, frame: frame.value })
    rail.value!.dataset.move = String(desk.moves)
  },
)

function local(e: PointerEvent): { x: number; y: number } {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll }
}

const near = (x: number, y: number, ax: number, ay: number, reach: number): boolean =>
  Math.hypot(x - ax, y - ay) <= reach

function hitAt(x: number, y: number): Hit | null {
  const here = passHere(desk)
  const part = here && desk.rail.stretches.flatMap(s => s.parts).find(p => p.pass.from.run.id === here.from.run.id)
  if (part) {
    const scale = scaleOf(part)
    const handle = familyHandles(part.pass).find(h => near(x, y, scale.x(h.u), scale.y(h.t), 8))
    if (handle) return { kind: 'handle', part, handle }
    const marker = leadMarkers(desk, part).find(m => Math.abs(x - m.x) <= 4.5 && Math.abs(y - m.y) <= 7)
    if (marker) return { kind: 'lead', part, marker }
  }
  const bar = desk.rail.bars
    .filter(b => b.kind !== 'blank')
    .find(b => {
      const [top, bottom] = [yOfFrame(b.start), yOfFrame(b.start + b.run.frames)]
      const bx = b.kind === 'loose' ? 10 : xOfU(b.x)
      return y >= top && y < bottom && (Math.abs(x - bx) <= BAR || (b.arrives && Math.abs(x - xOfU(1)) <= BAR))
    })
  if (!bar) return null
  const fromEnd = yOfFrame(bar.start + bar.run.frames) - y
  const ring = bar.kind === 'pose' && y - yOfFrame(bar.start) < Math.min(ROW, bar.run.frames * ROW - 5)
  return {
    kind: 'bar',
    bar,
    part: fromEnd < Math.min(5.5, bar.run.frames * ROW * 0.35) ? 'end' : ring ? 'ring' : 'body',
  }
}

function down(e: PointerEvent): void {
  if (e.button !== 0) return
  const { x, y } = local(e)
  if (y - scroll < 0) return
  const hit = hitAt(x, y)
  rail.value!.setPointerCapture(e.pointerId)
  if (hit?.kind === 'bar') {
    if (e.shiftKey && hit.part !== 'ring') {
      const picked = new Set(desk.picked)
      if (!picked.delete(hit.bar.run.id)) picked.add(hit.bar.run.id)
      desk.picked = picked
    } else if (!desk.picked.has(hit.bar.run.id)) desk.picked = new Set()
    desk.goTo(hit.bar.start)
    desk.selection = null
  }
  drag.value = {
    hit,
    bars: hit?.kind === 'bar' ? together(desk, hit.bar) : [],
    x,
    y,
    nowX: x,
    nowY: y,
    axis: null,
    add: e.shiftKey,
  }
}

/** Why what is being dragged cannot be done; said when it is let go. */
const refused = ref<string | null>(null)
function move(e: PointerEvent): void {
  const { x, y } = local(e)
  const d = drag.value
  if (!d) {
    const hit = hitAt(x, y)
    if (hit?.kind !== hover.value?.kind || JSON.stringify(nameOf(hit)) !== JSON.stringify(nameOf(hover.value)))
      hover.value = hit
    desk.litChart = hit?.kind === 'bar' ? (hit.bar.part?.pass.chart?.id ?? null) : null
    return
  }
  const [dx, dy] = [x - d.x, y - d.y]
  if (!d.axis && Math.hypot(dx, dy) < 4) return
  const axis =
    d.axis ??
    (d.hit?.kind === 'bar' && (d.hit.part !== 'body' || d.hit.bar.kind !== 'in-between')
      ? 'y'
      : Math.abs(dx) > Math.abs(dy)
        ? 'x'
        : 'y')
  drag.value = { ...d, nowX: x, nowY: y, axis }
  if (!d.hit) return
  const made = madeBy(d.hit, d.bars, axis, dx, dy, x, y, e)
  refused.value = made ? desk.tryOut(made.drafts, made.words) : null
  if (made) return
  desk.drop()
  desk.moves += 1
}

function madeBy(
  hit: Hit,
  bars: readonly Bar[],
  axis: 'x' | 'y',
  dx: number,
  dy: number,
  x: number,
  y: number,
  e: PointerEvent,
): Drafted | null {
  if (hit.kind === 'handle') return pulled(desk, hit.part, hit.handle, x, y)
  if (hit.kind === 'lead') return led(desk, hit.part, hit.marker, dy, ROW)
  const rows = Math.round(dy / ROW)
  if (axis === 'x') return spaced(bars, hit.bar, dx, desk, e.altKey)
  if (hit.part === 'ring') return stretched(hit.bar, rows, e.shiftKey, desk)
  return hit.part === 'end' ? lengthened(bars, hit.bar, rows, e.altKey, desk) : traded(bars, hit.bar, rows, desk)
}

function up(): void {
  const d = drag.value
  drag.value = null
  if (!d) return
  if (d.hit) {
    if (d.axis && desk.preview) desk.take()
    else if (d.axis && refused.value) toast(refused.value)
    refused.value = null
    return
  }
  if (!d.axis) {
    desk.picked = new Set()
    desk.goTo(frameAtY(d.y))
    return
  }
  const [left, right] = [Math.min(d.x, d.nowX), Math.max(d.x, d.nowX)]
  const [first, last] = [frameAtY(Math.min(d.y, d.nowY)), frameAtY(Math.max(d.y, d.nowY))]
  const inside = desk.rail.bars.filter(
    b =>
      (b.kind === 'in-between' || b.kind === 'pose') &&
      xOfU(b.x) >= left &&
      xOfU(b.x) <= right &&
      b.start <= last &&
      b.start + b.run.frames > first,
  )
  desk.picked = new Set([...(d.add ? desk.picked : []), ...inside.map(b => b.run.id)])
}
function cancel(): void {
  drag.value = null
  desk.drop()
}

onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && drag.value) cancel()
  }),
)

const nameOf = (h: Hit | null): unknown =>
  !h ? null : h.kind === 'bar' ? [h.bar.run.id, h.part] : h.kind === 'handle' ? h.handle.id : h.marker.key
const cursor = computed(() => {
  const h = drag.value?.hit ?? hover.value
  if (!h) return 'default'
  if (h.kind === 'lead') return 'ns-resize'
  if (h.kind === 'handle') return 'move'
  if (drag.value?.axis === 'x') return 'ew-resize'
  return h.part === 'end' ? 's-resize' : h.part === 'ring' ? 'ns-resize' : 'grab'
})
const tip = computed(() => {
  const h = hover.value
  if (!h || drag.value) return ''
  if (h.kind === 'handle') return h.handle.name
  if (h.kind === 'lead') return `${h.marker.name}: drag up to lead, down to drag behind`
  if (h.part === 'ring') return `${h.bar.number}: stretches the passage before it (Shift: all that follows moves)`
  if (h.part === 'end') return `${h.bar.number}: push (Alt: trade with the next)`
  return h.bar.kind === 'in-between'
    ? `${h.bar.number}: sideways spacing, up and down timing (Alt: no snapping)`
    : `${h.bar.number}: up and down trades frames`
})

const U_LABEL = 58
/** All passes with their part of the scale, and whether their chart has been passed through before. */
const spans = computed(() => {
  const seen = new Set<string>()
  return desk.rail.stretches
    .flatMap(s => s.parts)
    .map(({ pass, from }) => {
      const again = !!pass.chart && seen.has(pass.chart.id) && !pass.backward
      if (pass.chart) seen.add(pass.chart.id)
      return { pass, from, again }
    })
})
/** The labels of the passes in sight; each opens the panel of its chart. */
const labels = computed(() => {
  // The rows' height is no part of what is reactive in yOfFrame.
  const row = desk.rowHeight
  const [first, last] = [scroll / row, (scroll + viewHeight) / row]
  const step = desk.column?.step ?? 1
  // A passage without in-betweens that has no room for one either says nothing.
  return spans.value
    .filter(
      ({ pass }) =>
        pass.from.start >= first &&
        pass.from.start <= last &&
        (pass.members.length > 0 || roomFor(pass.from.start, pass.to.start, step) > 0),
    )
    .map(({ pass, from, again }) => {
      const chart = pass.chart
      const n = pass.members.length
      const fits = fitsRecipe(pass)
      const short = !chart?.ticks.length ? 'nothing between' : recipeLabel(asKept(pass, chart.recipe))
      const text = [pass.backward ? 'return' : again ? 'again' : '', n ? `${short} · ${n}` : short, fits ? '' : 'refit']
        .filter(Boolean)
        .join(' · ')
      const title = !chart?.ticks.length
        ? 'Nothing between. Add in-betweens … (S)'
        : `${recipeName(asKept(pass, chart.recipe))}, ${n} in-between${n === 1 ? '' : 's'}${again ? ', the same chart once more' : ''}.${fits ? '' : ' The timing has changed since: it can be fitted again.'} Spacing … (S)`
      // Beside the first pose; where that stands further in (a breakdown), at the left edge, clear of the bars.
      return {
        run: pass.from.run.id,
        fits,
        left: from > 0.2 ? 2 : U_LABEL,
        top: HEAD + (pass.from.start - 1) * row - scroll,
        text,
        title,
      }
    })
    .filter(l => l.top > HEAD - 6 && l.top < viewHeight - 10)
    .filter((l, i, all) => i === 0 || l.top - all[i - 1]!.top >= 11)
})
</script>

<template>
  <canvas
    ref="rail"
    class="touch-none"
    role="img"
    aria-label="Rail: where each drawing sits between its two poses, row for row with the sheet."
    data-part="rail"
    :style="{ cursor }"
    :title="tip"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="cancel"
    @pointerleave="drag || ((desk.litChart = null), (hover = null))"
  />
  <button
    v-for="l in labels"
    :key="l.run"
    type="button"
    class="absolute h-[14px] max-w-[104px] truncate rounded-sm bg-sheet/85 px-1 text-[10px] leading-[14px] hover:bg-wash hover:text-graphite"
    :class="l.fits ? 'text-soft' : 'text-signal'"
    :style="{ left: `${l.left}px`, top: `${l.top}px` }"
    :title="l.title"
    @click="desk.chartPanel = { run: l.run }"
  >
    {{ l.text }}
  </button>
</template>
