<script setup lang="ts">
import { computed, onScopeDispose, reactive, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import { matchByNumber, NUMBER, numberPatternFault } from '#core/formats/by-number'
import { useDesk } from '~/desk/desk'
import { usePicture } from '~/picture/store'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { tell } from '~/ui/messages'
import { finishedBy, numberedIn, patternFor } from './finish'
import { bringIn } from './bring-in'
import type { Brought } from './found'
import MatchRow from './MatchRow.vue'
import { oneStep } from '~/desk/one-step'
import StopRow from './StopRow.vue'

/** Finished drawings that come back: each for the drawing whose number is in its name. */
const { files } = defineProps<{ files: readonly Brought[] }>()
const emit = defineEmits<{ done: [] }>()
const [desk, picture] = [useDesk(), usePicture()]

const drawings = computed(() => (desk.stack ? numberedIn(desk.stack) : []))
const found = computed(() => patternFor(files, drawings.value))
const pattern = ref('')
watch(found, p => (pattern.value = p ?? NUMBER), { immediate: true })
const fault = computed(() => numberPatternFault(pattern.value))
const match = computed(() => matchByNumber(files, drawings.value, fault.value ? NUMBER : pattern.value))

/** What becomes of files that no drawing has the number of: by their names. */
const [OUT, NEW] = ['', 'new']
const chosen = reactive<Record<string, string>>({})
const choices = computed(() => [
  { value: OUT, name: 'leave out' },
  { value: NEW, name: 'new, in the tray' },
  ...match.value.drawings.map(d => ({ value: d.id, name: `for ${d.number}` })),
])
const choiceOf = (name: string): string => {
  const is = chosen[name] ?? OUT
  return choices.value.some(c => c.value === is) ? is : OUT
}
const pairs = computed(() => [
  ...match.value.pairs,
  ...match.value.files.flatMap(({ file }) => {
    const drawing = match.value.drawings.find(d => d.id === choiceOf(file.name))
    return drawing ? [{ file, drawing }] : []
  }),
])
const doubled = computed(() => {
  const ids = pairs.value.map(p => p.drawing.id)
  const twice = pairs.value.find((p, i) => ids.indexOf(p.drawing.id) !== i)
  return twice ? `Two files are for drawing ${twice.drawing.number}.` : ''
})
const fresh = computed(() => match.value.files.filter(({ file }) => choiceOf(file.name) === NEW).map(f => f.file))
const left = computed(() => match.value.drawings.filter(d => !pairs.value.some(p => p.drawing.id === d.id)))

const how = ref<'instead' | 'over'>('instead')
const ways = [
  { value: 'instead' as const, name: 'Instead of roughs', title: 'The roughs stay beneath and can be seen again' },
  { value: 'over' as const, name: 'Over roughs' },
]
const shut = computed(() => {
  if (desk.column?.locked) return `The column ${desk.column.name} is locked.`
  return desk.column?.drawingsLocked ? `The drawings of the column ${desk.column.name} are locked.` : ''
})
const count = computed(() => pairs.value.length + fresh.value.length)

const at = ref(-1)
let stopped = false
const progress = (n: number): boolean => {
  at.value = n
  return !stopped
}
async function take(): Promise<void> {
  stopped = false
  // Taken now: another column may be gone to meanwhile.
  const [scene, focus, column] = [desk.scene!, desk.focus!, desk.column!.name]
  const stack = focus.stack!
  const { pictures, strokes } = desk.session!
  const keeper = { addImage: pictures.keep, addStroke: strokes.add.bind(strokes) }
  const { width, height } = scene.shot.picture
  const placed = { fit: true, percent: 100, x: width / 2, y: height / 2, frames: null, theirNumbers: true }
  try {
    const [back, news] = [pairs.value, fresh.value]
    const made = await finishedBy(scene, stack, back, { over: how.value === 'over', keeper, progress })
    const added = made && (await bringIn(scene, focus, news, placed, { keeper, progress }))
    if (!made || !added) return void tell('Stopped. Nothing was changed.')
    const finished = Object.keys(made.finished).length
    const drafts: Draft[] = [
      ...(finished ? [{ name: 'drawing.finish' as const, args: { stack: stack.id, finished: made.finished } }] : []),
      ...added,
    ]
    const reasons = made.refused.map(r => `${r.name}: ${r.reason}`).join(' ')
    if (!drafts.length) return void tell('Nothing was changed.', { detail: reasons })
    const words = finished ? `Finish ${plural(finished, 'drawing')}` : `Import ${plural(news.length, 'drawing')}`
    if (!desk.run(...oneStep(drafts, words))) return
    picture.roughs = false
    const told = [
      ...(finished ? [`${plural(finished, 'drawing')} of ${column} finished`] : []),
      ...(news.length ? [`${plural(news.length, 'new one')} in the tray`] : []),
    ]
    tell(`${told.join(', ')}.`, { detail: reasons || 'Timing, charts and roles are as they were.' })
    emit('done')
  } catch {
    tell('Nothing was changed.', { detail: 'A picture could not be kept in this browser.' })
  } finally {
    at.value = -1
  }
}
const stop = (): void => void (stopped = true)
onScopeDispose(stop)
</script>

<template>
  <form
    class="space-y-3"
    @submit.prevent="take"
  >
    <label class="block"
      >Number in the names<input
        v-model="pattern"
        class="field mt-1 h-7 w-full font-mono"
        aria-label="Where the number stands in the names"
        spellcheck="false"
      /><span class="text-[11.5px] text-soft">* stands for anything; zeros before a number do not count.</span></label
    >
    <SwitchRow
      v-model="how"
      :options="ways"
      label="Finished drawings lie"
    />
    <section v-if="match.pairs.length">
      <h3 class="font-semibold">{{ plural(match.pairs.length, 'drawing') }} matched</h3>
      <ul
        class="mt-1 max-h-64 overflow-y-auto rounded border border-edge bg-sheet px-2"
        aria-label="Matched drawings"
        style="scrollbar-width: thin"
      >
        <MatchRow
          v-for="p in match.pairs"
          :key="`${p.file.name} ${p.drawing.id}`"
          :drawing="p.drawing"
          :file="p.file"
        />
      </ul>
    </section>
    <section v-if="match.files.length">
      <h3 class="font-semibold">{{ plural(match.files.length, 'file') }} without a drawing</h3>
      <ul
        class="mt-1 max-h-48 space-y-1.5 overflow-y-auto"
        style="scrollbar-width: thin"
      >
        <li
          v-for="{ file, reason } in match.files"
          :key="file.name"
        >
          <span class="block truncate font-mono text-[12px]">{{ file.name }}</span>
          <span class="flex items-center justify-between gap-2 text-[12px] text-soft"
            >{{ reason
            }}<PickList
              :model-value="choiceOf(file.name)"
              class="shrink-0"
              :options="choices"
              :label="`What becomes of ${file.name}`"
              @update:model-value="v => (chosen[file.name] = v)"
          /></span>
        </li>
      </ul>
    </section>
    <p v-if="left.length">
      <span class="font-semibold">{{ plural(left.length, 'drawing') }} without a file</span>, left as
      {{ left.length === 1 ? 'it is' : 'they are' }}:
      <span class="font-mono text-[12px]">{{ left.map(d => d.number).join(', ') }}</span>
    </p>
    <p
      v-if="shut || fault || doubled"
      class="text-signal"
      role="alert"
    >
      {{ shut || fault || doubled }}
    </p>
    <StopRow
      v-if="at >= 0"
      words="Importing"
      :done="at"
      :of="count"
      @stop="stop"
    />
    <button
      v-else
      type="submit"
      class="push-button push-button-main"
      :disabled="!count || !!fault || !!shut || !!doubled"
    >
      Import {{ count }}
    </button>
  </form>
</template>
