<script setup lang="ts">
import { computed } from 'vue'
import { keyCaps } from './key-caps'

/** A key, or keys pressed together, as caps. */
const { keys = '' } = defineProps<{ keys?: string }>()
const caps = computed(() => (keys ? keyCaps(keys) : []))
</script>

<template>
  <span class="shrink-0 space-x-1"
    ><kbd
      v-for="cap in caps"
      :key="cap"
      class="key-cap"
      >{{ cap }}</kbd
    ></span
  >
</template>
