<script setup lang="ts">
import SheetEnd from './SheetEnd.vue'
import SheetLanding from './SheetLanding.vue'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { droppedFiles } from '~/ui/dropped-files'
import { tell } from '~/ui/messages'
import { spotAt } from '#core/commands'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { usePlayer } from '~/desk/player'
import { usePaintCounts } from '~/ui/paint/counts'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { cellWords, selectionWords } from './cell-words'
import CellInput from './CellInput.vue'
import ColumnHeads from './ColumnHeads.vue'
import { drawSheet } from './draw-sheet'
import { HEAD, SCROLL_BAR, SOUND, SPLIT_BAR } from './layout'
import SheetCorner from './SheetCorner.vue'
import { useSheet } from './sheet'
import SheetGrid from './SheetGrid.vue'
import SheetNote from './SheetNote.vue'
import SheetPlayhead from './SheetPlayhead.vue'
import { useSounds } from '~/sound/store'
import { useSide } from '~/ui/side'
import { soundAt } from './sound-lane'
import { useSheetTouch } from './useSheetTouch'
import { useSheetGestures } from './useSheetGestures'

/** The sheet, `width` wide, and beside it, scrolled with it row for row, what is `beside` wide, px. */
const { width, beside } = defineProps<{ width: number; beside: number }>()
const emit = defineEmits<{ 'add-column': []; files: [files: File[]] }>()
defineSlots<{
  /** Over the sheet, and beside it. */
  over?: (props: { scroll: number }) => unknown
  beside?: (props: { scroll: number; viewHeight: number }) => unknown
  /** Between the two. */
  between?: () => unknown
}>()
const [desk, player, counts, sheet] = [useDesk(), usePlayer(), usePaintCounts(), useSheet()]
const menu = useContextMenu()
const sounds = useSounds()
const scroller = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const scroll = ref(0)
const scrollX = ref(0)
const { height: viewHeight } = useElementSize(scroller)

const overflow = computed(() => Math.max(0, sheet.left + desk.columns.length * sheet.column - width))
const spacer = computed(() => desk.rows * sheet.rowHeight + HEAD)

/** The column that is worked on is in sight. */
watch([() => desk.columnId, () => desk.columns.length, () => width, () => sheet.column, () => sheet.left], () => {
  const i = desk.columns.findIndex(c => c.id === desk.column?.id)
  if (i < 0) return
  const [room, each] = [width - sheet.left, sheet.column]
  scrollX.value = Math.max(0, Math.min(overflow.value, i * each, Math.max(scrollX.value, (i + 1) * each - room)))
})
usePaint(
  canvas,
  [
    () => desk.scene,
    () => desk.columnId,
    () => desk.selection,
    () => player.loop,
    scroll,
    scrollX,
    () => counts.arrivals,
    useTheme().name,
    () => desk.preview,
    () => sheet.rowHeight,
    () => sheet.margin,
    () => sheet.notes,
    () => sheet.soundLeft,
    () => sheet.readingLeft,
    () => sheet.cameraLeft,
    () => sounds.loudness,
    () => sounds.here,
  ],
  (c, w, height) => {
    if (!desk.scene || !desk.focus) return
    const { rows, left, margin, column, notes, soundLeft, readingLeft, cameraLeft } = sheet
    const { rate } = desk.scene.shot
    const sound =
      soundLeft === null
        ? null
        : {
            lane: { left: soundLeft, width: SOUND, laid: sounds.laid, rate },
            waves: sounds.waves,
            here: sounds.here?.id,
          }
    const look = {
      rows,
      left,
      margin,
      column,
      frames: desk.rows,
      loop: player.loop,
      trying: !!desk.preview,
      notes,
      sound,
      readingLeft,
      cameraLeft,
    }
    drawSheet(c, desk.scene, desk.focus, look, { width: w, height, scroll: scroll.value, scrollX: scrollX.value })
    canvas.value!.dataset.drawn = '1'
  },
)

