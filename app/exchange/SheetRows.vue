<script setup lang="ts">
import { computed, ref } from 'vue'
import { plural } from '#core/basic'
import { otherRate } from '#core/formats/sheet-in'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import SwitchRow from '~/ui/SwitchRow.vue'
import type { BroughtSheet } from './found'
import { oneStep } from '~/desk/one-step'
import type { SheetAs } from './sheet-drafts'
import { columnWords, plansFor, sheetDrafts } from './sheet-drafts'

/** A sheet from elsewhere: what is in it, what becomes of it, and what was left out, before anything happens. */
const { file } = defineProps<{ file: BroughtSheet }>()
const emit = defineEmits<{ done: [] }>()
const desk = useDesk()
const sheet = computed(() => file.sheet)
const WAYS = [
  { value: 'new' as const, name: 'New columns' },
  { value: 'timing' as const, name: 'Timing of those here' },
]
/** Taken to be the timing of the columns that are here where most of them are. */
const here = plansFor(desk.scene!, file.sheet, 'timing')
const as = ref<SheetAs>(here.filter(p => !p.against).length * 2 > here.length ? 'timing' : 'new')
const plans = computed(() => plansFor(desk.scene!, sheet.value, as.value))
const fit = computed(() => plans.value.filter(p => !p.against))
const length = ref(file.sheet.length !== desk.shot!.length && file.sheet.length > desk.shot!.length)
const notes = ref(true)
const rateWords = computed(() => otherRate(sheet.value, desk.shown!.rate))

function take(): void {
  const drafts = sheetDrafts(desk.scene!, sheet.value, plans.value, { length: length.value, notes: notes.value })
  if (!desk.run(...oneStep(drafts, `Import the sheet ${sheet.value.name}`))) return
  tell(`${plural(fit.value.length, 'column')} of ${file.name} imported.`)
  emit('done')
}
</script>

<template>
  <form
    class="space-y-2"
    @submit.prevent="take"
  >
    <h3 class="font-semibold">The sheet of {{ sheet.name }}</h3>
    <p class="font-mono text-[12px] break-all text-soft">{{ file.name }}</p>
    <SwitchRow
      v-model="as"
      :options="WAYS"
      label="The sheet comes in as"
    />
    <ul
      class="max-h-56 overflow-y-auto rounded border border-edge bg-sheet px-2 py-1"
      style="scrollbar-width: thin"
    >
      <li
        v-for="(p, i) in plans"
        :key="i"
        class="py-0.5"
      >
        <span class="flex justify-between gap-3"
          ><span
            class="truncate"
            :title="p.from.name"
            >{{ p.from.name }}</span
          ><span class="text-right text-[12px] text-soft">{{ columnWords(p.from) }}</span></span
        ><span
          v-if="p.against"
          class="block text-[12px] text-signal"
          >left out: {{ p.against }}</span
        >
      </li>
    </ul>
    <label
      v-if="sheet.length !== desk.shown!.length"
      class="flex items-center gap-1.5"
      ><input
        v-model="length"
        type="checkbox"
      />the shot gets {{ plural(sheet.length, 'frame') }} (it has {{ desk.shown!.length }})</label
    >
    <label
      v-if="sheet.notes.length"
      class="flex items-center gap-1.5"
      ><input
        v-model="notes"
        type="checkbox"
      />with {{ plural(sheet.notes.length, 'action note') }}</label
    >
    <p
      v-if="rateWords"
      class="text-signal"
    >
      {{ rateWords }}
    </p>
    <template v-if="sheet.left.length">
      <p class="font-semibold">Left out</p>
      <ul>
        <li
          v-for="words in sheet.left"
          :key="words"
        >
          {{ words }}
        </li>
      </ul>
    </template>
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="!fit.length"
    >
      Import {{ plural(fit.length, 'column') }}
    </button>
  </form>
</template>
