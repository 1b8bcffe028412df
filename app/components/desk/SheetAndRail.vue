<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useElementSize, useWindowSize } from '@vueuse/core'
import { Plus } from '@lucide/vue'
import type { Bar } from '#core/pass'
import { fromScale } from '#core/pass'
import { placed, placeName, recipeName } from '#core/chart'
import { drawSheet } from '~/desk/draw-sheet'
import { BAR, drawRail } from '~/desk/draw-rail'
import { COLUMN, frameAtY, HEAD, MARGIN, RAIL, ROW, uOfX, xOfU, yOfFrame } from '~/desk/layout'
import { refOf } from '~/desk/spots'
import { planAndColumn } from '~/desk/wishes'
import type { Wish } from '~/sync/session'

const emit = defineEmits<{ 'add-column': [] }>()
const desk = useDesk()
const scroller = ref<HTMLElement | null>(null)
const sheet = ref<HTMLCanvasElement | null>(null)
const rail = ref<HTMLCanvasElement | null>(null)
const scroll = ref(0)
const scrollX = ref(0)
/** On a narrow window the rail folds away first. */
const NARROW = 1160
const { width: windowWidth } = useWindowSize()
const railOpen = computed(() => windowWidth.value >= NARROW)
const { height: viewHeight } = useElementSize(scroller)

const ADD = 22
const U_LABEL = 52
const sheetWidth = computed(() => MARGIN + Math.min(4, Math.max(2, desk.columns.length)) * COLUMN + ADD)
const overflow = computed(() => Math.max(0, MARGIN + desk.columns.length * COLUMN + ADD - sheetWidth.value))
const spacer = computed(() => desk.rows * ROW + HEAD)

const sources = [() => desk.shown, () => desk.columnId, () => desk.selection, () => desk.loop, scroll, scrollX, () => desk.strokesSeen, useTheme().name]
usePaint(sheet, [...sources, () => desk.preview], (c, w, h) => desk.shown && drawSheet(c, desk, w, h, scroll.value, scrollX.value))

interface Drag { bar: Bar, part: 'body' | 'end', x: number, y: number, axis: 'x' | 'y' | null, pointer: number, alt: boolean }
const drag = ref<Drag | null>(null)
const hover = ref<'body' | 'end' | null>(null)
usePaint(rail, [...sources, () => desk.litChart, drag, () => desk.moves], (c, w, h) => {
  if (!desk.shown) return
  drawRail(c, desk, w, h, scroll.value, drag.value?.bar.run.id ?? null)
  rail.value!.dataset.move = String(desk.moves)
})

/** Keeps the playhead in sight: by a page while playing, by the row otherwise. */
watch(() => desk.frame, async (f) => {
  await nextTick()
  const el = scroller.value
  if (!el) return
  const [top, bottom] = [yOfFrame(f), yOfFrame(f + 1)]
  const view = el.clientHeight - HEAD
  if (top < el.scrollTop) el.scrollTop = desk.playing ? Math.max(0, top - ROW * 2) : top
  else if (bottom > el.scrollTop + view) el.scrollTop = desk.playing ? top - ROW * 2 : bottom - view
})

function local(e: PointerEvent): { x: number, y: number } {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll.value }
}

// — the sheet: scrub in the margin, choose frames in a column —

let scrubbing = false
let choosing: { column: string, anchor: number } | null = null

function sheetDown(e: PointerEvent): void {
  if (e.button !== 0) return
  const { x, y } = local(e)
  if (y - scroll.value < 0) return
  const f = Math.max(1, frameAtY(y))
  sheet.value!.setPointerCapture(e.pointerId)
  desk.drop()
  if (x < MARGIN) {
    scrubbing = true
    desk.playing = false
    desk.goTo(f)
    return
  }
  const column = desk.columns[Math.floor((x - MARGIN + scrollX.value) / COLUMN)]
  if (!column) return
  if (e.shiftKey && desk.columnId === column.id) {
    const anchor = desk.selection?.column === column.id ? (f > desk.selection.first ? desk.selection.first : desk.selection.last) : desk.frame
    choosing = { column: column.id, anchor }
    desk.selection = { column: column.id, first: Math.min(anchor, f), last: Math.max(anchor, f) }
  }
  else {
    choosing = { column: column.id, anchor: f }
    desk.selection = null
  }
  desk.columnId = column.id
  desk.goTo(f)
}

function sheetMove(e: PointerEvent): void {
  if (!scrubbing && !choosing) return
  const f = Math.max(1, Math.min(desk.rows, frameAtY(local(e).y)))
  if (scrubbing) return desk.goTo(f)
  const { column, anchor } = choosing!
  if (f !== anchor || desk.selection) desk.selection = { column, first: Math.min(anchor, f), last: Math.max(anchor, f) }
  desk.goTo(f)
}

function sheetUp(): void {
  scrubbing = false
  choosing = null
}

