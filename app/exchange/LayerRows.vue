<script setup lang="ts">
import { computed, ref } from 'vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { tell } from '~/ui/messages'
import SwitchRow from '~/ui/SwitchRow.vue'
import type { BroughtLayers } from './found'
import { isRefused } from './found'
import { asColumns, asParts } from './layer-drafts'
import { layerWords } from './layered-file'

/** A file with layers: which come in, and as what, before anything happens. */
const { file } = defineProps<{ file: BroughtLayers }>()
const emit = defineEmits<{ done: []; flat: [] }>()
const desk = useDesk()
const WAYS = [
  { value: 'columns' as const, name: 'Columns', title: 'A new column for each layer' },
  { value: 'parts' as const, name: 'Parts', title: 'One new drawing, on which each layer has a place of its own' },
]
const as = ref<'columns' | 'parts'>('columns')
/** The layers that come in, by name; those that are hidden in the file stay out until they are asked for. */
const chosen = ref(file.layers.filter(l => !l.hidden).map(l => l.name))
const layers = computed(() => file.layers.filter(l => chosen.value.includes(l.name)))
const fit = ref(true)
const scale = computed(() => {
  const { width, height } = desk.shot!.picture
  return fit.value ? Math.min(width / file.width, height / file.height) : 1
})
const when = ref<'whole' | 'here' | 'tray'>('whole')
const shownWhen = computed({
  get: () =>
    as.value === 'parts' && when.value === 'whole'
      ? 'here'
      : when.value === 'tray' && as.value === 'columns'
        ? 'whole'
        : when.value,
  set: value => (when.value = value),
})
const frames = ref(desk.column?.step ?? 2)
const busy = ref(false)
const wrong = computed(() => {
  if (shownWhen.value === 'here' && !(Number.isInteger(frames.value) && frames.value >= 1 && frames.value <= 240))
    return 'An exposure is a whole number of frames from 1 to 240.'
  const { column } = desk
  if (as.value === 'columns') return ''
  if (!column) return 'There is no column for a drawing yet. Take the layers as columns.'
  if (column.locked || column.drawingsLocked) return `The column ${column.name} is locked.`
  return column.leader && shownWhen.value === 'here'
    ? `The column ${column.name} is lined up with another: its timing follows. Put the drawing in the tray.`
    : ''
})

async function take(): Promise<void> {
  const { pictures, strokes } = desk.session!
  const keeper = { addImage: pictures.add, addStroke: strokes.add.bind(strokes) }
  const laid = { width: file.width, height: file.height, scale: scale.value }
  const here = { from: desk.workFrame, frames: frames.value }
  const [scene, focus] = [desk.scene!, desk.focus!]
  busy.value = true
  try {
    const drafts =
      as.value === 'columns'
        ? await asColumns(scene, layers.value, {
            ...{ laid, keeper },
            shown: shownWhen.value === 'here' ? here : { from: 1, frames: scene.shot.length },
          })
        : await asParts(scene, focus, layers.value, { laid, keeper, shown: shownWhen.value === 'here' ? here : null })
    if (!drafts.length) return void tell('There is nothing on them. Nothing was imported.')
    const words = plural(layers.value.length, 'layer')
    if (!desk.run(...oneStep(drafts, `Import ${words} of ${file.name}`))) return
    // The front one is the one that is worked on then.
    const front = drafts.at(-1)!
    if (front.name === 'column.add') desk.columnId = front.args.column.id
    desk.tellDone(`${words} of ${file.name} imported as ${as.value}.`)
    emit('done')
  } catch {
    tell('Nothing was imported.', { detail: 'A picture could not be kept in this browser.' })
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form
    class="space-y-2"
    @submit.prevent="take"
  >
    <h3 class="font-semibold">{{ plural(file.layers.length, 'layer') }}, from front to back</h3>
    <p class="font-mono text-[12px] break-all text-soft">{{ file.name }}, {{ file.width }} × {{ file.height }} px</p>
    <ul
      class="max-h-56 overflow-y-auto rounded border border-edge bg-sheet px-2 py-1"
      style="scrollbar-width: thin"
    >
      <li
        v-for="l in [...file.layers].reverse()"
        :key="l.name"
        class="py-0.5"
      >
        <label class="flex items-center gap-1.5"
          ><input
            v-model="chosen"
            type="checkbox"
            :value="l.name"
          /><span
            class="min-w-0 flex-1 truncate"
            :title="l.name"
            >{{ l.name }}</span
          ><span class="text-right text-[12px] text-soft"
            >{{ l.hidden ? 'hidden, ' : '' }}{{ layerWords(l) }}</span
          ></label
        >
      </li>
    </ul>
    <SwitchRow
      v-model="as"
      :options="WAYS"
      label="The layers come in as"
    />
    <p class="text-soft">
      {{
        as === 'columns'
          ? 'Each layer gets a new column in front of those there are.'
          : `One new drawing in ${desk.column?.name ?? 'the column'}; each layer is moved, turned and sized by itself on it.`
      }}
    </p>
    <label
      v-if="as === 'columns'"
      class="flex items-center gap-1.5"
      ><input
        v-model="shownWhen"
        type="radio"
        value="whole"
      />held for the whole shot</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="shownWhen"
        type="radio"
        value="here"
      />from frame {{ desk.workFrame }} on, for<input
        v-model.number="frames"
        type="number"
        min="1"
        max="240"
        class="field h-7 w-16 text-right font-mono"
        aria-label="Frames that the layers are held"
      />frame{{ frames === 1 ? '' : 's' }}</label
    >
    <label
      v-if="as === 'parts'"
      class="flex items-center gap-1.5"
      ><input
        v-model="shownWhen"
        type="radio"
        value="tray"
      />as a spare in the tray</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="fit"
        type="checkbox"
      />as large as fits the picture</label
    >
    <template v-if="file.left.length">
      <p class="font-semibold">Left out</p>
      <ul>
        <li
          v-for="words in file.left"
          :key="words"
        >
          {{ words }}
        </li>
      </ul>
    </template>
    <p
      v-if="wrong"
      class="text-signal"
      role="alert"
    >
      {{ wrong }}
    </p>
    <div class="flex flex-wrap gap-1.5">
      <button
        type="submit"
        class="push-button push-button-main"
        :disabled="!layers.length || !!wrong || busy"
      >
        {{ busy ? 'Keeping …' : `Import ${plural(layers.length, 'layer')}` }}
      </button>
      <button
        type="button"
        class="push-button"
        :disabled="isRefused(file.flat) || busy"
        :title="isRefused(file.flat) ? file.flat.reason : 'Without its layers, like other drawings'"
        @click="emit('flat')"
      >
        As one drawing …
      </button>
    </div>
  </form>
</template>
