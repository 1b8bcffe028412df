<script setup lang="ts" generic="T extends string | number">
/** A field that holds one of several values, each under its name. */
defineProps<{
  options: readonly { readonly value: T; readonly name: string }[]
  /** What it is for, read aloud. */
  label: string
}>()
const picked = defineModel<T>({ required: true })
</script>

<template>
  <select
    v-model="picked"
    class="field h-7"
    :aria-label="label"
  >
    <option
      v-for="o in options"
      :key="o.value"
      :value="o.value"
    >
      {{ o.name }}
    </option>
  </select>
</template>
