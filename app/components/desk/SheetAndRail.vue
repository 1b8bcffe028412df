<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useElementSize, useWindowSize } from '@vueuse/core'
import { Plus } from '@lucide/vue'
import { drawSheet } from '~/desk/draw-sheet'
import { COLUMN, frameAtY, HEAD, MARGIN, RAIL, ROW, yOfFrame } from '~/desk/layout'

const emit = defineEmits<{ 'add-column': [] }>()
const desk = useDesk()
const scroller = ref<HTMLElement | null>(null)
const sheet = ref<HTMLCanvasElement | null>(null)
const scroll = ref(0)
const scrollX = ref(0)
/** On a narrow window the rail folds away first. */
const NARROW = 1160
const { width: windowWidth } = useWindowSize()
const railOpen = computed(() => windowWidth.value >= NARROW)
const { height: viewHeight } = useElementSize(scroller)

const ADD = 22
const sheetWidth = computed(() => MARGIN + Math.min(4, Math.max(2, desk.columns.length)) * COLUMN + ADD)
const overflow = computed(() => Math.max(0, MARGIN + desk.columns.length * COLUMN + ADD - sheetWidth.value))
const spacer = computed(() => desk.rows * ROW + HEAD)

usePaint(sheet, [() => desk.shown, () => desk.columnId, () => desk.selection, () => desk.loop, scroll, scrollX, () => desk.strokesSeen, useTheme().name, () => desk.preview], (c, w, h) => desk.shown && drawSheet(c, desk, w, h, scroll.value, scrollX.value))

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
            <RailView :scroll="scroll" :view-height="viewHeight" />
          </div>
        </div>
      </div>
    </div>
    <ColumnMenu v-if="columnMenu" :column="columnMenu" :left="Math.max(8, (heads.find(h => h.id === columnMenu)?.left ?? MARGIN) - 20)" @close="columnMenu = null" />
    <ChartPanel v-if="desk.chartPanel" :key="desk.chartPanel.run" :left="sheetWidth + (railOpen ? RAIL : 0) + 18" @close="desk.chartPanel = null" />
    <p class="sr-only" aria-live="polite">{{ desk.playing ? '' : told }}</p>
  </div>
</template>
