<script setup lang="ts">
import { useDesk } from '~/desk/desk'

/** What was found, each with where it is and what would mend it. */
export interface FindingRow {
  readonly key: string
  readonly first: number
  readonly last: number
  readonly words: string
  /** What mends it is called. */
  readonly remedy: string
  readonly mend: () => void
}
const { rows, label } = defineProps<{ rows: readonly FindingRow[]; label: string }>()
const desk = useDesk()
const where = ({ first, last }: FindingRow): string => (first === last ? `frame ${first}` : `frames ${first}–${last}`)
</script>

<template>
  <ol
    class="space-y-1.5"
    :aria-label="label"
  >
    <li
      v-for="row in rows"
      :key="row.key"
      class="border-l-2 border-pencil pl-2"
    >
      <button
        type="button"
        class="font-mono text-[12px] underline underline-offset-2"
        :title="`Go to frame ${row.first}`"
        @click="desk.goTo(row.first)"
      >
        {{ where(row) }}
      </button>
      {{ row.words }}
      <button
        type="button"
        class="push-button mt-0.5 px-2"
        :aria-label="`${row.remedy}, ${where(row)}`"
        @click="row.mend"
      >
        {{ row.remedy }}
      </button>
    </li>
  </ol>
</template>
