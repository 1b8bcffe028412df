<script setup lang="ts">
import { computed } from 'vue'
import { columnsOf } from '#core/document'
import { PAPERS } from '#core/paper'
import type { Paper } from '#core/paper'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useDesk } from '~/desk/desk'
import { useFramesOut } from './frames'
import { useChoices } from './remembered'

const desk = useDesk()
const choices = useChoices()
const frames = useFramesOut()
const WHAT = [
  { value: 'sheet' as const, name: 'Sheet', title: 'The exposure sheet' },
  {
    value: 'charts' as const,
    name: 'Charts',
    title: 'A page for each pose: the drawing, its ladder, the order of work',
  },
  {
    value: 'booklet' as const,
    name: 'For the in-betweener',
    title: 'All that one needs to draw the in-betweens of a column',
  },
]
const WORDS = {
  sheet: 'Frames down, columns across, with action notes; what does not fit goes on to further pages.',
  charts: 'A page for each pose: the drawing, the ladder to the next pose, and the order of work in words.',
  booklet:
    'Of one column: what is drawn, what can be drawn and what waits for what; its sheet; and a page for each span with both poses.',
}
const papers = Object.entries(PAPERS).map(([value, { name }]) => ({ value: value as Paper, name }))
const columns = computed(() =>
  columnsOf(desk.plan!).filter(c => !c.hidden && (choices.paper.what === 'sheet' || (!c.background && !c.reference))),
)
const names = computed(() => columns.value.map(c => c.name))
/** Named columns that are in this shot; none stands for all. */
const named = computed(() => choices.paper.columns.filter(n => names.value.includes(n)))
const isOn = (name: string): boolean => !named.value.length || named.value.includes(name)
function toggle(name: string): void {
  const now = names.value.filter(n => (n === name ? !isOn(n) : isOn(n)))
  choices.paper = { ...choices.paper, columns: now.length === names.value.length ? [] : now }
}
const one = computed({
  get: () => named.value[0] ?? names.value[0] ?? '',
  set: name => (choices.paper = { ...choices.paper, columns: [name] }),
})
</script>

<template>
  <div class="space-y-2">
    <SwitchRow
      v-model="choices.paper.what"
      :options="WHAT"
      label="What is printed"
    />
    <p class="text-soft">{{ WORDS[choices.paper.what] }}</p>
    <div class="flex items-center gap-2">
      <span>Paper</span>
      <PickList
        v-model="choices.paper.paper"
        :options="papers"
        label="Size of the paper"
      />
      <PickList
        v-if="choices.paper.what === 'booklet' && !frames.several"
        v-model="one"
        class="min-w-0 flex-1"
        :options="names.map(n => ({ value: n, name: n }))"
        label="Column that is printed"
      />
    </div>
    <label
      v-if="choices.paper.what === 'sheet'"
      class="flex items-center gap-2"
      ><input
        v-model="choices.paper.ladders"
        type="checkbox"
      />with the charts beside their columns</label
    >
    <details v-if="choices.paper.what !== 'booklet' && !frames.several && names.length > 1">
      <summary class="min-h-6">
        {{ named.length ? `${named.length} of ${names.length} columns` : `All ${names.length} columns` }}
      </summary>
      <ul
        class="mt-1 max-h-40 overflow-y-auto rounded border border-edge bg-sheet"
        aria-label="Columns that are printed"
      >
        <li
          v-for="n in names"
          :key="n"
        >
          <label class="flex min-h-7 items-center gap-2 px-2 hover:bg-wash"
            ><input
              type="checkbox"
              :checked="isOn(n)"
              :disabled="named.length === 1 && isOn(n)"
              @change="toggle(n)"
            /><span class="truncate">{{ n }}</span></label
          >
        </li>
      </ul>
    </details>
  </div>
</template>
