<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useElementSize, useEventListener, useWindowSize } from '@vueuse/core'
import { Plus } from '@lucide/vue'
import { toast } from 'vue-sonner'
import { drawSheet } from './draw-sheet'
import { spotAt } from '#core/commands'
import { COLUMN, frameAtY, HEAD, leftWith, RAIL, ROW, yOfFrame } from './layout'
import ChartPanel from '~/chart/ChartPanel.vue'
import ColumnMenu from './ColumnMenu.vue'
import RailView from '~/rail/RailView.vue'
import SheetGhosts from '~/ghosts/SheetGhosts.vue'
import SheetNote from './SheetNote.vue'
import SheetPlayhead from './SheetPlayhead.vue'
import { useDesk } from '~/desk/desk'
import { usePaint } from '~/ui/usePaint'
import { useSheetGestures } from './useSheetGestures'
import { useTheme } from '~/ui/useTheme'

const { typing, noting } = defineProps<{ typing: boolean; noting: { frame: number; frames: number } | null }>()
const emit = defineEmits<{
  'add-column': []
  typed: []
  type: []
  note: [at: { frame: number; frames: number } | null]
}>()
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
const left = computed(() => leftWith(desk.notes))
const sheetWidth = computed(() => left.value + Math.min(4, Math.max(2, desk.columns.length)) * COLUMN + ADD)
const overflow = computed(() => Math.max(0, left.value + desk.columns.length * COLUMN + ADD - sheetWidth.value))
const spacer = computed(() => desk.rows * desk.rowHeight + HEAD)

/** The column that is worked on is in sight. */
watch([() => desk.columnId, () => desk.columns.length], () => {
  const i = desk.columns.findIndex(c => c.id === desk.column?.id)
  if (i < 0) return
  const room = sheetWidth.value - left.value - ADD
  scrollX.value = Math.max(0, Math.min(overflow.value, i * COLUMN, Math.max(scrollX.value, (i + 1) * COLUMN - room)))
})
usePaint(
  sheet,
  [
    () => desk.shown,
    () => desk.columnId,
    () => desk.selection,
    () => desk.loop,
    scroll,
    scrollX,
    () => desk.strokesSeen,
    useTheme().name,
    () => desk.preview,
    () => desk.rowHeight,
    () => desk.margin,
    () => desk.notes,
  ],
  (c, w, h) => {
    if (!desk.shown) return
    drawSheet(c, desk, w, h, scroll.value, scrollX.value)
    sheet.value!.dataset.drawn = '1'
  },
)

/** Keeps the playhead in sight: by a page while playing, by the row otherwise. */
watch([() => desk.frame, () => desk.rowHeight], async ([f]) => {
  await nextTick()
  const el = scroller.value
  if (!el) return
  const [top, bottom] = [yOfFrame(f), yOfFrame(f + 1)]
  const view = el.clientHeight - HEAD
  if (top < el.scrollTop) el.scrollTop = desk.playing ? Math.max(0, top - ROW * 2) : top
  else if (bottom > el.scrollTop + view) el.scrollTop = desk.playing ? top - ROW * 2 : bottom - view
})

function local(e: PointerEvent): { x: number; y: number } {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll.value }
}

const { gesture, down, move, up, cancel, cursorAt, columnAt } = useSheetGestures(desk, scrollX, at => emit('note', at))

function sheetDown(e: PointerEvent): void {
  if (e.button !== 0) return
  const p = local(e)
  if (p.y - scroll.value < 0) return
  sheet.value!.setPointerCapture(e.pointerId)
  down(p, e)
}
function sheetMove(e: PointerEvent): void {
  const p = local(e)
  if (gesture.value) move(p, e)
  sheet.value!.style.cursor = cursorAt(p)
}
onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && gesture.value) cancel()
  }),
)

function wheel(e: WheelEvent): void {
  const by = e.deltaX || (e.shiftKey ? e.deltaY : 0)
  if (by && overflow.value) scrollX.value = Math.max(0, Math.min(overflow.value, scrollX.value + by))
}

// — a drawing dragged in from the tray —

