<script setup lang="ts">
/** A name, a slider, and what it stands at in words: one row of a panel. */
const {
  name,
  label,
  min,
  max,
  step,
  words = undefined,
  wide = 'w-14',
} = defineProps<{
  name: string
  label: string
  min: number
  max: number
  step: number
  /** What it stands at; nothing where the slider says it. */
  words?: string
  /** How wide the name is. */
  wide?: string
}>()
const value = defineModel<number>({ required: true })
</script>

<template>
  <label class="flex items-center gap-2"
    ><span :class="wide">{{ name }}</span
    ><input
      v-model.number="value"
      type="range"
      :min="min"
      :max="max"
      :step="step"
      class="min-w-0 flex-1"
      :aria-label="label" /><span
      v-if="words !== undefined"
      class="w-12 text-right font-mono"
      >{{ words }}</span
    ><slot
  /></label>
</template>
