<script setup lang="ts">
import { X } from '@lucide/vue'

/** Closes the panel it stands in. */
withDefaults(defineProps<{ size?: number; label?: string; title?: string }>(), {
  size: 14,
  label: 'Close',
  title: 'Close (Esc)',
})
</script>

<template>
  <button
    type="button"
    class="rounded hover:bg-wash"
    :class="size > 14 ? 'p-1' : 'p-0.5'"
    :aria-label="label"
    :title="title"
  >
    <X :size="size" />
  </button>
</template>
