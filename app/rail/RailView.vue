<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { computed, onMounted, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import type { Pass } from '#core/pass'
import { railOf } from '#core/pass'
import { sticking } from '#core/travel'
import { passHere } from '~/chart/spans'
import { useCharts } from '~/chart/store'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { framesInSight } from '~/sheet/draw-ledger'
import { HEAD } from '~/sheet/layout'
import { useSheet } from '~/sheet/sheet'
import { useTravel } from '~/travel/store'
import { usePaintCounts } from '~/ui/paint/counts'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { usePlayer } from '~/desk/player'
import { AROUND, drawRail } from './draw-rail'
import type { Hit } from './hit'
import { cursorOver, hitAt, tipFor } from './hit'
import { passLabels } from './labels'
import { RailDrag } from './rail-drag'
import { useRail } from './store'

/** Row for row with the sheet, scrolled with it. */
const { scroll, viewHeight } = defineProps<{ scroll: number; viewHeight: number }>()
const desk = useDesk()
const [charts, counts, player, rail, sheet, travel] = [
  useCharts(),
  usePaintCounts(),
  usePlayer(),
  useRail(),
  useSheet(),
  useTravel(),
]
const menu = useContextMenu()
const canvas = ref<HTMLCanvasElement | null>(null)
const dragging = new RailDrag()
const { drag, hover, held, hot, picking } = dragging

/**
 * The frames whose bars are worked out: those in sight and around, by pages, so that scrolling by a px changes nothing.
 */
const PAGE = 32
const within = computed(() => {
  const { first, last } = framesInSight({ rows: sheet.rows, frames: desk.rows }, { height: viewHeight, scroll })
  return {
    first: Math.max(1, Math.floor((first - AROUND) / PAGE) * PAGE),
    last: Math.ceil((last + AROUND) / PAGE) * PAGE,
  }
})
const page = computed(() => `${within.value.first} ${within.value.last}`)
const near = computed(() => {
  const [first, last] = page.value.split(' ').map(Number) as [number, number]
  const { scene, column } = desk
  if (!scene || !column) return { rail: { bars: [], stretches: [] }, stuck: new Map<string, string>() }
  return { rail: railOf(scene, column, { first, last }), stuck: sticking(scene, column, { first, last }) }
})

usePaint(
  canvas,
  [
    near,
    () => desk.column,
    () => desk.workFrame,
    () => desk.selection,
    () => desk.playing,
    () => player.loop,
    () => scroll,
    () => counts.arrivals,
    useTheme().name,
    () => rail.lit,
    () => rail.picked,
    () => rail.scale,
    () => travel.points,
    () => sheet.rowHeight,
    () => sheet.margin,
    drag,
    hover,
    () => counts.moves,
  ],
  (c, width, height) => {
    if (!desk.scene || !desk.focus) return
    const look = {
      ...near.value,
      rows: sheet.rows,
      scale: rail.scale,
      margin: sheet.margin,
      frames: desk.rows,
      points: travel.points,
      picked: rail.picked,
      lit: rail.lit,
      held: held.value,
      hot: hot.value,
      picking: picking.value,
      playing: desk.playing,
    }
    drawRail(c, desk.scene, desk.focus, look, { width, height, scroll })
    canvas.value!.dataset.move = String(counts.moves)
  },
)

// — the pointer —

function local(e: PointerEvent): { x: number; y: number } {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll }
}

function find({ x, y }: { x: number; y: number }): Hit | null {
  const { scene, focus, stack } = desk
  const here = scene && passHere(scene, focus!)
  return hitAt({ rail: near.value.rail, rows: sheet.rows, scale: rail.scale, stack, points: travel.points, here }, x, y)
}

function down(e: PointerEvent): void {
  const at = local(e)
  if (e.button !== 0 || at.y - scroll < 0) return
  canvas.value!.setPointerCapture(e.pointerId)
  dragging.down(find(at), at, e)
}

function move(e: PointerEvent): void {
  const at = local(e)
  dragging.move(() => find(at), at, e)
}

/** The menu is of the bar that was pointed at, or else of the span around. */
function askMenu(e: MouseEvent): void {
  const box = canvas.value!.getBoundingClientRect()
  const at = { x: e.clientX - box.left, y: e.clientY - box.top - HEAD + scroll }
  if (at.y - scroll < 0) return e.preventDefault()
  const hit = find(at)
  desk.goTo(hit?.kind === 'bar' ? hit.bar.start : sheet.rows.frameAt(at.y))
  menu.ask(e, 'bar')
}

function leave(): void {
  if (drag.value) return
  rail.lit = null
  hover.value = null
}

onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && drag.value) dragging.cancel()
  }),
)
const cursor = computed(() => cursorOver(drag.value?.hit ?? hover.value, { sideways: drag.value?.axis === 'x' }))
const tip = computed(() => (drag.value ? '' : tipFor(hover.value)))

// — the labels of the passes; each opens the panel of its chart —

function again(pass: Pass): boolean {
  const { scene, column } = desk
  if (!pass.chart || pass.backward || !scene || !column) return false
  return scene.contents.firstThrough(scene, column, pass.chart.id) !== pass
}
const labels = computed(() =>
  passLabels(near.value.rail.stretches, {
    sight: { top: scroll - 6, bottom: scroll + viewHeight - HEAD - 10 },
    rows: sheet.rows,
    scale: rail.scale,
    step: desk.column?.step ?? 1,
    again,
  }),
)
</script>

<template>
  <canvas
    ref="canvas"
    class="touch-none"
    role="img"
    aria-label="Rail: where each drawing sits between its two poses, row for row with the sheet."
    data-part="rail"
    data-points="drawing"
    :style="{ cursor }"
    :title="tip"
    @contextmenu.stop="askMenu"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="dragging.up()"
    @pointercancel="dragging.cancel()"
    @pointerleave="leave"
  />
  <button
    v-for="l in labels"
    :key="l.run"
    type="button"
    class="absolute h-[14px] max-w-[104px] truncate rounded-sm bg-sheet/85 px-1 text-[10px] leading-[14px]"
    :class="['hover:bg-wash hover:text-graphite', l.fits ? 'text-soft' : 'text-signal']"
    :style="{ left: `${l.left}px`, top: `${HEAD + l.top - scroll}px` }"
    :title="withKey(l.title, 'chart')"
    @click="charts.show(l.run)"
  >
    {{ l.text }}
  </button>
</template>
