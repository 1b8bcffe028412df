<script setup lang="ts">
import { ref } from 'vue'

/** Naming and making the figure whose joints are set. */
const { count } = defineProps<{ count: number }>()
const emit = defineEmits<{ back: []; clear: []; make: [name: string] }>()
const name = ref('Own figure')
</script>

<template>
  <form
    class="absolute top-16 left-[60px] z-10 w-[300px] rounded-md border border-edge bg-panel px-2.5 py-2 shadow-lg"
    aria-label="A figure from joints"
    @submit.prevent="emit('make', name.trim() || 'Own figure')"
  >
    <p>
      {{
        count === 0
          ? 'Click where the figure is placed: its first joint.'
          : count === 1
            ? 'Click where its next joint is; a limb joins them.'
            : 'A new joint hangs on the one touched last. Touch a joint to go on from it.'
      }}
    </p>
    <label class="mt-2 flex items-center gap-2"
      >Name<input
        v-model="name"
        class="field h-7 min-w-0 flex-1"
        maxlength="80"
        @keydown.esc.stop="emit('clear')"
    /></label>
    <div class="mt-2 flex gap-1.5">
      <button
        type="submit"
        class="push-button push-button-main"
        :disabled="count < 2"
      >
        Make the figure
      </button>
      <button
        type="button"
        class="push-button"
        :disabled="!count"
        @click="emit('back')"
      >
        Last joint back
      </button>
      <button
        type="button"
        class="push-button"
        :disabled="!count"
        @click="emit('clear')"
      >
        Clear
      </button>
    </div>
  </form>
</template>
