<script setup lang="ts">
/** How far something is, with a button that stops it. */
defineProps<{ words: string; done: number; of: number }>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <p
    class="flex items-center gap-2"
    role="status"
  >
    {{ words }} {{ done }} of {{ of }} …<progress
      class="flex-1"
      :value="done"
      :max="of"
    /><button
      type="button"
      class="push-button"
      @click="$emit('stop')"
    >
      Stop
    </button>
  </p>
</template>
