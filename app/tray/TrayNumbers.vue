<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { numbersBy, renumberDraft } from '~/desk/numbers'
import { useTray } from './store'

/** Other numbers for the exposed drawings: the selected ones, or all. */
const [desk, tray] = [useDesk(), useTray()]
const how = ref<'order' | 'frame' | 'step'>('frame')
const from = ref(1)
const by = ref(2)
const some = computed(() => new Set(tray.selected.length > 1 ? tray.selected.map(d => d.id) : []))
const numbers = computed(() => {
  const wanted = how.value === 'step' ? { from: from.value, by: by.value } : how.value
  return numbersBy(desk.scene!, desk.stack!, wanted, some.value)
})
function renumber(): void {
  const draft = renumberDraft(desk.stack!, numbers.value)
  if (draft) desk.run(draft)
}
</script>

<template>
  <h3 class="mt-3 font-semibold">
    Numbers<span
      v-if="some.size"
      class="font-normal text-soft"
      >{{ ` of the ${some.size} selected` }}</span
    >
  </h3>
  <div class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
    <label class="flex items-center gap-1.5"
      ><input
        v-model="how"
        type="radio"
        value="frame"
      />by the frame</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="how"
        type="radio"
        value="order"
      />in order</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="how"
        type="radio"
        value="step" />from<input
        v-model.number="from"
        type="number"
        min="0"
        max="9999"
        class="field h-7 w-16"
        aria-label="First number" />by<input
        v-model.number="by"
        type="number"
        min="1"
        max="100"
        class="field h-7 w-14"
        aria-label="Step of the numbers"
    /></label>
  </div>
  <p class="mt-1 min-h-[18px] font-mono text-[11.5px] text-soft">
    {{
      numbers.length
        ? numbers
            .slice(0, 10)
            .map(x => `${x.drawing.number}→${x.number}`)
            .join('  ') + (numbers.length > 10 ? ' …' : '')
        : 'They are numbered so already.'
    }}
  </p>
  <button
    type="button"
    class="push-button mt-1"
    :disabled="!numbers.length"
    @click="renumber"
  >
    Number {{ plural(numbers.length, 'drawing') }}
  </button>
</template>
