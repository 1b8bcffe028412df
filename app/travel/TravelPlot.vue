<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import CloseButton from '~/ui/CloseButton.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { max } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { boneOfPoint } from '#core/figure'
import { figureMarks } from '#core/picture'
import { mapped, SAME } from '#core/motion'
import { placingAt } from '#core/pass'
import type { Dot, Point, Track } from '#core/travel'
import { isMoved, overlapOf, overlapWords, marksHull, pointName, travelPerFrame } from '#core/travel'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { useTravel } from './store'

const desk = useDesk()
const tools = useTools()
const travel = useTravel()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const HIGH = 74
const PLOTS = [
  { value: 'frame', name: 'per frame', title: 'What moves on each frame' },
  { value: 'drawing', name: 'per drawing', title: 'What moves from drawing to drawing, and how that changes' },
] as const
const selected = ref(0)
const inHeights = ref(false)

const track = computed<Track | null>(() => travel.tracks[Math.min(selected.value, travel.tracks.length - 1)] ?? null)
const frames = computed(() => Math.max(desk.shown?.length ?? 1, desk.column?.runs.frames ?? 1))
const unit = computed(() => (inHeights.value && track.value?.height ? 1 / track.value.height : 1))
const words = (px: number) => (inHeights.value ? `${(px * unit.value).toFixed(2)} heights` : `${Math.round(px)} px`)
const changeWords = (px: number) => (px ? `, ${px > 0 ? '+' : '−'}${words(Math.abs(px))}` : '')

interface Bar {
  readonly key: string
  readonly from: number
  readonly frames: number
  readonly value: number
  readonly change: number | null
  readonly widest: boolean
  readonly held: boolean
  readonly title: string
}
/** A bar for each frame (what moves when it comes up), or for each drawing, as wide as it is exposed. */
const bars = computed<Bar[]>(() => {
  const t = track.value
  if (!t) return []
  if (travel.plotOf === 'drawing') {
    return t.dots.map((d, i) => ({
      key: `${d.run}@${d.start}`,
      from: d.start,
      frames: d.frames,
      value: t.gaps[i] ?? 0,
      change: t.changes[i] ?? null,
      widest: i === t.widest,
      held: false,
      title: `Drawing ${d.drawing.number}: ${words(t.gaps[i] ?? 0)}${changeWords(t.changes[i] ?? 0)}`,
    }))
  }
  const widest = t.dots[t.widest]?.start
  return travelPerFrame(t, frames.value).map((px, i) => ({
    key: String(i),
    from: i + 1,
    frames: 1,
    value: px,
    change: null,
    widest: i + 1 === widest,
    held: px === 0,
    title: px ? `Frame ${i + 1}: ${words(px)}` : `Frame ${i + 1}: held`,
  }))
})
const x = computed(() => scaleLinear([1, frames.value + 1], [0, width.value]))
const y = computed(() => scaleLinear([0, Math.max(1, max(bars.value, b => b.value) ?? 1)], [HIGH - 3, 12]))
const ticks = computed(() => y.value.ticks(2).filter(v => v > 0))
/** The change of travel from drawing to drawing, as a line about the middle. */
const changeLine = computed(() => {
  const t = track.value
  if (!t || travel.plotOf !== 'drawing') return ''
  const most = Math.max(1, ...t.changes.map(c => Math.abs(c ?? 0)))
  const at = scaleLinear([-most, most], [HIGH - 6, 14])
  return t.dots
    .map((d, i) =>
      t.changes[i] === null
        ? ''
        : `${i && t.changes[i - 1] !== null ? 'L' : 'M'}${x.value(d.start + d.frames / 2)} ${at(t.changes[i]!)}`,
    )
    .join('')
})

/** How what is followed lies to itself in the drawing before. */
const overlap = computed(() => {
  const { scene, column, stack } = desk
  const { point, dots = [], gaps = [] } = track.value ?? {}
  const i = dots.findLastIndex(d => d.start <= Math.min(desk.workFrame, column!.runs.frames))
  const [here, before] = [dots[i], dots[i - 1]]
  if (!here || !before || gaps[i] === null || !(isMoved(column!) || here.drawing !== before.drawing)) return null
  const outline = ({ drawing, start }: Dot) => {
    const pose = scene!.contents.of(scene!, stack!, drawing.id).poses[point!.subject]
    const lies = placingAt(scene!, column!, start) ?? SAME
    return pose
      ? marksHull(
          figureMarks(
            stack!.subjects[point!.subject]!.figure,
            pose,
            point!.part === 'place' ? undefined : boneOfPoint(point!.part),
          ),
        ).map(p => mapped(lies, p))
      : []
  }
  const found = overlapOf(outline(before), outline(here))
  return found && overlapWords(found)
})
const widestWords = computed(() => {
  const t = track.value
  return t && t.widest > 0
    ? `widest ${words(t.gaps[t.widest]!)}, ${t.dots[t.widest - 1]!.drawing.number}–${t.dots[t.widest]!.drawing.number}`
    : 'nothing moves'
})
const name = (p: Point) => (desk.stack ? pointName(desk.stack, p) : '')
</script>

