<script setup lang="ts">
import { computed } from 'vue'
import { columnsOf } from '#core/document'
import { plural } from '#core/basic'
import NumberField from '~/ui/NumberField.vue'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useDesk } from '~/desk/desk'
import BurntForm from './BurntForm.vue'
import { scales } from './scales'
import { useChoices } from './remembered'

/** How many images there will be, how the first and the last are called, and what is wrong with their names. */
const { images, fault } = defineProps<{ images: { count: number; first: string; last: string }; fault: string }>()
const desk = useDesk()
const choices = useChoices()
const ways = [
  { value: 'frame' as const, name: 'Frames' },
  { value: 'drawing' as const, name: 'Drawings', title: 'One image for each drawing, as often as it is exposed' },
  { value: 'contact' as const, name: 'Contact sheet', title: 'All poses side by side on one image' },
]
const PATTERNS = { frame: '[shot].[frame]', drawing: '[column]-[drawing]', contact: '[shot]-poses' }
const by = computed({
  get: () => choices.images.by,
  set: now => {
    const { pattern, by: before } = choices.images
    // A name that nobody has changed goes along.
    const kept = pattern !== PATTERNS[before] && pattern !== APART
    choices.images = { ...choices.images, by: now, pattern: kept ? pattern : PATTERNS[now] }
  },
})
const APART = '[shot].[column].[frame]'
const apart = computed({
  get: () => choices.images.apart,
  set: now => {
    const { pattern } = choices.images
    const plain = pattern === PATTERNS.frame || pattern === APART
    choices.images = { ...choices.images, apart: now, pattern: plain ? (now ? APART : PATTERNS.frame) : pattern }
  },
})
const columns = computed(() => [
  { value: '', name: 'all columns' },
  ...columnsOf(desk.plan!)
    .filter(c => !c.reference && !c.hidden)
    .map(c => ({ value: c.name, name: c.name })),
])
const files = [
  { value: 'png' as const, name: 'PNG' },
  { value: 'svg' as const, name: 'SVG', title: 'Lines and shapes as paths' },
]
const png = computed(() => choices.images.by === 'contact' || choices.images.file === 'png')
const names = computed(() => {
  const ending = png.value ? 'png' : choices.images.file
  return images.count > 1 ? `${images.first}.${ending} … ${images.last}.${ending}` : `${images.first}.${ending}`
})
</script>

<template>
  <div class="space-y-2">
    <SwitchRow
      v-model="by"
      :options="ways"
      label="Images of"
    />
    <div class="flex flex-wrap items-center gap-2">
      <PickList
        v-model="choices.images.column"
        class="min-w-0 flex-1"
        :options="columns"
        label="Columns of the images"
      />
      <SwitchRow
        v-if="by !== 'contact'"
        v-model="choices.images.file"
        :options="files"
        label="Format of the images"
      />
    </div>
    <PickList
      v-if="png && by !== 'contact'"
      v-model="choices.images.scale"
      class="w-full"
      :options="scales(desk.shot!.picture)"
      label="Size of the images"
    />
    <div class="flex flex-wrap gap-x-4">
      <label
        v-if="by !== 'contact'"
        class="flex h-6 items-center gap-2"
        ><input
          v-model="choices.images.paper"
          type="checkbox"
        />on paper, not transparent</label
      >
      <label
        v-if="!choices.images.column"
        class="flex h-6 items-center gap-2"
        ><input
          v-model="choices.images.background"
          type="checkbox"
        />with the background</label
      >
      <label
        v-if="by === 'frame' && !choices.images.column"
        class="flex h-6 items-center gap-2"
        ><input
          v-model="apart"
          type="checkbox"
        />each column by itself</label
      >
      <label
        v-if="by === 'drawing'"
        class="flex h-6 items-center gap-2"
        ><input
          v-model="choices.images.figuresOnly"
          type="checkbox"
        />figures only, without strokes</label
      >
    </div>
    <div class="flex items-end gap-2">
      <label class="min-w-0 flex-1"
        >Name<input
          v-model="choices.images.pattern"
          class="field mt-0.5 block h-7 w-full font-mono"
          maxlength="120"
          :aria-invalid="!!fault"
      /></label>
      <NumberField
        v-if="by !== 'contact'"
        v-model="choices.images.digits"
        class="w-14!"
        label="Digits of the numbers"
        unit="digits"
        min="1"
        max="8"
      />
    </div>
    <p
      v-if="fault"
      class="text-signal"
      role="alert"
    >
      {{ fault }}
    </p>
    <p
      v-else-if="by === 'contact' || images.count"
      class="font-mono text-[11.5px] break-all text-soft"
      data-part="names"
    >
      {{ by === 'contact' ? 'one image' : `${plural(images.count, 'image')}: ${names}` }}
    </p>
    <BurntForm
      v-if="by === 'frame' && png && !apart && !choices.images.column"
      v-model="choices.images.burnt"
    />
  </div>
</template>
