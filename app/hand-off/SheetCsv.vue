<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import Papa from 'papaparse'
import { Download, Upload } from '@lucide/vue'
import type { Misfit, SheetColumn } from '#core/formats/csv'
import { readSheetRows } from '#core/formats/csv'
import { summary } from '#core/sheet'
import { isTimed } from '#core/commands'
import type { Draft } from '#core/commands'
import { useDesk } from '~/desk/desk'
import { exportData } from './data'

const props = defineProps<{ name: string }>()
const desk = useDesk()
const input = ref<HTMLInputElement | null>(null)
const misfits = ref<Misfit[]>([])
// Shallow: what is read goes into a command as it is.
const read = shallowRef<{ columns: SheetColumn[]; frames: number } | null>(null)
const MOST = 8 * 1024 * 1024

const write = (): void => void exportData('csv', `${props.name}-sheet.csv`)
async function select(e: Event): Promise<void> {
  const file = (e.target as HTMLInputElement).files?.[0]
  misfits.value = []
  read.value = null
  if (!file) return
  if (file.size > MOST) {
    misfits.value = [{ row: 1, column: '', message: 'A sheet as CSV has at most 8 MB.' }]
    return
  }
  const { data, errors } = Papa.parse<string[]>(await file.text(), { skipEmptyLines: 'greedy', delimiter: ',' })
  const quotes = errors.find(x => x.type === 'Quotes')
  if (quotes) {
    misfits.value = [
      { row: (quotes.row ?? 0) + 1, column: '', message: 'A quotation mark is not closed or not alone.' },
    ]
    return
  }
  const out = readSheetRows(data, desk.shot!, desk.plan!)
  if (out.ok) read.value = out
  else misfits.value = out.misfits
  if (input.value) input.value.value = ''
}
/** What reading it in changes, column by column, before it is done. */
const changes = computed(() =>
  (read.value?.columns ?? []).map(c => {
    const column = desk.plan!.columns[c.column]!
    const before = summary(column.runs)
    const drawings = new Set(c.exposures.map(x => x.drawing).filter(Boolean)).size
    const frames = c.exposures.reduce((sum, x) => sum + x.frames, 0)
    return {
      id: c.column,
      name: column.name,
      locked: column.locked,
      leader: column.leader,
      words: `${before.frames} → ${frames} frames, ${before.drawings} → ${drawings} drawings exposed`,
    }
  }),
)
function take(): void {
  const drafts = read.value!.columns.flatMap((c): Draft[] => {
    const column = desk.plan!.columns[c.column]!
    if (!isTimed(column)) return []
    return [{ name: 'column.expose', args: { plan: desk.plan!.id, column: column.id, exposures: [...c.exposures] } }]
  })
  if (desk.run(...drafts)) read.value = null
}
</script>

<template>
  <section>
    <h3 class="font-semibold">The sheet as a table</h3>
    <p class="text-soft">
      CSV: frames down, columns across; a drawing's number where it begins, X for a blank, nothing while it is held.
    </p>
    <div class="mt-2 flex items-center gap-2">
      <button
        type="button"
        class="push-button"
        @click="write"
      >
        <Download :size="14" />Export sheet
      </button>
      <button
        type="button"
        class="push-button"
        @click="input?.click()"
      >
        <Upload :size="14" />Import a sheet …
      </button>
      <input
        ref="input"
        type="file"
        accept=".csv,text/csv"
        class="hidden"
        aria-label="Sheet as CSV"
        @change="select"
      />
    </div>
    <div
      v-if="misfits.length"
      class="mt-2"
      role="alert"
    >
      <p class="text-signal">This does not fit the shot. Nothing was changed.</p>
      <ul class="mt-1 max-h-32 overflow-y-auto">
        <li
          v-for="(m, i) in misfits"
          :key="i"
        >
          Row {{ m.row }}{{ m.column ? `, ${m.column}` : '' }}: {{ m.message }}
        </li>
      </ul>
    </div>
    <div
      v-if="read"
      class="mt-2"
    >
      <p>It has {{ read.frames }} frames. Reading it in gives:</p>
      <ul class="mt-1">
        <li
          v-for="c in changes"
          :key="c.id"
        >
          <strong>{{ c.name }}</strong>:
          {{ c.locked ? 'locked, stays as it is' : c.leader ? 'lined up with another: it follows that one' : c.words }}
        </li>
      </ul>
      <button
        type="button"
        class="push-button push-button-main mt-2"
        @click="take"
      >
        Import it
      </button>
    </div>
  </section>
</template>