/** Keeps the playhead in sight: by a page while playing, by the row otherwise. */
watch([() => desk.frame, () => sheet.rowHeight], async ([f]) => {
  await nextTick()
  const el = scroller.value
  if (!el) return
  const { rows } = sheet
  const [top, bottom] = [rows.y(f), rows.y(f + 1)]
  const view = el.clientHeight - HEAD
  if (top < el.scrollTop) el.scrollTop = desk.playing ? Math.max(0, top - rows.px * 2) : top
  else if (bottom > el.scrollTop + view) el.scrollTop = desk.playing ? top - rows.px * 2 : bottom - view
})

function local(e: PointerEvent): { x: number; y: number } {
  const box = canvas.value!.getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll.value }
}

const { gesture, down, move, up, cancel, cursorAt, columnAt } = useSheetGestures(scrollX)

const touch = useSheetTouch({
  ...{ canvas, local, down, move, up, cancel, menu: askMenu },
  isMargin: p => p.x < sheet.left,
  scrollBy: (dx, dy) => {
    across(dx)
    if (dy && scroller.value) scroller.value.scrollTop += dy
  },
  zoom: by => sheet.zoomRows(by),
})
function across(by: number): void {
  if (by && overflow.value) scrollX.value = Math.max(0, Math.min(overflow.value, scrollX.value + by))
}

function sheetDown(e: PointerEvent): void {
  const p = local(e)
  if (e.button !== 0 || p.y - scroll.value < 0) return
  if (e.pointerType === 'touch') return touch.press(e)
  canvas.value!.setPointerCapture(e.pointerId)
  down(p, e)
}
function sheetMove(e: PointerEvent): void {
  if (e.pointerType === 'touch') return touch.stray(e)
  const p = local(e)
  if (gesture.value) move(p, e)
  canvas.value!.style.cursor = cursorAt(p)
}
onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && gesture.value) cancel()
  }),
)

/** The menu is of the cell that was pointed at; what is selected around it stays selected. */
function askMenu(e: MouseEvent): void {
  const box = canvas.value!.getBoundingClientRect()
  const [x, y] = [e.clientX - box.left, e.clientY - box.top - HEAD + scroll.value]
  const column = columnAt(x)
  if (y >= scroll.value && sheet.soundLeft !== null && x >= sheet.soundLeft && x < sheet.soundLeft + SOUND)
    return askOfSound(e, { x, y })
  if (y < scroll.value || !column || x < sheet.left) return e.preventDefault()
  const frame = Math.max(1, Math.min(desk.rows, sheet.rows.frameAt(y)))
  const s = desk.selection
  if (!s || !s.columns.includes(column) || frame < s.first || frame > s.last) {
    desk.selection = null
    desk.columnId = column
    desk.goTo(frame)
  }
  menu.ask(e, 'cell')
}

/** The menu of a sound is of the one that was pointed at. */
function askOfSound(e: MouseEvent, p: { x: number; y: number }): void {
  const lane = { left: sheet.soundLeft!, width: SOUND, laid: sounds.laid, rate: desk.shown!.rate }
  const at = soundAt(lane, sheet.rows, p)
  if (at) sounds.hereId = at.sound.id
  desk.goTo(Math.max(1, Math.min(desk.rows, sheet.rows.frameAt(p.y))))
  menu.ask(e, 'sound')
}
/** A number is typed into a cell; a sound is looked at. */
function doubleClick(e: MouseEvent): void {
  const x = e.clientX - canvas.value!.getBoundingClientRect().left
  if (x >= sheet.left) sheet.typing = true
  else if (sheet.soundLeft !== null && x >= sheet.soundLeft && x < sheet.soundLeft + SOUND) useSide().open = 'sound'
}

function wheel(e: WheelEvent): void {
  across(e.deltaX || (e.shiftKey ? e.deltaY : 0))
}
function sheetUp(e: PointerEvent): void {
  if (e.pointerType === 'touch') touch.lift(e)
  else up(local(e))
}
function sheetCancel(e: PointerEvent): void {
  if (e.pointerType === 'touch') touch.drop(e)
  else cancel()
}

// — a drawing dragged in from the tray, or files —

