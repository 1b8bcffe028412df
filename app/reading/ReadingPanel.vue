<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Trash2 } from '@lucide/vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import { useSounds } from '~/sound/store'
import PickList from '~/ui/PickList.vue'
import { readingActions } from './actions'
import { useReading } from './store'
import WordForm from './WordForm.vue'

/** Spoken lines: typed, read against what is heard, and timed word by word. */
const [desk, reading, sounds] = [useDesk(), useReading(), useSounds()]
/** A line that is there, or a new one. */
const fresh = ref(!reading.here)
const line = computed(() => (fresh.value ? null : reading.here))
const choices = computed(() => [
  ...reading.laid.map(({ line: l, first, last }) => ({
    value: l.id,
    name: `${first}–${last}  ${l.speaker ? `${l.speaker}: ` : ''}${l.text.slice(0, 60)}`,
  })),
  { value: '', name: 'A new line …' },
])
const shownLine = computed({
  get: () => line.value?.line.id ?? '',
  set: id => {
    fresh.value = !id
    if (id) reading.lineId = id
  },
})
const text = ref('')
const speaker = ref('')
watch(
  () => line.value?.line,
  l => {
    text.value = l?.text ?? ''
    speaker.value = l?.speaker ?? (l ? '' : (reading.laid.at(-1)?.line.speaker ?? ''))
  },
  { immediate: true },
)

const where = computed(() => {
  const s = desk.selection
  if (s && s.last > s.first) return `over frames ${s.first} to ${s.last}, which are selected`
  return sounds.here ? `over all of ${sounds.here.name}` : `from frame ${desk.workFrame} to the end of the shot`
})
async function read(): Promise<void> {
  const words = text.value.trim()
  if (!words) return
  const done = await reading.read(words, { speaker: speaker.value.trim(), line: line.value?.line.id ?? null })
  if (done) fresh.value = false
}
function keepSpeaker(): void {
  const l = line.value?.line
  const name = speaker.value.trim()
  if (l && name !== (l.speaker ?? ''))
    desk.run({ name: 'line.set', args: { plan: desk.plan!.id, line: l.id, set: { speaker: name || null } } })
}
const act = (id: string): void => readingActions.find(a => a.id === id)!.do(desk, null)
</script>

<template>
  <SidePanel
    title="Reading"
    :words="line ? line.line.text : undefined"
  >
    <p
      v-if="!reading.here"
      class="mb-2 text-soft"
    >
      Type what is said, and its words are spread over the loud parts of the sound. They are seen beside the frames,
      where their ends are dragged.
    </p>
    <PickList
      v-else
      v-model="shownLine"
      class="mb-2 w-full"
      :options="choices"
      label="Line"
    />
    <form
      class="space-y-2"
      @submit.prevent="read"
    >
      <label class="flex items-center gap-2"
        >speaker<input
          v-model="speaker"
          class="field h-7 min-w-0 flex-1"
          maxlength="80"
          aria-label="Who speaks"
          @change="keepSpeaker"
      /></label>
      <textarea
        v-model="text"
        class="field h-20 w-full resize-y p-1.5"
        rows="3"
        maxlength="20000"
        aria-label="Text of the line"
        placeholder="What is said"
      />
      <div class="flex flex-wrap items-center gap-1.5">
        <button
          type="submit"
          class="push-button push-button-main"
          :disabled="!text.trim() || reading.reading"
        >
          {{ reading.reading ? 'Reading …' : line ? 'Read it anew' : 'Read it' }}</button><button
          v-if="line"
          type="button"
          class="push-button ml-auto px-2"
          aria-label="Delete the line"
          title="Delete the line"
          @click="act('line-delete')"
        >
          <Trash2 :size="14" />
        </button>
      </div>
      <p class="text-soft">
        {{ where }}.{{
          line ? ` ${plural(line.line.words.length, 'word')} on frames ${line.first} to ${line.last}.` : ''
        }}
      </p>
    </form>
    <WordForm
      v-if="line"
      class="mt-3 border-t border-edge pt-2"
      :line="line"
    />
  </SidePanel>
</template>
