<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { isPose } from '#core/pass'
import { shownColumn } from '#core/document'
import { eachRun, evenSlots, fittedToStep, offStep, scaledSlots, typedFrames } from '#core/sheet'
import { beatFrames, markedFrames, MAX_FRAMES } from '#core/time'
import { shiftAt } from '~/sheet/arrange'
import { tryOver } from '~/sheet/trying'
import type { Draft } from '#core/commands'
import SidePanel from '~/desk/SidePanel.vue'
import { beatFramesOf } from '~/sound/drafts'
import { useSounds } from '~/sound/store'
import ActOut from './ActOut.vue'
import { useDesk } from '~/desk/desk'

const desk = useDesk()
const sounds = useSounds()
/** All poses of the column, looked up in the shot itself, not in what is tried. */
const all = computed(() => {
  const written = desk.shot?.plans[desk.plan!.id]?.columns[desk.column?.id ?? '']
  if (!written) return []
  const drawings = desk.shot!.stacks[written.stack]!.drawings
  return [...eachRun(shownColumn(written, desk.shot!.length).runs)]
    .filter(({ run }) => run.drawing && !run.again && isPose(drawings[run.drawing]))
    .map(({ run, start }) => ({ run: run.id, start, number: drawings[run.drawing!]!.number }))
})
/** The poses that are spread: those of the selected frames, else all. */
const poses = computed(() => {
  const s = desk.selection
  const selected = s && s.column === desk.column?.id && s.last > s.first
  return selected ? all.value.filter(p => p.start >= s.first && p.start <= s.last) : all.value
})
const now = computed(() => poses.value.map(p => p.start))
const typed = ref('')
const fault = ref('')
const wantedLast = ref(desk.shot?.length ?? 48)
const frames = ref<number[]>([])
const step = computed(() => desk.column?.step ?? 2)
const off = computed(() => offStep(frames.value, step.value))

/** The first pose stays on its frame where it begins the column: poses before it would need room. */
function draft(list: readonly number[]): Draft[] {
  const pairs = poses.value
    .slice(0, list.length)
    .map((p, i) => [p.run, list[i]! - shiftAt(desk.scene!, desk.column!.id, p.start)] as const)
    .filter(([, f], i) => f !== 1 || poses.value[i]!.start !== 1)
  return [
    { name: 'runs.start', args: { plan: desk.plan!.id, column: desk.column!.id, starts: Object.fromEntries(pairs) } },
  ]
}
function show(list: readonly number[], name: string): void {
  frames.value = [...list]
  fault.value = ''
  if (!list.length || list.every((f, i) => f === now.value[i])) {
    desk.drop()
    return
  }
  if (poses.value[0]?.start === 1 && list[0] !== 1) {
    fault.value = 'The first pose of the column stays on frame 1. Begin with 1.'
    desk.drop()
    return
  }
  desk.drop()
  tryOver(name, draft(list))
}
/** Shows frames that were worked out, and writes them into the field. */
function showTyped(list: readonly number[], name: string): void {
  show(list, name)
  typed.value = frames.value.join(' ')
}
function type(): void {
  const read = typedFrames(typed.value, poses.value.length, now.value[0] ?? 1, MAX_FRAMES)
  if (read.ok) show(read.frames, 'Poses on their frames')
  else {
    fault.value = read.message
    frames.value = []
    desk.drop()
  }
}
function take(): void {
  if (desk.preview && desk.take()) frames.value = []
}

// — another order —

const cards = ref(all.value)
watch(all, list => {
  cards.value = list
})
function reorder(): void {
  const order = cards.value.map(c => c.run)
  if (order.every((run, i) => run === all.value[i]?.run)) return
  if (!desk.run({ name: 'poses.order', args: { plan: desk.plan!.id, column: desk.column!.id, order } }))
    cards.value = all.value
}
function shiftCard(i: number, by: number): void {
  const list = [...cards.value]
  const to = i + by
  if (to < 0 || to >= list.length) return
  ;[list[i], list[to]] = [list[to]!, list[i]!]
  cards.value = list
  reorder()
}

// — beats and marks —

const framesForBeats = (beats: readonly number[]) => beatFrames(beats, desk.shot!.rate, now.value[0] ?? 1, step.value)
function useBeats(beats: readonly number[]): void {
  const list = framesForBeats(beats)
  if (list.length > poses.value.length) {
    fault.value = `${list.length} beats for ${plural(poses.value.length, 'pose')}: strike some out, or add poses.`
    return
  }
  typed.value = list.join(' ')
  show(list, 'Poses on the beats')
}
/** What was marked on footage, by its columns. */
const filmed = computed(() =>
  desk.columns.flatMap(c => {
    const frames = c.footage ? markedFrames(c.footage, desk.shot!.rate) : []
    return frames.length ? [{ id: c.id, name: c.name, frames }] : []
  }),
)
/** What was marked on sounds. */
const beaten = computed(() =>
  sounds.list.flatMap(s => {
    const frames = beatFramesOf(s, desk.shot!.rate)
    return frames.length ? [{ id: s.id, name: s.name, frames }] : []
  }),
)
const marked = computed(() => [
  { title: 'Marks on footage', list: filmed.value },
  { title: 'Beats of the sound', list: beaten.value },
])
/** Where the first pose stays on frame 1 the marks are those of the others. */
function useMarks(marks: readonly number[]): void {
  const stays = poses.value[0]?.start === 1 && marks[0] !== 1 && marks.length < poses.value.length
  const list = stays ? [1, ...marks] : marks
  if (list.length > poses.value.length) {
    fault.value = `${list.length} marks for ${plural(poses.value.length, 'pose')}: take some off, or add poses.`
    return
  }
  typed.value = list.join(' ')
  show(list, 'Poses on the marks')
}
function useLength(beats: readonly number[]): void {
  const list = framesForBeats(beats)
  desk.run({ name: 'shot.set', args: { length: Math.min(MAX_FRAMES, list.at(-1)! + step.value - 1) } })
}
</script>

