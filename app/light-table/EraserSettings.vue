<script setup lang="ts">
import { useLightTable } from './store'

/** What belongs to the eraser in hand. */
const table = useLightTable()
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-3 @max-[620px]:gap-2"
    role="toolbar"
    aria-label="Eraser"
  >
    <label
      class="flex items-center gap-1"
      title="Only what it goes over"
      ><input
        v-model="table.eraser.parts"
        type="radio"
        :value="true"
      />parts of strokes</label
    >
    <label
      class="flex items-center gap-1"
      title="Every stroke that it touches"
      ><input
        v-model="table.eraser.parts"
        type="radio"
        :value="false"
      />whole strokes</label
    >
    <label class="flex items-center gap-1"
      ><span class="@max-[620px]:hidden">size</span
      ><input
        v-model.number="table.eraser.size"
        type="range"
        min="3"
        max="60"
        class="w-24 @max-[620px]:w-14"
        aria-label="Size of the eraser, px of the screen"
      /><span class="w-5 text-right font-mono text-[11px]">{{ table.eraser.size }}</span></label
    >
  </div>
</template>