function dropDrawing(e: DragEvent): void {
  const files = [...(e.dataTransfer?.files ?? [])]
  if (files.length) {
    const over = columnAt(e.clientX - sheet.value!.getBoundingClientRect().left)
    if (over) desk.columnId = over
    desk.goTo(Math.max(1, frameAtY(e.clientY - sheet.value!.getBoundingClientRect().top - HEAD + scroll.value)))
    desk.bringing = files
    return
  }
  const drawing = e.dataTransfer?.getData('text/fintro-drawing')
  if (!drawing || !desk.stack?.drawings[drawing]) return
  const box = sheet.value!.getBoundingClientRect()
  const id = columnAt(e.clientX - box.left)
  const column = desk.columns.find(c => c.id === id)
  const frame = Math.max(1, frameAtY(e.clientY - box.top - HEAD + scroll.value))
  if (!column || column.stack !== desk.stack.id) {
    toast('A drawing can be exposed in a column of its own stack only.')
    return
  }
  if (
    desk.run({
      name: 'frame.expose',
      args: { plan: desk.plan!.id, column: column.id, at: spotAt(column.runs, frame), frame, drawing },
    })
  )
    desk.goTo(frame)
}

// — typing the number of a drawing into a cell —

const cell = ref<HTMLInputElement | null>(null)
const cellFault = ref('')
watch(
  () => typing,
  async on => {
    cellFault.value = ''
    await nextTick()
    if (on) cell.value?.focus()
  },
)
const cellAt = computed(() => {
  const i = desk.columns.findIndex(c => c.id === desk.column?.id)
  return {
    left: `${left.value + i * COLUMN - scrollX.value + 2}px`,
    top: `${HEAD + (desk.frame - 1) * desk.rowHeight - scroll.value - 4}px`,
    width: `${COLUMN - 4}px`,
  }
})
function typeCell(e: Event): void {
  const text = (e.target as HTMLInputElement).value.trim()
  const column = desk.column!
  const drawing =
    text.toUpperCase() === 'X' ? null : Object.values(desk.stack!.drawings).find(d => d.number === text)?.id
  if (!text) {
    emit('typed')
    return
  }
  if (drawing === undefined) {
    cellFault.value = `There is no drawing ${text} in this column.`
    return
  }
  if (
    desk.run({
      name: 'frame.expose',
      args: { plan: desk.plan!.id, column: column.id, at: spotAt(column.runs, desk.frame), frame: desk.frame, drawing },
    })
  )
    emit('typed')
}

const columnMenu = ref<string | null>(null)

// — column heads: a click works on a column, then opens its settings; dragging puts it in another place —