<template>
  <SidePanel
    title="Poses in time"
    data-tries
  >
    <p class="text-soft">
      {{ plural(poses.length, 'pose') }} of {{ desk.column?.name
      }}{{ desk.selection ? ', of the selected frames' : '' }}:
      <span class="font-mono text-graphite">{{ now.join(' ') || 'none' }}</span>
    </p>
    <form
      class="mt-2 flex items-center gap-2"
      @submit.prevent="take"
    >
      <input
        v-model="typed"
        class="field h-7 min-w-0 flex-1 font-mono"
        :placeholder="now.join(' ')"
        aria-label="Frames of the poses"
        title="Frames, such as 1 9 13 29, or distances, such as +8 +4 +16"
        @input="type"
      />
      <button
        type="submit"
        class="push-button push-button-main"
        :disabled="!desk.preview || !frames.length"
      >
        Apply
      </button>
    </form>
    <p
      v-if="fault"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ fault }} Nothing was changed.
    </p>
    <p
      v-else-if="desk.preview?.asked && frames.length"
      class="mt-1 text-signal"
      aria-live="polite"
    >
      {{ desk.preview.words }} Enter takes it.
    </p>
    <p
      v-if="off.length"
      class="mt-1 flex items-center gap-2"
    >
      <span class="flex-1">Off the step: {{ off.map(o => `${o.frame} (nearest ${o.nearest})`).join(', ') }}</span
      ><button
        type="button"
        class="push-button"
        @click="showTyped(fittedToStep(frames, step), 'Poses on the step')"
      >
        To the step
      </button>
    </p>
    <div class="mt-2 flex flex-wrap items-center gap-1.5">
      <button
        type="button"
        class="push-button px-2"
        :disabled="poses.length < 2"
        @click="showTyped(evenSlots(poses.length, now[0]!, wantedLast), 'Poses evenly')"
      >
        Evenly
      </button>
      <button
        type="button"
        class="push-button px-2"
        :disabled="poses.length < 2"
        @click="showTyped(scaledSlots(now, wantedLast), 'Poses in their ratios')"
      >
        In their ratios
      </button>
      <label class="flex items-center gap-1.5"
        >up to frame<input
          v-model.number="wantedLast"
          type="number"
          min="2"
          :max="MAX_FRAMES"
          class="field h-7 w-20"
      /></label>
    </div>

    <h3 class="mt-4 font-semibold">Their order</h3>
    <p class="text-soft">Drag a pose to another place, or move it with the arrow keys; what follows it goes along.</p>
    <VueDraggable
      v-model="cards"
      tag="ol"
      :animation="120"
      class="mt-1.5 flex flex-wrap gap-1"
      @end="reorder()"
    >
      <li
        v-for="(p, i) in cards"
        :key="p.run"
        tabindex="0"
        :class="[
          'grid h-9 min-w-9 cursor-grab place-items-center rounded border border-edge bg-sheet px-1.5',
          'font-mono text-[12px] font-semibold hover:border-graphite focus-visible:outline-2',
        ]"
        :aria-label="`Pose ${p.number}, place ${i + 1} of ${cards.length}`"
        @keydown.left.prevent.stop="shiftCard(i, -1)"
        @keydown.right.prevent.stop="shiftCard(i, 1)"
      >
        {{ p.number }}
      </li>
    </VueDraggable>

    <template
      v-for="{ title, list } in marked.filter(m => m.list.length)"
      :key="title"
    >
      <h3 class="mt-4 font-semibold">{{ title }}</h3>
      <div
        v-for="f in list"
        :key="f.id"
        class="mt-1 flex items-center gap-2"
      >
        <span class="min-w-0 flex-1"
          ><span class="block truncate">{{ f.name }}</span
          ><span class="font-mono text-[11.5px] text-soft">frames {{ f.frames.join(' ') }}</span></span
        ><button
          type="button"
          class="push-button px-2"
          title="Put the poses on these marks; shown first"
          @click="useMarks(f.frames)"
        >
          Use
        </button>
      </div>
    </template>

    <ActOut
      :frames-for="framesForBeats"
      @use="useBeats"
      @length="useLength"
    />
  </SidePanel>
</template>
