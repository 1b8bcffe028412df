<script setup lang="ts">
/**
 * A row of a form: what is asked, its field, and what that is counted in. `choices` where its field is a row of choices
 * with a label of its own.
 */
const { unit = '', choices = false } = defineProps<{ name: string; unit?: string; choices?: boolean }>()
</script>

<template>
  <component
    :is="choices ? 'div' : 'label'"
    class="flex items-center gap-2"
    ><span class="w-[5.5rem] shrink-0">{{ name }}</span
    ><slot /><span
      v-if="unit"
      class="text-soft"
      >{{ unit }}</span
    ></component
  >
</template>
