<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import CloseButton from '~/ui/CloseButton.vue'
import ToggleButton from '~/ui/ToggleButton.vue'
import { plural } from '#core/basic'
import { computed, nextTick, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { Plus, ZoomIn, ZoomOut } from '@lucide/vue'
import { paletteOf } from '#core/picture'
import { isPose } from '#core/pass'
import { exposedDrawings } from '#core/sheet'
import { perSecond } from '#core/time'
import { refOf } from '#core/commands'
import { planAndColumn } from '~/desk/drafts'
import { mostIn } from '~/chart/fill'
import { useCharts } from '~/chart/store'
import { useDesk } from '~/desk/desk'
import { useNaming } from '~/desk/naming'
import { passesHere } from '~/desk/scene'
import { useContextMenu } from '~/desk/menu'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { usePaintCounts } from '~/ui/paint/counts'
import type { LaidCard } from './cards'
import { cardsBetween, exposesPoses, fitting, layCards } from './cards'
import { drawCards } from './draw-cards'
import PoseRowPlayhead from './PoseRowPlayhead.vue'
import PoseTimeBar from './PoseTimeBar.vue'
import { barHigh } from './layout'
import { newPose } from './new-pose'
import { snapped } from '~/sound/snap'
import { useSounds } from '~/sound/store'
import { usePoses } from './store'
import { useSide } from '~/ui/side'

/** The row of poses, `high` px with its time bar. */
const { high } = defineProps<{ high: number }>()
const desk = useDesk()
const painted = usePaintCounts()
const poses = usePoses()
const sounds = useSounds()
const side = useSide()
const [menu, charts, naming] = [useContextMenu(), useCharts(), useNaming()]
const strip = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const { width } = useElementSize(strip)
const scrolled = ref(0)

const span = computed(() => Math.max(desk.shown?.length ?? 1, desk.column?.runs.frames ?? 1))
/** Longer shots are shown by the page that the playhead is on, frames. */
const PAGE = 1500
const from = computed(() => (span.value > PAGE ? Math.floor((desk.workFrame - 1) / PAGE) * PAGE + 1 : 1))
const until = computed(() => Math.min(span.value, from.value + PAGE - 1) + 1)
/** A card is at least so wide, and so far from the next, px. */
const [LEAST, GAP] = [58, 3]
/** What it is in a cycle is written on a card so wide, px. */
const ROOM_FOR_NAMES = 96
const zoom = ref(1)
const [LEAST_ZOOM, MOST_ZOOM] = [1, 24]
const zoomBy = (by: number): void => {
  zoom.value = Math.max(LEAST_ZOOM, Math.min(MOST_ZOOM, zoom.value * by))
}

/** The exposures of poses, each as wide as the time until the next pose, with a least width. */
const cards = computed(() => (desk.scene ? cardsBetween(desk.scene, desk.focus!, from.value, until.value) : []))
/** A frame is seen at least so wide where cards are so many that they do not fit, px. */
const LEAST_PX = 2
const fit = computed(() =>
  fitting(cards.value, width.value, { from: from.value, until: until.value, least: LEAST, gap: GAP }),
)
const pxPerFrame = computed(() => Math.max(LEAST_PX, fit.value) * zoom.value)
const row = computed(() =>
  layCards(cards.value, { from: from.value, until: until.value, px: pxPerFrame.value, least: LEAST, gap: GAP }),
)
const wide = computed(() => Math.max(width.value, row.value.width))
const inSight = computed(() => {
  const [left, right] = [scrolled.value - 40, scrolled.value + width.value + 40]
  return row.value.cards.filter(c => c.x + c.width > left && c.x < right)
})
/** Cards in sight behind which nothing is charted yet, with room for in-betweens. */
const openSpans = computed(() => {
  const { scene, focus, column } = desk
  if (!scene || !focus || !column) return []
  const open = new Set(
    passesHere(scene, focus)
      .filter(p => !p.members.length && mostIn(p, column.step) > 0)
      .map(p => p.from.start),
  )
  return inSight.value.filter(c => open.has(c.start))
})
const exposesPose = computed(() => !!desk.focus && exposesPoses(desk.focus))
const cardHigh = computed(() => Math.max(30, high - barHigh(sounds.list.length > 0)))
const counts = computed(() => {
  // What is exposed counts; in repeats every change of drawing is one more in a second.
  const exposed = exposedDrawings(desk.column!.runs)
  const all = [...exposed.keys()].filter(d => isPose(desk.stack!.drawings[d])).length
  const changes = [...exposed.values()].reduce((sum, x) => sum + x.times, 0)
  const seconds = Math.max(1, desk.column!.runs.frames) / perSecond(desk.shown!.rate)
  return `${plural(all, 'pose')} · ${plural(exposed.size - all, 'in-between')} · ${(changes / seconds).toFixed(1)} drawings a second`
})
const spares = computed(() => {
  const exposed = exposedDrawings(desk.column!.runs)
  return Object.values(desk.stack?.drawings ?? {}).filter(d => !exposed.has(d.id))
})
const current = computed(() => row.value.cards.find(c => desk.workFrame >= c.start && desk.workFrame < c.end))

/** The card of the playhead is in sight. */
watch([() => current.value?.run, () => current.value?.x, width], async () => {
  const card = current.value
  await nextTick()
  const el = strip.value
  if (!card || !el || dragging.value) return
  if (card.x < el.scrollLeft) el.scrollLeft = card.x
  else if (card.x + card.width > el.scrollLeft + width.value) el.scrollLeft = card.x + card.width - width.value
})

usePaint(
  canvas,
  [() => desk.shown, inSight, scrolled, width, cardHigh, () => painted.arrivals, useTheme().name],
  (c, w) => {
    if (!desk.stack || !desk.column || !desk.scene) return
    const palette = paletteOf(desk.column.ink, desk.shown!.paper)
    const look = { stack: desk.stack, palette, high: cardHigh.value, scrolled: scrolled.value, width: w }
    drawCards(c, desk.scene, inSight.value, look)
  },
)

// — dragging a pose in time; what lies between goes along —
const BEAT_REACH = 8
let grabbed: { card: LaidCard; x: number; scale: number } | null = null
const dragging = ref(false)
/** A copy of a pose where the playhead stands. */
function copyHere({ drawing, number }: LaidCard): void {
  const { scene, focus, stack } = desk
  const { role } = stack!.drawings[drawing]!
  const draft = newPose(scene!, focus!, { from: { copyOf: drawing }, where: 'playhead', role })
  if (desk.run(draft)) desk.tellDone(`A copy of ${number} stands on frame ${desk.workFrame}.`)
}
function down(e: PointerEvent, card: LaidCard): void {
  if (e.button !== 0) return
  if (e.altKey) return copyHere(card)
  grabbed = { card, x: e.clientX, scale: pxPerFrame.value }
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent): void {
  if (!grabbed || !exposesPose.value) return
  const { start } = grabbed.card
  const to = start + Math.round((e.clientX - grabbed.x) / grabbed.scale)
  // Near a beat it goes onto it.
  const delta =
    to === start ? 0 : snapped(to, sounds.beats, Math.max(1, Math.round(BEAT_REACH / grabbed.scale))) - start
  if (!dragging.value && Math.abs(e.clientX - grabbed.x) < 4) return
  dragging.value = true
  if (!delta) return desk.drop()
  const { card } = grabbed
  const run = refOf({ run: { id: card.run, again: card.again }, start: card.start })
  const why = desk.tryOut(
    { name: 'pose.move', args: { ...planAndColumn(desk.scene!, desk.focus!), run, delta } },
    `Pose ${card.number}: frame ${card.start} → ${card.start + delta}; what lies between goes along.`,
  )
  if (!why) desk.goTo(card.start + delta)
}
function up(): void {
  if (grabbed && !dragging.value) desk.goTo(grabbed.card.start)
  else if (desk.preview) desk.take()
  grabbed = null
  dragging.value = false
}
const told = ({ number, role, start, held, state, moment }: LaidCard): string =>
  `${exposesPose.value ? 'Pose' : 'Drawing'} ${number}, ${role}, frame ${start}, held ${held}` +
  (moment ? `, ${moment}` : '') +
  (state === 'empty' ? ', empty' : '')
const titleOf = ({ role, number, start, moment }: LaidCard): string =>
  `${role} ${number}${moment ? `, ${moment},` : ''} on frame ${start}.` +
  (exposesPose.value ? ' Drag to move it in time, Alt click for a copy at the playhead.' : '')
function expose(drawing: string): void {
  desk.run({
    name: 'run.expose',
    args: { ...planAndColumn(desk.scene!, desk.focus!), drawing, at: null, frames: desk.column!.step },
  })
}
function wheel(e: WheelEvent): void {
  if (e.ctrlKey || e.metaKey) return zoomBy(Math.exp(-e.deltaY / 300))
  if (strip.value) strip.value.scrollLeft += e.deltaX || e.deltaY
}
</script>

<template>
  <section
    class="@container shrink-0 border-t border-edge bg-panel px-2 pt-1 pb-1.5"
    aria-label="Poses"
    data-points="drawing"
  >
    <div class="flex h-8 items-center pointer-coarse:h-10 gap-2">
      <h2 class="font-semibold">Poses</h2>
      <span
        v-if="desk.column"
        class="min-w-0 truncate text-soft"
        :title="counts"
        >{{ counts }}</span
      >
      <span
        v-if="naming.offered"
        class="flex shrink-0 items-center gap-1"
        role="status"
      >
        <button
          type="button"
          class="font-medium text-ledger underline"
          :title="withKey('The drawings were named by their frames, and were timed otherwise since', 'number-all')"
          @click="naming.renumber()"
        >
          Names no longer fit: renumber
        </button>
        <CloseButton
          label="Leave the names"
          title="Leave the names as they are"
          @click="naming.leave()"
        />
      </span>
      <span
        v-if="spares.length"
        class="flex shrink-0 items-center gap-1 text-soft"
        ><span class="hidden @min-[640px]:inline">· not exposed:</span>
        <button
          v-for="d in spares.slice(0, 4)"
          :key="d.id"
          type="button"
          class="rounded border border-dashed border-edge px-1.5 font-mono text-[11.5px] text-graphite hover:bg-wash"
          :title="`Not exposed. Expose ${d.number} after the last drawing`"
          @click="expose(d.id)"
        >
          {{ d.number }}
        </button>
        <span v-if="spares.length > 4">+{{ spares.length - 4 }}</span>
      </span>
      <span class="ml-auto flex shrink-0">
        <button
          type="button"
          class="push-button rounded-r-none px-1.5"
          :disabled="zoom <= LEAST_ZOOM"
          aria-label="Zoom the poses out"
          title="Zoom the poses out (Ctrl and the wheel)"
          @click="zoomBy(1 / 1.5)"
        >
          <ZoomOut :size="13" /></button
        ><button
          type="button"
          class="push-button rounded-l-none border-l-0 px-1.5"
          :disabled="zoom >= MOST_ZOOM"
          aria-label="Zoom the poses in"
          title="Zoom the poses in (Ctrl and the wheel)"
          @click="zoomBy(1.5)"
        >
          <ZoomIn :size="13" />
        </button>
      </span>
      <ToggleButton
        class="px-2"
        :on="side.open === 'tray'"
        :title="withKey('The tray: all drawings of the column', 'side-tray')"
        @click="side.toggle('tray')"
      >
        Tray
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="side.open === 'poses'"
        :title="withKey('Time the poses: spread them in time, or act them out', 'side-poses')"
        @click="side.toggle('poses')"
      >
        Time …
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="side.open === 'new-pose'"
        :title="
          withKey(
            poses.every === null ? 'Add a pose' : `Add a pose; new ones come ${poses.every} frames after the last`,
            'pose-add',
          )
        "
        @click="side.toggle('new-pose')"
      >
        <Plus :size="14" />Pose
      </ToggleButton>
    </div>
    <div
      ref="strip"
      class="relative overflow-x-auto overflow-y-hidden"
      :style="{ height: `${high}px`, scrollbarWidth: 'none' }"
      @scroll="scrolled = ($event.target as HTMLElement).scrollLeft"
      @wheel.prevent="wheel"
    >
      <div
        class="relative"
        :style="{ width: `${wide}px`, height: `${cardHigh}px` }"
      >
        <div
          class="sticky left-0"
          :style="{ width: `${width}px`, height: `${cardHigh}px` }"
        >
          <canvas
            ref="canvas"
            class="pointer-events-none absolute inset-0"
            aria-hidden="true"
          />
        </div>
        <button
          v-for="card in inSight"
          :key="card.start"
          type="button"
          class="absolute top-0 touch-none rounded-sm border bg-transparent text-left"
          :class="current === card ? 'border-2 border-signal' : 'border-edge hover:border-graphite'"
          :style="{
            left: `${card.x}px`,
            width: `${card.width}px`,
            height: `${cardHigh}px`,
            cursor: dragging ? 'grabbing' : exposesPose ? 'grab' : 'pointer',
          }"
          :aria-label="told(card)"
          :aria-current="current === card"
          :title="titleOf(card)"
          @contextmenu.stop="(desk.goTo(card.start), menu.ask($event, 'card'))"
          @pointerdown="down($event, card)"
          @pointermove="move"
          @pointerup="up"
          @pointercancel="up"
          @keydown.enter.prevent="desk.goTo(card.start)"
        >
          <span
            class="absolute bottom-0.5 left-1 font-mono text-[11px] font-semibold"
            :class="[
              card.role === 'breakdown' ? 'text-[#1f5aa8] underline' : 'text-[#1d2824]',
              // A name leaves the frames their place.
              card.number.length > 4 ? 'right-7 overflow-hidden text-left' : '',
            ]"
            >{{ card.number }}</span
          >
          <!-- Said by the name as well, which is that of the number. -->
          <span
            v-if="card.moment && card.width >= ROOM_FOR_NAMES"
            class="absolute right-9 bottom-0.5 truncate text-[10.5px] text-[#5a6862] after:content-[attr(data-moment)]"
            :style="{ left: `${8 + 7 * card.number.length}px` }"
            :data-moment="card.moment"
          />
          <span
            class="absolute right-1 bottom-0.5 text-[10.5px] text-[#5a6862] after:content-[attr(data-many)]"
            :data-many="`${card.end - card.start} f`"
          />
        </button>
        <button
          v-for="card in openSpans"
          :key="`+${card.start}`"
          type="button"
          class="absolute top-1 grid size-6 place-items-center rounded border border-edge bg-sheet text-graphite hover:bg-wash"
          :style="{ left: `${card.x + card.width - 28}px` }"
          :aria-label="`Add in-betweens after ${card.number}`"
          :title="`Add in-betweens after ${card.number} …`"
          @click="charts.show(card.run)"
        >
          <Plus :size="12" />
        </button>
        <div
          v-if="!cards.length"
          class="absolute inset-0 grid place-items-center rounded border border-dashed border-edge text-soft"
        >
          <span
            >No pose in this column yet.
            <button
              type="button"
              class="font-medium text-ledger underline"
              @click="side.open = 'new-pose'"
            >
              Add the first one
            </button>
            (A), place a figure, or draw on the picture (D).</span
          >
        </div>
        <PoseRowPlayhead
          v-if="width"
          :x-of="row.xOf"
        />
      </div>
      <PoseTimeBar
        v-if="width && cards.length"
        class="sticky left-0"
        :row="row"
        :from="from"
        :until="until"
        :width="width"
        :scrolled="scrolled"
        @scroll-to="strip!.scrollLeft = $event"
      />
    </div>
  </section>
</template>