const dragged = ref<{ id: string; x: number; to: number | null } | null>(null)
function headDown(e: PointerEvent, id: string): void {
  if (e.button !== 0) return
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
  dragged.value = { id, x: e.clientX, to: null }
}
function headMove(e: PointerEvent): void {
  const d = dragged.value
  if (!d || (d.to === null && Math.abs(e.clientX - d.x) < 6)) return
  const x = e.clientX - sheet.value!.getBoundingClientRect().left - left.value + scrollX.value
  dragged.value = { ...d, to: Math.max(0, Math.min(desk.columns.length, Math.round(x / COLUMN))) }
}
function headUp(): void {
  const d = dragged.value
  dragged.value = null
  headDragged = d !== null && d.to !== null
  if (!d || d.to === null) return
  const ids = desk.columns.map(c => c.id)
  const from = ids.indexOf(d.id)
  const order = ids.filter(id => id !== d.id)
  order.splice(d.to > from ? d.to - 1 : d.to, 0, d.id)
  if (order.some((id, i) => id !== ids[i])) desk.run({ name: 'columns.order', args: { plan: desk.plan!.id, order } })
}
let headDragged = false
function headClick(id: string): void {
  if (headDragged) {
    headDragged = false
    return
  }
  if (desk.columnId === id) columnMenu.value = columnMenu.value === id ? null : id
  else desk.columnId = id
}
const heads = computed(() =>
  desk.columns
    .map((c, i) => ({ id: c.id, name: c.name, left: left.value + i * COLUMN - scrollX.value }))
    .filter(h => h.left >= left.value - 4 && h.left < sheetWidth.value - 20),
)
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
    <div
      ref="scroller"
      class="min-h-0 overflow-x-hidden overflow-y-scroll bg-sheet outline-none"
      :style="{ width: `${sheetWidth + (railOpen ? RAIL : 0) + 11}px`, scrollbarWidth: 'thin' }"
      tabindex="-1"
      @scroll="scroll = ($event.target as HTMLElement).scrollTop"
      @wheel.passive="wheel"
    >
      <div :style="{ height: `${spacer}px` }">
        <div
          class="sticky top-0 flex"
          :style="{ height: `${viewHeight}px` }"
        >
          <div
            class="relative h-full shrink-0"
            :style="{ width: `${sheetWidth}px` }"
          >
            <canvas
              ref="sheet"
              class="touch-none"
              role="img"
              aria-label="Exposure sheet. Arrow keys step by frame and by drawing."
              data-part="sheet"
              @dragover.prevent
              @drop.prevent="dropDrawing"
              @dblclick="emit('type')"
              @pointerdown="sheetDown"
              @pointermove="sheetMove"
              @pointerup="up(local($event))"
              @pointercancel="cancel"
            />
            <div
              v-if="typing && desk.column"
              class="absolute z-10"
              :style="cellAt"
            >
              <input
                ref="cell"
                class="field h-[23px] w-full px-1 text-center font-mono text-[12px]"
                aria-label="Number of the drawing to expose from here on"
                title="The number of a drawing, or X for a blank"
                @keydown.enter.prevent="typeCell"
                @keydown.esc.stop="emit('typed')"
                @blur="emit('typed')"
              />
              <p
                v-if="cellFault"
                class="absolute left-0 top-6 w-44 rounded border border-edge bg-panel px-2 py-1 text-signal shadow"
                role="alert"
              >
                {{ cellFault }}
              </p>
            </div>
            <button
              v-for="h in heads"
              :key="h.id"
              type="button"
              class="absolute top-0 rounded-sm hover:bg-ledger/10"
              :style="{ left: `${h.left + 1}px`, width: `${COLUMN - 1}px`, height: `${HEAD - 2}px` }"
              :aria-pressed="desk.columnId === h.id"
              :aria-label="`Column ${h.name}`"
              :title="`${desk.columnId === h.id ? `${h.name}: settings of the column` : `Work on ${h.name}`}. Drag to put it in another place.`"
              @pointerdown="headDown($event, h.id)"
              @pointermove="headMove"
              @pointerup="headUp"
              @pointercancel="dragged = null"
              @click="headClick(h.id)"
            />
            <div
              v-if="dragged && dragged.to !== null"
              class="pointer-events-none absolute top-0 z-10 w-[3px] bg-signal"
              :style="{ left: `${left + dragged.to * COLUMN - scrollX - 1}px`, height: `${HEAD + 24}px` }"
            />
            <SheetNote
              v-if="noting"
              :key="`${noting.frame}`"
              :at="noting"
              :scroll="scroll"
              @done="emit('note', null)"
            />
            <button
              type="button"
              class="absolute top-1.5 right-0.5 grid h-7 w-[19px] place-items-center rounded-sm border border-edge bg-sheet text-soft hover:bg-wash hover:text-graphite"
              title="Add a column"
              aria-label="Add a column"
              @click="emit('add-column')"
            >
              <Plus :size="13" />
            </button>
          </div>
          <SheetGhosts :scroll="scroll" />
          <SheetPlayhead
            :scroll="scroll"
            :width="sheetWidth + (railOpen ? RAIL : 0)"
          />
          <div
            v-show="railOpen"
            class="relative h-full shrink-0 border-l border-edge"
            :style="{ width: `${RAIL}px` }"
          >
            <RailView
              :scroll="scroll"
              :view-height="viewHeight"
            />
          </div>
        </div>
      </div>
    </div>
    <ColumnMenu
      v-if="columnMenu"
      :column="columnMenu"
      :left="Math.max(8, (heads.find(h => h.id === columnMenu)?.left ?? left) - 20)"
      @close="columnMenu = null"
    />
    <ChartPanel
      v-if="desk.chartPanel"
      :key="desk.chartPanel.run"
      :left="sheetWidth + (railOpen ? RAIL : 0) + 18"
      @close="desk.chartPanel = null"
    />
    <p
      class="sr-only"
      aria-live="polite"
    >
      {{ desk.playing ? '' : told }}
    </p>
  </div>
</template>
