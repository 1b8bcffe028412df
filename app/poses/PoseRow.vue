<script setup lang="ts">
import ToggleButton from '~/ui/ToggleButton.vue'
import { plural } from '#core/basic'
import { computed, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { Plus } from '@lucide/vue'
import { figureExtent, contentMarks, paletteOf } from '#core/picture'
import { isPose } from '#core/pass'
import { exposedDrawings } from '#core/sheet'
import { perSecond } from '#core/time'
import { drawLayers } from '~/ui/paint/draw-picture'
import { refOf } from '#core/commands'
import { planAndColumn } from '~/desk/drafts'
import { theme } from '~/ui/colours'
import PoseRowPlayhead from './PoseRowPlayhead.vue'
import { useDesk } from '~/desk/desk'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { usePaintCounts } from '~/ui/paint/counts'
import { cardsBetween } from './cards'
import { usePoses } from './store'
import { useSide } from '~/ui/side'

const emit = defineEmits<{ add: [] }>()
const desk = useDesk()
const painted = usePaintCounts()
const poses = usePoses()
const side = useSide()
const strip = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const { width } = useElementSize(strip)
const HIGH = 84

const span = computed(() => Math.max(desk.shown?.length ?? 1, desk.column?.runs.frames ?? 1))
/**
 * Narrower than this a frame cannot be told from the next: a longer shot is shown by the page that the playhead is on.
 */
const LEAST_PX = 4
const pxPerFrame = computed(() => Math.max(LEAST_PX, width.value / span.value))
const dragging = ref(false)
const from = ref(1)
watch(
  [() => desk.workFrame, width, span],
  () => {
    const page = Math.max(1, Math.floor(width.value / pxPerFrame.value))
    if (!dragging.value) from.value = page >= span.value ? 1 : Math.floor((desk.workFrame - 1) / page) * page + 1
  },
  { immediate: true },
)
const until = computed(() => from.value + Math.ceil(width.value / pxPerFrame.value))

/** The exposures of poses in sight, each as wide as the time until the next pose. */
const cards = computed(() => (desk.scene ? cardsBetween(desk.scene, desk.focus!, from.value, until.value) : []))
const exposesPose = computed(
  () => desk.column && [...exposedDrawings(desk.column.runs).keys()].some(d => isPose(desk.stack!.drawings[d])),
)
const counts = computed(() => {
  const ds = Object.values(desk.stack?.drawings ?? {})
  const core = ds.filter(isPose).length
  const exposed = exposedDrawings(desk.column!.runs).size
  const seconds = Math.max(1, desk.column!.runs.frames) / perSecond(desk.shown!.rate)
  return `${plural(core, 'pose')} · ${plural(ds.length - core, 'in-between')} · ${(exposed / seconds).toFixed(1)} drawings a second`
})
const spares = computed(() => {
  const exposed = exposedDrawings(desk.column!.runs)
  return Object.values(desk.stack?.drawings ?? {}).filter(d => !exposed.has(d.id))
})
const current = computed(() => cards.value.find(c => desk.workFrame >= c.start && desk.workFrame < c.end)?.start)

usePaint(canvas, [() => desk.shown, cards, width, () => painted.arrivals, useTheme().name], (c, w, h) => {
  c.clearRect(0, 0, w, h)
  if (!desk.stack || !desk.column) return
  const t = theme()
  const palette = paletteOf(desk.column.ink, desk.shown!.paper)
  for (const card of cards.value) {
    const [x, cardWidth] = [
      (card.start - from.value) * pxPerFrame.value,
      (card.end - card.start) * pxPerFrame.value - 3,
    ]
    c.fillStyle = desk.shown!.paper
    c.fillRect(x, 0, cardWidth, HIGH)
    if (card.state === 'empty') {
      c.strokeStyle = t.soft
      c.setLineDash([4, 3])
      c.strokeRect(x + 5, 18, Math.max(1, cardWidth - 10), HIGH - 36)
      c.setLineDash([])
      continue
    }
    const content = desk.scene!.contents.of(desk.scene!, desk.stack, card.drawing)
    const extents = Object.entries(content.poses).map(([id, pose]) =>
      figureExtent(desk.stack!.subjects[id]!.figure, pose),
    )
    const box = extents.length
      ? {
          left: Math.min(...extents.map(e => e.left)),
          right: Math.max(...extents.map(e => e.right)),
          top: Math.min(...extents.map(e => e.top)),
          bottom: Math.max(...extents.map(e => e.bottom)),
        }
      : { left: 0, top: 0, right: desk.shown!.picture.width, bottom: desk.shown!.picture.height }
    const scale = Math.min((HIGH - 22) / (box.bottom - box.top), 0.16)
    c.save()
    c.beginPath()
    c.rect(x, 0, cardWidth, HIGH)
    c.clip()
    c.translate(x + cardWidth / 2, HIGH - 12)
    c.scale(scale, scale)
    c.translate(-(box.left + box.right) / 2, -box.bottom)
    drawLayers(c, [
      {
        column: '',
        drawing: '',
        strength: 1,
        palette,
        marks: contentMarks(desk.stack, content, desk.scene!.strokeBy),
      },
    ])
    c.restore()
  }
})

// — dragging a pose in time; what lies between goes along —
let grabbed: { card: (typeof cards.value)[number]; x: number; scale: number } | null = null
function down(e: PointerEvent, card: (typeof cards.value)[number]): void {
  if (e.button !== 0) return
  grabbed = { card, x: e.clientX, scale: pxPerFrame.value }
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent): void {
  if (!grabbed) return
  const delta = Math.round((e.clientX - grabbed.x) / grabbed.scale)
  if (!dragging.value && Math.abs(e.clientX - grabbed.x) < 4) return
  dragging.value = true
  if (!delta) return desk.drop()
  const why = desk.tryOut(
    {
      name: 'pose.move',
      args: {
        ...planAndColumn(desk.scene!, desk.focus!),
        run: refOf({ run: { id: grabbed.card.run, again: grabbed.card.again }, start: grabbed.card.start }),
        delta,
      },
    },
    `Pose ${grabbed.card.number}: frame ${grabbed.card.start} → ${grabbed.card.start + delta}; what lies between goes along.`,
  )
  if (!why) desk.goTo(grabbed.card.start + delta)
}
function up(): void {
  if (grabbed && !dragging.value) desk.goTo(grabbed.card.start)
  else if (desk.preview) desk.take()
  grabbed = null
  dragging.value = false
}
function expose(drawing: string): void {
  desk.run({
    name: 'run.expose',
    args: { ...planAndColumn(desk.scene!, desk.focus!), drawing, at: null, frames: desk.column!.step },
  })
}
</script>

<template>
  <section
    class="border-t border-edge bg-panel px-3 pt-2 pb-3"
    aria-label="Poses"
  >
    <div class="flex h-7 items-center gap-3">
      <h2 class="font-semibold">Poses</h2>
      <span
        v-if="desk.column"
        class="truncate text-soft"
        >{{ counts }}</span
      >
      <span
        v-if="spares.length"
        class="flex items-center gap-1 text-soft"
        >· not exposed:
        <button
          v-for="d in spares.slice(0, 6)"
          :key="d.id"
          type="button"
          class="rounded border border-dashed border-edge px-1.5 font-mono text-[11.5px] text-graphite hover:bg-wash"
          :title="`Expose ${d.number} after the last drawing`"
          @click="expose(d.id)"
        >
          {{ d.number }}
        </button>
        <span v-if="spares.length > 6">and {{ spares.length - 6 }} more</span>
      </span>
      <label
        class="ml-auto shrink-0 flex items-center gap-1 text-soft"
        :class="{ 'text-graphite': poses.newAt.every }"
        title="New poses (N, C) come so many frames after the last begins, instead of at the playhead (Shift U)"
        ><input
          v-model="poses.newAt.every"
          type="checkbox" />every<input
          v-model.number="poses.newAt.n"
          type="number"
          min="1"
          max="999"
          class="field h-7 w-12 px-1.5"
          aria-label="Frames from one new pose to the next"
          @change="poses.newAt.n = Math.max(1, Math.min(999, Math.round(poses.newAt.n) || 1))"
      /></label>
      <ToggleButton
        class="px-2"
        :on="side.open === 'tray'"
        title="The tray: all drawings of the column (Shift K)"
        @click="side.open = side.open === 'tray' ? null : 'tray'"
      >
        Tray
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="side.open === 'poses'"
        title="Spread the poses in time, or act them out (Shift G)"
        @click="side.open = side.open === 'poses' ? null : 'poses'"
      >
        In time …
      </ToggleButton>
      <button
        type="button"
        class="push-button"
        :title="
          poses.newAt.every
            ? `Add a pose (A); N and C put one ${poses.newAt.n} frames after the last`
            : 'Add a pose (A)'
        "
        @click="emit('add')"
      >
        <Plus :size="14" />Add a pose
      </button>
    </div>
    <div
      ref="strip"
      class="relative mt-1.5 overflow-x-clip"
      :style="{ height: `${HIGH}px` }"
    >
      <canvas
        ref="canvas"
        class="pointer-events-none absolute inset-0"
        aria-hidden="true"
      />
      <button
        v-for="card in cards"
        :key="card.start"
        type="button"
        class="absolute top-0 touch-none rounded-sm border bg-transparent text-left"
        :class="current === card.start ? 'border-2 border-signal' : 'border-edge hover:border-graphite'"
        :style="{
          left: `${(card.start - from) * pxPerFrame}px`,
          width: `${Math.max(6, (card.end - card.start) * pxPerFrame - 3)}px`,
          height: `${HIGH}px`,
          cursor: dragging ? 'grabbing' : 'grab',
        }"
        :aria-label="`Pose ${card.number}, ${card.role}, frame ${card.start}, held ${card.held}${card.state === 'empty' ? ', empty' : ''}`"
        :aria-current="current === card.start"
        :title="`${card.role} ${card.number} on frame ${card.start}. Drag to move it in time.`"
        @pointerdown="down($event, card)"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="up"
        @keydown.enter.prevent="desk.goTo(card.start)"
      >
        <span
          v-if="(card.end - card.start) * pxPerFrame > card.number.length * 7 + 5"
          class="absolute bottom-0.5 left-1 font-mono text-[11px] font-semibold"
          :class="card.role === 'breakdown' ? 'text-[#1f5aa8] underline' : 'text-[#1d2824]'"
          >{{ card.number }}</span
        >
        <span
          v-if="(card.end - card.start) * pxPerFrame > 56"
          class="absolute right-1 bottom-0.5 text-[10.5px] text-[#5a6862]"
          >{{ card.end - card.start }} f</span
        >
      </button>
      <div
        v-if="!exposesPose"
        class="absolute inset-0 grid place-items-center rounded border border-dashed border-edge text-soft"
      >
        <span
          >No pose in this column yet.
          <button
            type="button"
            class="font-medium text-ledger underline"
            @click="emit('add')"
          >
            Add the first one
          </button>
          (A), place a figure, or draw on the picture (D).</span
        >
      </div>
      <PoseRowPlayhead
        v-if="width"
        :px-per-frame="pxPerFrame"
        :from="from"
      />
    </div>
  </section>
</template>
