<script setup lang="ts">
import { HEAD, MARGIN } from './layout'
import { useDesk } from '~/desk/desk'
import { useSheet } from './sheet'

/** The playhead over sheet and rail: it moves by itself, so that playing repaints neither. */
defineProps<{ scroll: number; width: number }>()
const desk = useDesk()
const sheet = useSheet()
</script>

<template>
  <div
    class="pointer-events-none absolute bottom-0 left-0 z-10 overflow-hidden"
    :style="{ top: `${HEAD}px`, width: `${width}px` }"
    aria-hidden="true"
  >
    <div
      class="absolute top-0 left-0 w-full border-b border-signal will-change-transform"
      data-part="playhead"
      :style="{
        height: `${sheet.rowHeight}px`,
        transform: `translateY(${(desk.frame - 1) * sheet.rowHeight - scroll}px)`,
      }"
    >
      <div class="absolute inset-0 bg-signal/13" />
      <span
        class="absolute left-0 bg-sheet pr-[10px] text-right font-mono text-[11px] font-semibold text-signal"
        :style="{
          width: `${MARGIN - 1}px`,
          lineHeight: `${Math.max(13, sheet.rowHeight)}px`,
          top: `${Math.min(0, (sheet.rowHeight - 13) / 2)}px`,
        }"
        >{{ desk.frame }}</span
      >
    </div>
  </div>
</template>
