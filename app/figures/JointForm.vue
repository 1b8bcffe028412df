<script setup lang="ts">
import { ref } from 'vue'

/** Naming and creating the figure whose joints are set. */
const { count } = defineProps<{ count: number }>()
const emit = defineEmits<{ back: []; clear: []; make: [name: string] }>()
const name = ref('Own figure')
const HINTS = [
  'Click where its first joint is.',
  'Click where its next joint is; a limb joins them.',
  'A new joint hangs on the one touched last.',
]
</script>

<template>
  <form
    class="flex min-w-0 items-center gap-1.5"
    aria-label="A figure from joints"
    @submit.prevent="emit('make', name.trim() || 'Own figure')"
  >
    <label class="flex items-center gap-1.5"
      ><span class="@max-[740px]:hidden">Name</span
      ><input
        v-model="name"
        aria-label="Name"
        class="field h-7 w-28 @max-[740px]:w-20"
        maxlength="80"
    /></label>
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="count < 2"
    >
      Create figure
    </button>
    <button
      type="button"
      class="push-button"
      :disabled="!count"
      title="Remove the joint that was set last"
      @click="emit('back')"
    >
      Remove last
    </button>
    <button
      type="button"
      class="push-button @max-[740px]:hidden"
      :disabled="!count"
      title="Remove all joints"
      @click="emit('clear')"
    >
      Clear
    </button>
    <p
      class="min-w-0 truncate text-soft"
      :title="HINTS[Math.min(2, count)]"
    >
      {{ HINTS[Math.min(2, count)] }}
    </p>
  </form>
</template>
