<script setup lang="ts">
import { computed } from 'vue'
import SliderRow from '~/ui/SliderRow.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useSounds } from './store'

/** How sounds are heard in this browser, whatever the shot. */
const sounds = useSounds()
const volume = computed({ get: () => sounds.how.volume, set: n => sounds.hearAs({ volume: n, off: false }) })
const slice = computed({ get: () => sounds.how.slice, set: n => sounds.hearAs({ slice: n }) })
const SLICES = [1, 2, 3].map(n => ({ value: n, name: String(n) }))
const ticked = (e: Event): boolean => (e.target as HTMLInputElement).checked
</script>

<template>
  <section class="space-y-1.5">
    <h3 class="font-semibold">In this browser</h3>
    <SliderRow
      v-model="volume"
      name="volume"
      label="Volume, percent"
      :min="0"
      :max="100"
      :step="5"
      :words="sounds.how.off ? 'off' : `${volume} %`"
    />
    <div class="flex items-center gap-2">
      <label class="flex items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="sounds.how.scrub"
          @change="sounds.hearAs({ scrub: ticked($event) })"
        />scrubbing sounds</label
      ><SwitchRow
        v-model="slice"
        :options="SLICES"
        label="Frames that sound while scrubbing"
      /><span>f</span>
    </div>
    <label class="flex items-center gap-1.5"
      ><input
        type="checkbox"
        :checked="sounds.how.pitch"
        @change="sounds.hearAs({ pitch: ticked($event) })"
      />the pitch stays at a trial rate</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        type="checkbox"
        :checked="sounds.how.off"
        @change="sounds.hearAs({ off: ticked($event) })"
      />off</label
    >
  </section>
</template>
