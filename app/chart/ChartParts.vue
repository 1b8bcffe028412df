<script setup lang="ts">
import { plural } from '#core/basic'
import { computed } from 'vue'
import { MOST_LEAD } from '#core/motion'
import type { Pass } from '#core/pass'
import { changeGap, passFrames } from '#core/pass'
import type { Subject } from '#core/document'
import { LINES, partKey, subjectsOf } from '#core/document'
import { usePaintCounts } from '~/ui/paint/counts'
import { useDesk } from '~/desk/desk'

const { pass } = defineProps<{ pass: Pass }>()
const [desk, painted] = [useDesk(), usePaintCounts()]
const frames = computed(() => passFrames(pass))

interface Part {
  key: string
  name: string
  share: number
}
const poses = computed(() => [pass.from, pass.to].map(p => desk.stack!.drawings[p.drawing]!.content))
/** On which of the two poses a subject is: posed, or drawn with strokes of its own. */
const on = (s: Subject) => poses.value.filter(c => c.poses[s.id] || c.strokes.some(x => x.part === s.id)).length
const subjects = computed(() => subjectsOf(desk.stack!).filter(s => on(s) === 2))
/**
 * Every part of the figures, and every drawn part, that is in both poses. A limb is led by its bones, the whole body by
 * its place; a drawn part has only that.
 */
const groups = computed(() =>
  subjects.value.map(s => ({
    id: s.id,
    name: s.name,
    parts: [
      { id: 'place', name: s.kind === 'figure' ? 'the whole body' : 'all of it' },
      ...(poses.value[0]!.poses[s.id] ? s.figure.bones : []),
    ].map((b): Part => ({
      key: partKey(s.id, b.id),
      name: b.name,
      share: pass.chart?.leads?.[partKey(s.id, b.id)] ?? 0,
    })),
  })),
)
/** Strokes of no part, or of parts that are on both poses, that become none. */
const alone = computed(() => {
  void painted.arrivals
  const { scene, stack } = desk
  const way = pass.chart && scene!.contents.wayOf(scene!, stack!, pass.chart, scene!.strokeBy)
  const lines = way ? [...way.match.aloneA.map(i => way.a[i]!), ...way.match.aloneB.map(j => way.b[j]!)] : []
  return new Set(lines.map(l => l.part ?? LINES))
})
const changing = computed(() => [
  ...subjectsOf(desk.stack!)
    .filter(s => on(s) === 1)
    .map(s => ({ id: s.id, words: `${s.name} is in one of the poses only. It changes over on` })),
  ...subjectsOf(desk.stack!)
    .filter(s => on(s) === 2 && alone.value.has(s.id))
    .map(s => ({ id: s.id, words: `Some strokes of ${s.name} are on one pose only. They change over on` })),
  ...(alone.value.has(LINES) ? [{ id: LINES, words: 'Some strokes are on one pose only. They change over on' }] : []),
])

const least = computed(() => Math.round(MOST_LEAD * frames.value * 2) / 2)
const draftFor = (key: string, value: number) => ({
  name: 'chart.lead' as const,
  args: {
    plan: desk.plan!.id,
    chart: pass.chart!.id,
    part: key,
    share: Math.max(-MOST_LEAD, Math.min(MOST_LEAD, value / frames.value)),
  },
})
function tryLead(p: Part, e: Event): void {
  desk.tryOut(draftFor(p.key, Number((e.target as HTMLInputElement).value)))
}
function setLead(p: Part, e: Event): void {
  desk.run(draftFor(p.key, Number((e.target as HTMLInputElement).value)))
}
const framesIn = (share: number) => Math.round(share * frames.value * 2) / 2
const told = (share: number) => {
  const n = framesIn(share)
  return n === 0 ? 'with the rest' : `${plural(Math.abs(n), 'frame')} ${n > 0 ? 'ahead' : 'behind'}`
}
const after = (subject: string) => pass.chart!.ticks[changeGap(pass.chart!, subject)]?.drawing ?? pass.chart!.to
function change(subject: string, e: Event): void {
  const value = (e.target as HTMLSelectElement).value
  desk.run({
    name: 'chart.change',
    args: { plan: desk.plan!.id, chart: pass.chart!.id, subject, drawing: value || null },
  })
}
</script>

<template>
  <p
    v-if="!pass.chart?.ticks.length"
    class="text-soft"
  >
    Parts lead or drag in the in-betweens, and there are none in this span yet.
  </p>
  <template v-else>
    <p class="text-soft">
      A part that leads is ahead of the rest between the poses; one that drags comes behind. The poses stay as they are.
    </p>
    <div
      v-for="g in groups"
      :key="g.id"
      class="mt-2"
    >
      <h3 class="font-semibold">{{ g.name }}</h3>
      <label
        v-for="p in g.parts"
        :key="p.key"
        class="grid grid-cols-[112px_1fr_92px] items-center gap-2 py-[2px]"
      >
        <span
          class="truncate"
          :class="{ 'font-semibold': p.share }"
          >{{ p.name }}</span
        >
        <input
          type="range"
          :min="-least"
          :max="least"
          step="0.5"
          :value="framesIn(p.share)"
          :aria-label="`${p.name} leads by frames`"
          :aria-valuetext="told(p.share)"
          @input="tryLead(p, $event)"
          @change="setLead(p, $event)"
        />
        <span
          class="text-right text-[11.5px]"
          :class="p.share ? '' : 'text-soft'"
          >{{ told(p.share) }}</span
        >
      </label>
    </div>
    <div
      v-for="s in changing"
      :key="s.id"
      class="mt-3 flex items-center gap-2"
    >
      <span class="flex-1">{{ s.words }}</span>
      <select
        class="field h-7"
        :value="pass.chart.change?.[s.id] ?? ''"
        :aria-label="s.words"
        @change="change(s.id, $event)"
      >
        <option value="">the widest gap ({{ desk.stack!.drawings[after(s.id)]!.number }})</option>
        <option
          v-for="t in pass.chart.ticks"
          :key="t.drawing"
          :value="t.drawing"
        >
          {{ desk.stack!.drawings[t.drawing]!.number }}
        </option>
        <option :value="pass.chart.to">{{ desk.stack!.drawings[pass.chart.to]!.number }}</option>
      </select>
    </div>
    <p
      v-if="!groups.length && !changing.length"
      class="mt-2 text-soft"
    >
      No figure and no named part is on both poses.
    </p>
  </template>
</template>
