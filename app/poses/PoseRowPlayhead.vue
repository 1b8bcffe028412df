<script setup lang="ts">
import { useDesk } from '~/desk/desk'

/** A component of its own, so that playing moves this line alone and leaves the row as it is. */
defineProps<{ pxPerFrame: number; from: number }>()
const desk = useDesk()
</script>

<template>
  <div
    class="pointer-events-none absolute -top-1 bottom-[-4px] left-0 w-px bg-signal will-change-transform"
    aria-hidden="true"
    :style="{ transform: `translateX(${(desk.frame - from + 0.5) * pxPerFrame}px)` }"
  />
</template>
