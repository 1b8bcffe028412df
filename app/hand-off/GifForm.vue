<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import PickList from '~/ui/PickList.vue'
import { useDesk } from '~/desk/desk'
import { hundredths, LEAST_HUNDREDTHS } from '#core/formats/gif-times'
import BurntForm from './BurntForm.vue'
import { scales } from './scales'
import { useChoices } from './remembered'

const desk = useDesk()
const choices = useChoices()
/** How long frames are shown, since GIF knows whole hundredths of a second only. */
const times = computed(() => {
  const all = new Set(hundredths(new Array<number>(120).fill(1), desk.shot!.rate))
  return [...all].sort((a, b) => a - b)
})
</script>

<template>
  <div class="space-y-2">
    <div class="flex flex-wrap items-center gap-2">
      <PickList
        v-model="choices.gif.scale"
        class="flex-1"
        :options="scales(desk.shot!.picture)"
        label="Size of the GIF"
      />
      <label class="flex items-center gap-2"
        ><input
          v-model="choices.gif.forever"
          type="checkbox"
        />again and again</label
      >
    </div>
    <div class="flex flex-wrap items-center gap-2">
      <span>At most</span>
      <NumberField
        v-model="choices.gif.most"
        class="w-16!"
        label="MB that the GIF is to stay under; 0 for any size"
        unit="MB"
        min="0"
        max="1000"
        step="0.5"
      />
      <span class="text-soft">{{ choices.gif.most ? 'made smaller until it fits' : '(0: any size)' }}</span>
    </div>
    <label class="flex items-center gap-2"
      ><input
        v-model="choices.gif.background"
        type="checkbox"
      />with the background</label
    >
    <BurntForm v-model="choices.gif.burnt" />
    <p class="text-soft">
      GIF times are whole hundredths of a second: {{ times.length > 1 ? 'frames take turns with' : 'frames have' }}
      {{ times.join(' and ') }}, so that the whole stays in time. Holds become one long picture.
      <template v-if="times[0]! < LEAST_HUNDREDTHS">
        Viewers show less than {{ LEAST_HUNDREDTHS }} hundredths too slowly: this rate is too fast for a GIF.
      </template>
    </p>
  </div>
</template>
