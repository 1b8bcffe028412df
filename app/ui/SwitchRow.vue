<script setup lang="ts" generic="T extends string | number">
/** One of several, side by side. */
defineProps<{
  options: readonly { readonly value: T; readonly name: string; readonly title?: string }[]
  /** What it is for, read aloud. */
  label: string
  /** How high each is. */
  high?: string
}>()
const picked = defineModel<T>({ required: true })
</script>

<template>
  <div
    class="flex w-fit overflow-hidden rounded border border-edge"
    role="radiogroup"
    :aria-label="label"
  >
    <button
      v-for="o in options"
      :key="o.value"
      type="button"
      role="radio"
      :aria-checked="picked === o.value"
      class="switch -outline-offset-2"
      :class="[picked === o.value ? 'switch-on' : '', high ?? '']"
      :title="o.title"
      @click="picked = o.value"
    >
      {{ o.name }}
    </button>
  </div>
</template>