<template>
  <section
    class="border-t border-edge bg-panel px-3 pt-1 pb-2"
    aria-label="Travel"
  >
    <div class="flex min-h-[26px] items-center gap-2">
      <h2 class="font-semibold">Travel</h2>
      <template v-if="track">
        <select
          v-if="travel.points.length > 1"
          v-model.number="selected"
          class="field h-6 max-w-[190px] py-0"
          aria-label="Point that is plotted"
        >
          <option
            v-for="(p, i) in travel.points"
            :key="p.subject + p.part"
            :value="i"
          >
            {{ name(p) }}
          </option>
        </select>
        <span v-else>{{ name(track.point) }}</span>
        <SwitchRow
          v-model="travel.plotOf"
          :options="PLOTS"
          label="Travel for each"
          high="h-[22px]"
        />
        <button
          type="button"
          class="push-button h-[24px] px-2"
          :aria-pressed="inHeights"
          title="Distances in px of the picture, or in heights of the figure"
          @click="inHeights = !inHeights"
        >
          {{ inHeights ? 'in heights' : 'in px' }}
        </button>
        <span
          class="min-w-0 flex-1 truncate text-right text-soft"
          aria-live="polite"
          >{{ widestWords
          }}<template v-if="overlap">
            · <span title="What is followed, against its own last position">{{ overlap }}</span></template
          ></span
        >
      </template>
      <span
        v-else
        class="flex-1"
      />
      <CloseButton
        label="Close the travel plot"
        :title="withKey('Close the travel plot', 'plot')"
        @click="travel.plot = false"
      />
    </div>
    <div
      ref="box"
      class="relative"
      :style="{ height: `${HIGH}px` }"
    >
      <svg
        v-if="track && width > 0"
        :width="width"
        :height="HIGH"
        class="block"
        role="img"
        :aria-label="`Travel of ${name(track.point)}: ${widestWords}`"
      >
        <g
          v-for="v in ticks"
          :key="v"
        >
          <line
            x1="0"
            :x2="width"
            :y1="y(v)"
            :y2="y(v)"
            stroke="var(--rule)"
          />
          <text
            x="2"
            :y="y(v) - 2"
            font-size="9"
            fill="var(--soft)"
            font-family="IBM Plex Mono, monospace"
          >
            {{ inHeights ? (v * unit).toFixed(2) : v }}
          </text>
        </g>
        <g
          v-for="b in bars"
          :key="b.key"
        >
          <title>{{ b.title }}</title>
          <rect
            :x="x(b.from) + 0.5"
            :width="Math.max(1, x(b.from + b.frames) - x(b.from) - 1)"
            :y="b.value > 0 ? y(b.value) : HIGH - 3"
            :height="b.value > 0 ? HIGH - 2 - y(b.value) : 1.5"
            :fill="b.value > 0 ? 'var(--ledger)' : 'var(--edge)'"
          />
          <path
            v-if="b.widest"
            :d="`M${x(b.from + b.frames / 2)} ${y(b.value) - 3}l-4 -6h8z`"
            fill="var(--graphite)"
          />
          <rect
            :x="x(b.from)"
            :width="x(b.from + b.frames) - x(b.from)"
            y="0"
            :height="HIGH"
            fill="transparent"
            class="cursor-pointer"
            @click="desk.goTo(b.from)"
          />
        </g>
        <path
          v-if="changeLine"
          :d="changeLine"
          fill="none"
          stroke="var(--pencil)"
          stroke-width="1.2"
          stroke-dasharray="4 2"
          pointer-events="none"
        />
        <line
          :x1="x(desk.frame + 0.5)"
          :x2="x(desk.frame + 0.5)"
          y1="0"
          :y2="HIGH"
          stroke="var(--signal)"
          stroke-width="1.5"
          pointer-events="none"
        />
      </svg>
      <div
        v-else
        class="grid h-full place-items-center text-soft"
      >
        <p>
          No point is followed in this column.
          <button
            type="button"
            class="push-button ml-1"
            :title="withKey('Follow points', 'tool-path')"
            @click="tools.tool = 'path'"
          >
            Select points
          </button>
        </p>
      </div>
    </div>
  </section>
</template>
