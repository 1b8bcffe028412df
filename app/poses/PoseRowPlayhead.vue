<script setup lang="ts">
import { useDesk } from '~/desk/desk'

/** A component of its own, so that playing moves this line alone and leaves the row as it is. */
defineProps<{ xOf: (frame: number) => number }>()
const desk = useDesk()
</script>

<template>
  <div
    class="pointer-events-none absolute inset-y-0 left-0 w-px bg-signal will-change-transform"
    aria-hidden="true"
    :style="{ transform: `translateX(${xOf(desk.frame)}px)` }"
  />
</template>
