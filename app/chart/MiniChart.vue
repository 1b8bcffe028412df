<script setup lang="ts">
/**
 * A chart as a small ladder lying on its side: the poses at its ends, a tick for each in-between. One that gives the `same`
 * as even is dim, with an equals sign.
 */
const {
  places,
  width = 54,
  same = false,
} = defineProps<{ places: readonly number[]; width?: number; same?: boolean }>()
const ROOM = 7
const x = (u: number) => ROOM + Math.max(-0.12, Math.min(1.12, u)) * (width - 2 * ROOM)
</script>

<template>
  <svg
    :width="width"
    height="16"
    aria-hidden="true"
    class="shrink-0"
    :class="{ 'opacity-55': same }"
  >
    <text
      v-if="same"
      :x="width - 1"
      y="8"
      text-anchor="end"
      font-size="9"
      fill="currentColor"
    >
      =
    </text>
    <path
      :d="`M${x(0)} 2v11H${x(1)}V2`"
      fill="none"
      stroke="currentColor"
      stroke-width="1.3"
    />
    <line
      v-for="(u, i) in places"
      :key="i"
      :x1="x(u)"
      :x2="x(u)"
      y1="7"
      y2="13"
      stroke="currentColor"
      stroke-width="1.2"
    />
  </svg>
</template>
