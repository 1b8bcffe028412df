<script setup lang="ts">
import { computed } from 'vue'
import { useCycles } from '~/cycles/store'
import { useDesk } from '~/desk/desk'
import { usePlayer } from '~/desk/player'
import { rangeOf } from '~/desk/scene'
import { plural } from '#core/basic'
import { secondsOf } from '#core/time'
import { useFramesOut } from './frames'

/** Which frames go out. */
const desk = useDesk()
const player = usePlayer()
const frames = useFramesOut()
const cycles = useCycles()
const length = computed(() => desk.shot?.length ?? 1)
const count = computed(() => frames.last - frames.first + 1)
const selected = computed(() => {
  const s = desk.selection
  return s && desk.focus ? { ...rangeOf(desk.focus), last: Math.min(rangeOf(desk.focus).last, length.value) } : null
})
function set(range: { first: number; last: number }): void {
  frames.first = range.first
  frames.last = range.last
}
</script>

<template>
  <div v-if="!frames.several">
    <div class="flex flex-wrap items-end gap-2">
      <label
        >From frame<input
          v-model.number="frames.first"
          type="number"
          min="1"
          :max="length"
          class="field mt-0.5 block h-7 w-[68px] font-mono"
      /></label>
      <label
        >to frame<input
          v-model.number="frames.last"
          type="number"
          min="1"
          :max="length"
          class="field mt-0.5 block h-7 w-[68px] font-mono"
      /></label>
      <button
        type="button"
        class="push-button"
        :disabled="frames.first === 1 && frames.last === length"
        @click="set({ first: 1, last: length })"
      >
        All
      </button>
      <button
        v-if="selected"
        type="button"
        class="push-button"
        :disabled="frames.first === selected.first && frames.last === selected.last"
        @click="set(selected)"
      >
        Selected
      </button>
      <button
        v-else-if="player.loop"
        type="button"
        class="push-button"
        @click="set(player.range)"
      >
        Looped
      </button>
      <button
        v-if="cycles.round"
        type="button"
        class="push-button"
        title="What comes round: it loops without a frame twice"
        :disabled="frames.first === cycles.round.first && frames.last === cycles.round.last"
        @click="set(cycles.round)"
      >
        One round
      </button>
    </div>
    <p
      v-if="frames.wrong"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ frames.wrong }}
    </p>
    <p
      v-else
      class="mt-1 text-soft"
    >
      {{ plural(count, 'frame') }}, {{ secondsOf(count, desk.shot!.rate).toFixed(2) }} s
    </p>
  </div>
  <label class="mt-1 flex items-center gap-2"
    ><input
      v-model="frames.several"
      type="checkbox"
    />Several shots of {{ desk.session?.production }}</label
  >
  <template v-if="frames.several">
    <p
      v-if="frames.away"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ frames.away }}
      <button
        type="button"
        class="underline"
        @click="frames.find()"
      >
        Try again
      </button>
    </p>
    <ul
      v-else-if="frames.beside"
      class="mt-1 max-h-40 overflow-y-auto rounded border border-edge bg-sheet"
      aria-label="Shots"
    >
      <li
        v-for="s in frames.beside"
        :key="s.id"
      >
        <label class="flex min-h-7 items-center gap-2 px-2 hover:bg-wash"
          ><input
            type="checkbox"
            :checked="!frames.left.includes(s.id)"
            @change="frames.toggle(s.id)"
          /><span class="min-w-0 flex-1 truncate">{{ s.name }}</span
          ><span class="font-mono text-soft">{{ s.length }}</span></label
        >
      </li>
    </ul>
    <p
      v-else
      class="mt-1 text-soft"
    >
      Looking for the shots …
    </p>
    <p class="mt-1 text-soft">Whole, in this order, as they are saved.</p>
  </template>
</template>