function dropped(e: DragEvent): { column: string | null; frame: number } {
  const box = canvas.value!.getBoundingClientRect()
  const frame = sheet.rows.frameAt(e.clientY - box.top - HEAD + scroll.value)
  return { column: columnAt(e.clientX - box.left), frame: Math.max(1, frame) }
}
async function dropOn(e: DragEvent): Promise<void> {
  const at = dropped(e)
  const drawing = e.dataTransfer?.getData('text/fintro-drawing')
  if (e.dataTransfer?.files.length) {
    if (at.column) desk.columnId = at.column
    desk.goTo(at.frame)
    emit('files', await droppedFiles(e))
    return
  }
  if (drawing && desk.stack?.drawings[drawing]) exposeAt(drawing, at)
}
function exposeAt(drawing: string, at: { column: string | null; frame: number }): void {
  const column = desk.columns.find(c => c.id === at.column)
  if (!column || column.stack !== desk.stack!.id) {
    tell('A drawing can be exposed in a column of its own stack only.')
    return
  }
  const { frame } = at
  const args = { plan: desk.plan!.id, column: column.id, at: spotAt(column.runs, frame), frame, drawing }
  if (desk.run({ name: 'frame.expose', args })) desk.goTo(frame)
}

/** What is said where the focus is elsewhere: the grid reads its own cells. */
const inGrid = ref(false)
const told = computed(() => {
  const { scene, column, workFrame, playing } = desk
  if (!column || !scene || playing || inGrid.value) return ''
  const loud = sounds.loudOn(workFrame)
  const heard = loud && loud !== 'silent' ? `; the sound is ${loud}` : ''
  return `Frame ${workFrame}, column ${column.name}: ${cellWords(scene, column, workFrame)}${heard}`
})
const selected = computed(() => (desk.selection ? selectionWords(desk.selection, desk.columns) : ''))
</script>

<template>
  <div class="relative flex min-h-0 flex-1">
    <div
      ref="scroller"
      data-points="sheet"
      class="min-h-0 overflow-x-hidden overflow-y-scroll bg-sheet outline-none"
      :style="{ width: `${width + beside + SCROLL_BAR + (beside ? SPLIT_BAR : 0)}px`, scrollbarWidth: 'thin' }"
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
            :style="{ width: `${width}px` }"
          >
            <canvas
              ref="canvas"
              class="touch-pan-y"
              data-holds
              aria-hidden="true"
              data-part="sheet"
              @dragover.prevent
              @drop.prevent="dropOn"
              @dblclick="doubleClick"
              @contextmenu.stop="touch.busy() ? $event.preventDefault() : askMenu($event)"
              @pointerdown="sheetDown"
              @pointermove="sheetMove"
              @pointerup="sheetUp"
              @pointercancel="sheetCancel"
            />
            <SheetGrid
              id="sheet"
              @focusin="inGrid = true"
              @focusout="inGrid = false"
            />
            <SheetLanding
              :scroll="scroll"
              :scroll-x="scrollX"
              :width="width"
            />
            <SheetEnd
              :scroll="scroll"
              :scroll-x="scrollX"
              :width="width"
            />
            <CellInput
              v-if="sheet.typing && desk.column"
              :scroll="scroll"
              :scroll-x="scrollX"
            />
            <ColumnHeads
              :scroll-x="scrollX"
              :width="width"
            />
            <SheetNote
              v-if="sheet.noting"
              :key="`${sheet.noting.frame}`"
              :at="sheet.noting"
              :scroll="scroll"
              @done="sheet.noting = null"
            />
            <SheetCorner @add-column="emit('add-column')" />
          </div>
          <slot
            name="over"
            :scroll="scroll"
          />
          <SheetPlayhead
            :scroll="scroll"
            :width="width + beside + SPLIT_BAR"
          />
          <slot
            v-if="beside"
            name="between"
          />
          <div
            v-show="beside"
            class="relative h-full shrink-0"
            :style="{ width: `${beside}px` }"
          >
            <slot
              name="beside"
              :scroll="scroll"
              :view-height="viewHeight"
            />
          </div>
        </div>
      </div>
    </div>
    <p
      class="sr-only"
      aria-live="polite"
    >
      {{ told }}
    </p>
    <p
      class="sr-only"
      aria-live="polite"
      data-part="selected"
    >
      {{ selected }}
    </p>
  </div>
</template>