function wheel(e: WheelEvent): void {
  const by = e.deltaX || (e.shiftKey ? e.deltaY : 0)
  if (by && overflow.value) scrollX.value = Math.max(0, Math.min(overflow.value, scrollX.value + by))
}

// — the rail: sideways is spacing, up and down is timing, the end is exposure —

function barAt(x: number, y: number): { bar: Bar, part: 'body' | 'end' } | null {
  const hit = desk.rail.bars.filter(b => b.kind !== 'blank').find((b) => {
    const [top, bottom] = [yOfFrame(b.start), yOfFrame(b.start + b.run.frames)]
    const bx = b.kind === 'loose' ? 10 : xOfU(b.x)
    return y >= top && y < bottom && (Math.abs(x - bx) <= BAR || (b.arrives && Math.abs(x - xOfU(1)) <= BAR))
  })
  if (!hit) return null
  return { bar: hit, part: yOfFrame(hit.start + hit.run.frames) - y < 5.5 ? 'end' : 'body' }
}

function railDown(e: PointerEvent): void {
  if (e.button !== 0) return
  const { x, y } = local(e)
  if (y - scroll.value < 0) return
  const hit = barAt(x, y)
  if (!hit) {
    desk.goTo(frameAtY(y))
    return
  }
  rail.value!.setPointerCapture(e.pointerId)
  desk.goTo(hit.bar.start)
  desk.selection = null
  drag.value = { ...hit, x, y, axis: null, pointer: e.pointerId, alt: e.altKey }
}

function railMove(e: PointerEvent): void {
  const { x, y } = local(e)
  const d = drag.value
  if (!d) {
    const hit = barAt(x, y)
    hover.value = hit?.part ?? null
    desk.litChart = hit?.bar.part?.pass.chart?.id ?? null
    return
  }
  const [dx, dy] = [x - d.x, y - d.y]
  if (!d.axis) {
    if (Math.hypot(dx, dy) < 4) return
    d.axis = d.part === 'body' && d.bar.kind === 'in-between' && Math.abs(dx) > Math.abs(dy) ? 'x' : 'y'
  }
  const made = d.axis === 'x' ? spacingOf(d.bar, dx) : timingOf(d, Math.round(dy / ROW))
  if (made) desk.tryOut(made.wish, made.words)
  else desk.drop()
}

/** Sideways: the place in the span. The bar keeps its frames. */
function spacingOf(bar: Bar, dx: number): { wish: Wish, words: string } | null {
  const { chart, backward } = bar.part!.pass
  const read = fromScale(bar.part!, bar.x + uOfX(dx + xOfU(0)))
  const wanted = backward ? 1 - read : read
  const i = chart!.ticks.findIndex(t => t.drawing === bar.run.drawing)
  const u = placed(wanted, chart!.ticks[i - 1]?.u, chart!.ticks[i + 1]?.u)
  return { wish: { name: 'chart.tick', args: { plan: desk.plan!.id, chart: chart!.id, drawing: bar.run.drawing!, u } }, words: `Drawing ${bar.number} at ${placeName(backward ? 1 - u : u)} of the way. Its frames stay.` }
}

/** Up and down: a trade with the neighbours. At the end: a push, or a trade with Alt held. */
function timingOf(d: Drag, rows: number): { wish: Wish, words: string } | null {
  if (!rows) return null
  const args = { ...planAndColumn(desk), run: refOf(d.bar), delta: rows }
  const by = `${Math.abs(rows)} frame${Math.abs(rows) === 1 ? '' : 's'}`
  if (d.part === 'body') return { wish: { name: 'run.shift', args }, words: `Trade: drawing ${d.bar.number} ${by} ${rows > 0 ? 'later' : 'earlier'}, the total stays.` }
  if (d.alt) return { wish: { name: 'run.trade', args }, words: `Trade: drawing ${d.bar.number} ${by} ${rows > 0 ? 'longer' : 'shorter'}, the next one gives and takes.` }
  const delta = Math.max(1 - d.bar.run.frames, rows)
  if (!delta) return null
  return { wish: { name: 'run.push', args: { ...args, delta } }, words: `Push: drawing ${d.bar.number} ${Math.abs(delta)} ${delta > 0 ? 'more' : 'less'}, held ${d.bar.run.frames + delta}; what follows moves.` }
}

function railUp(): void {
  if (drag.value && desk.preview) desk.take()
  drag.value = null
}
function railCancel(): void {
  drag.value = null
  desk.drop()
}

const cursor = computed(() => {
  if (drag.value?.axis === 'x') return 'ew-resize'
  if (hover.value === 'end') return 's-resize'
  return hover.value === 'body' ? 'grab' : 'default'
})

