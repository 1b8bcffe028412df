<script setup lang="ts">
import { ref } from 'vue'
import { plural } from '#core/basic'
import { takeLines } from '~/reading/take-lines'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import type { BroughtLines } from './found'

/** Timed text that comes in as spoken lines. */
const { file } = defineProps<{ file: BroughtLines }>()
const emit = defineEmits<{ done: [] }>()
const busy = ref(false)

async function take(): Promise<void> {
  busy.value = true
  const count = await takeLines(file.lines).finally(() => (busy.value = false))
  if (!count) return tell('Nothing was imported: there is no room for the words in their times.')
  const left = file.lines.length - count
  tell(`${plural(count, 'spoken line')} imported.`, left ? { detail: `${plural(left, 'line')} had no room.` } : {})
  emit('done')
  useSide().open = 'reading'
}
</script>

<template>
  <form
    class="space-y-2"
    @submit.prevent="take"
  >
    <h3 class="font-semibold">Spoken lines, as timed text</h3>
    <p>
      <span class="font-mono text-[12px] break-all">{{ file.name }}</span>
      <span class="block text-[12px] text-soft">{{ file.told }}</span>
    </p>
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="busy"
    >
      {{ busy ? 'Reading …' : `Import ${plural(file.lines.length, 'line')}` }}
    </button>
  </form>
</template>
