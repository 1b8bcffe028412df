<script setup lang="ts">
import type { Stage } from './guide'

/** A stage of the work. */
defineProps<{ stage: Stage }>()
</script>

<template>
  <!-- The text of docs/guide.md, made at build. -->
  <!-- eslint-disable vue/no-v-html -->
  <article
    class="guide"
    v-html="stage.html"
  />
  <!-- eslint-enable vue/no-v-html -->
</template>

<style scoped>
@reference "~/assets/main.css";
.guide :deep(p) {
  @apply mt-2;
}
.guide :deep(ol) {
  @apply mt-2 list-decimal space-y-1.5 pl-5;
}
.guide :deep(img) {
  @apply max-h-105 max-w-full rounded border border-edge;
}
.guide :deep(strong) {
  @apply rounded border border-edge bg-sheet px-1 font-mono text-[0.92em] font-semibold whitespace-nowrap;
}
.guide :deep(em) {
  @apply font-semibold not-italic;
}
</style>
