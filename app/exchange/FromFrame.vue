<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { useDesk } from '~/desk/desk'

/** The frame from which on something that comes in is seen or heard: the first, or the one at the playhead. */
const frame = defineModel<number>({ required: true })
const desk = useDesk()
const from = ref<'first' | 'playhead'>('first')
watchEffect(() => (frame.value = from.value === 'first' ? 1 : desk.workFrame))
</script>

<template>
  <div
    v-if="desk.workFrame > 1"
    class="space-y-2"
  >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="from"
        type="radio"
        value="first"
      />from frame 1 on</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        v-model="from"
        type="radio"
        value="playhead"
      />from frame {{ desk.workFrame }} on, where the playhead is</label
    >
  </div>
</template>
