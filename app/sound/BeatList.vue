<script setup lang="ts">
import { computed } from 'vue'
import { ChevronLeft, ChevronRight, Trash2 } from '@lucide/vue'
import type { Sound } from '#core/document'
import { frameOfSample, sampleAt, sampleOf } from '#core/time'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { beatsDraft, beatsHeard } from './drafts'

/** The beats of a sound that are heard: gone to, moved by frames, taken off. */
const { sound } = defineProps<{ sound: Sound }>()
const desk = useDesk()
const rate = computed(() => desk.shown!.rate)
const beats = computed(() =>
  beatsHeard(sound).map(at => ({
    at,
    frame: frameOfSample(sampleAt(sound, rate.value) + at - sound.from, rate.value),
  })),
)
function shift(at: number, by: number): void {
  const to = at + by * (sampleOf(2, rate.value) - sampleOf(1, rate.value))
  if (to < 0 || to >= sound.samples) return tell('The sound is not heard there. Nothing was moved.')
  desk.run(beatsDraft(desk.plan!.id, sound, [to], [at]))
}
</script>

<template>
  <ol
    class="max-h-40 overflow-y-auto rounded border border-edge bg-sheet"
    style="scrollbar-width: thin"
  >
    <li
      v-for="b in beats"
      :key="b.at"
      class="flex items-center gap-1 px-1.5"
      :class="{ 'bg-wash': b.frame === desk.workFrame }"
    >
      <button
        type="button"
        class="flex-1 py-1 text-left font-mono text-[12px] hover:underline"
        :aria-label="`Go to the beat on frame ${b.frame}`"
        @click="desk.goTo(b.frame)"
      >
        frame {{ b.frame }}</button
      ><button
        v-for="by in [-1, 1]"
        :key="by"
        type="button"
        class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
        :aria-label="`The beat on frame ${b.frame} a frame ${by < 0 ? 'earlier' : 'later'}`"
        @click="shift(b.at, by)"
      >
        <component
          :is="by < 0 ? ChevronLeft : ChevronRight"
          :size="13"
        /></button
      ><button
        type="button"
        class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
        :aria-label="`Take the beat on frame ${b.frame} off`"
        @click="desk.run(beatsDraft(desk.plan!.id, sound, [], [b.at]))"
      >
        <Trash2 :size="13" />
      </button>
    </li>
  </ol>
</template>