/** The labels of the passes in sight; each opens the panel of its chart. */
const labels = computed(() => desk.rail.stretches.flatMap(s => s.parts).map(({ pass, from }) => {
  const r = pass.chart?.recipe
  const short = !pass.chart?.ticks.length ? 'nothing between' : r!.family === 'even' ? 'even' : r!.family === 'free' ? 'by hand' : `halves ${r!.slow === 'both' ? 'both' : r!.slow === 'first' ? 'out' : 'in'}`
  const n = pass.members.length
  // Beside the first pose; where that stands further in (a breakdown), at the left edge, clear of the bars.
  return { run: pass.from.run.id, left: from > 0.2 ? 2 : U_LABEL, top: HEAD + yOfFrame(pass.from.start) - scroll.value, text: n ? `${short} · ${n}` : short, title: pass.chart?.ticks.length ? `${recipeName(r!)}, ${n} in-between${n === 1 ? '' : 's'}. Spacing … (S)` : 'Nothing between. Add in-betweens … (S)' }
}).filter(l => l.top > HEAD - 6 && l.top < viewHeight.value - 10))

const columnMenu = ref<string | null>(null)
function headClick(id: string): void {
  if (desk.columnId === id) columnMenu.value = columnMenu.value === id ? null : id
  else desk.columnId = id
}
const heads = computed(() => desk.columns.map((c, i) => ({ id: c.id, name: c.name, left: MARGIN + i * COLUMN - scrollX.value })).filter(h => h.left >= MARGIN - 4 && h.left < sheetWidth.value - 20))
const told = computed(() => {
  const d = desk.drawing
  if (!desk.column) return ''
  if (!d) return `Frame ${desk.workFrame}, column ${desk.column.name}: blank`
  const at = desk.place ? desk.workFrame - desk.place.start + 1 : 1
  return `Frame ${desk.workFrame}, column ${desk.column.name}: drawing ${d.number}, ${d.role}, ${at === 1 ? 'shown here first' : `held, frame ${at}`}`
})
</script>

<template>
  <div class="relative flex min-h-0 flex-1">
    <div ref="scroller" class="min-h-0 overflow-x-hidden overflow-y-scroll bg-sheet outline-none" :style="{ width: `${sheetWidth + (railOpen ? RAIL : 0) + 11}px`, scrollbarWidth: 'thin' }" tabindex="-1" @scroll="scroll = ($event.target as HTMLElement).scrollTop" @wheel.passive="wheel">
      <div :style="{ height: `${spacer}px` }">
        <div class="sticky top-0 flex" :style="{ height: `${viewHeight}px` }">
          <div class="relative h-full shrink-0" :style="{ width: `${sheetWidth}px` }">
            <canvas ref="sheet" class="touch-none" role="img" aria-label="Exposure sheet. Arrow keys step by frame and by drawing." data-part="sheet" @pointerdown="sheetDown" @pointermove="sheetMove" @pointerup="sheetUp" @pointercancel="sheetUp" />
            <button v-for="h in heads" :key="h.id" type="button" class="absolute top-0 rounded-sm hover:bg-ledger/10" :style="{ left: `${h.left + 1}px`, width: `${COLUMN - 1}px`, height: `${HEAD - 2}px` }" :aria-pressed="desk.columnId === h.id" :aria-label="`Column ${h.name}`" :title="desk.columnId === h.id ? `${h.name}: settings of the column` : `Work on ${h.name}`" @click="headClick(h.id)" />
            <button type="button" class="absolute top-1.5 right-0.5 grid h-7 w-[19px] place-items-center rounded-sm border border-edge bg-sheet text-soft hover:bg-wash hover:text-graphite" title="Add a column" aria-label="Add a column" @click="emit('add-column')"><Plus :size="13" /></button>
          </div>
          <SheetPlayhead :scroll="scroll" :width="sheetWidth + (railOpen ? RAIL : 0)" />
          <div v-show="railOpen" class="relative h-full shrink-0 border-l border-edge" :style="{ width: `${RAIL}px` }">
            <canvas ref="rail" class="touch-none" role="img" aria-label="Rail: where each drawing sits between its two poses, row for row with the sheet." data-part="rail" :style="{ cursor }" @pointerdown="railDown" @pointermove="railMove" @pointerup="railUp" @pointercancel="railCancel" @pointerleave="drag || (desk.litChart = null)" @keydown.esc="railCancel" />
            <button v-for="l in labels" :key="l.run" type="button" class="absolute h-[14px] max-w-[88px] truncate rounded-sm bg-sheet/85 px-1 text-[10px] leading-[14px] text-soft hover:bg-wash hover:text-graphite" :style="{ left: `${l.left}px`, top: `${l.top}px` }" :title="l.title" @click="desk.chartPanel = { run: l.run }">{{ l.text }}</button>
          </div>
        </div>
      </div>
    </div>
    <ColumnMenu v-if="columnMenu" :column="columnMenu" :left="Math.max(8, (heads.find(h => h.id === columnMenu)?.left ?? MARGIN) - 20)" @close="columnMenu = null" />
    <ChartPanel v-if="desk.chartPanel" :key="desk.chartPanel.run" :left="sheetWidth + (railOpen ? RAIL : 0) + 18" @close="desk.chartPanel = null" />
    <p class="sr-only" aria-live="polite">{{ desk.playing ? '' : told }}</p>
  </div>
</template>
