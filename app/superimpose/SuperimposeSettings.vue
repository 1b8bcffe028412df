<script setup lang="ts">
import { computed } from 'vue'
import { Undo2, X } from '@lucide/vue'
import { withKey } from '~/desk/shortcuts'
import { useDesk } from '~/desk/desk'
import { SIDES, useLaid } from '~/ghosts/laid'
import { tell } from '~/ui/messages'
import ToggleButton from '~/ui/ToggleButton.vue'
import { usePaintCounts } from '~/ui/paint/counts'
import type { LayBy } from './by-part'
import { laidBy, layBys } from './by-part'
import type { LayHow } from './store'
import { useSuperimpose } from './store'

/** Which neighbour is laid over this drawing, and how. */
const [desk, laid, store, painted] = [useDesk(), useLaid(), useSuperimpose(), usePaintCounts()]
const HOW: readonly { how: LayHow; name: string }[] = [
  { how: 'drag', name: 'by dragging' },
  { how: 2, name: 'by 2 points' },
  { how: 3, name: 'by 3 points' },
]
const HOW_TITLE =
  'By dragging it; by points clicked on it and where they belong; or both by a part: where it is on this drawing, ' +
  'else halfway between them'
const bys = computed(() => {
  void painted.arrivals
  return desk.scene ? layBys(desk.scene, desk.focus!) : []
})
const words = computed(() => {
  const number = store.numberOf(store.side)
  if (!desk.drawing) return 'There is no drawing here to lay others over.'
  if (number === null) return 'No drawing stands before or after this one.'
  if (store.how === 'drag') return ''
  const nth = store.pairs.length + 1
  return store.open ? `Now where point ${nth} belongs` : `Click point ${nth} on ${number}`
})
function setHow(e: Event): void {
  const select = e.target as HTMLSelectElement
  const [kind, i] = select.value.split(' ')
  if (kind === 'how') store.how = HOW[Number(i)]!.how
  else layBy(bys.value[Number(i)]!)
  select.value = `how ${HOW.findIndex(h => h.how === store.how)}`
}
function layBy(by: LayBy): void {
  const found = Object.entries(laidBy(desk.scene!, desk.focus!, by))
  for (const [drawing, map] of found) laid.lay(drawing, map)
  if (!found.length) tell(`${by.name} is not on two of these drawings, or not all of it has come yet.`)
}
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-1.5"
    role="toolbar"
    aria-label="Superimpose"
  >
    <span
      class="flex"
      role="group"
      aria-label="Which drawing is laid"
      ><ToggleButton
        v-for="s in SIDES"
        :key="s"
        class="h-7 px-2 whitespace-nowrap"
        :class="s === 'before' ? 'rounded-r-none' : 'rounded-l-none border-l-0'"
        :on="store.side === s && !!store.neighbour"
        :disabled="!store.neighbours[s]"
        :title="s === 'before' ? 'The drawing before' : 'The drawing after'"
        @click="store.wanted = s"
        ><span class="font-mono">{{ store.numberOf(s) ?? '–' }}</span
        ><span class="@max-[960px]:hidden">{{ s }}</span></ToggleButton
      ></span
    >
    <select
      class="field h-7 w-29 shrink-0 @max-[700px]:w-20"
      aria-label="How it is laid"
      :title="HOW_TITLE"
      :value="`how ${HOW.findIndex(h => h.how === store.how)}`"
      @change="setHow"
    >
      <option
        v-for="(h, i) in HOW"
        :key="h.how"
        :value="`how ${i}`"
      >
        {{ h.name }}
      </option>
      <optgroup
        v-if="bys.length"
        label="both by a part"
      >
        <option
          v-for="(b, i) in bys"
          :key="i"
          :value="`part ${i}`"
        >
          {{ b.name }}
        </option>
      </optgroup>
    </select>
    <ToggleButton
      class="h-7 px-2 whitespace-nowrap"
      :on="laid.away"
      :disabled="!store.laidCount"
      :title="withKey('What is laid over this drawing is seen in its own place; again lays it as before', 'lay-back')"
      aria-label="Put back"
      @click="laid.away = !laid.away"
      ><Undo2
        class="hidden @max-[700px]:block"
        :size="14"
      /><span class="@max-[700px]:hidden">Put back</span></ToggleButton
    >
    <button
      type="button"
      class="push-button h-7 px-2"
      :disabled="!store.laidCount"
      aria-label="Clear"
      title="Forget what is laid over this drawing"
      @click="laid.clear()"
    >
      <X
        class="hidden @max-[700px]:block"
        :size="14"
      /><span class="@max-[700px]:hidden">Clear</span>
    </button>
    <span
      v-if="words"
      class="min-w-0 truncate px-1 text-soft"
      role="status"
      :title="words"
      >{{ words }}</span
    >
  </div>
</template>
