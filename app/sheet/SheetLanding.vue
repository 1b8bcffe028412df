<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '~/desk/desk'
import { landingOf } from '~/desk/scene'
import { usePointed } from '~/desk/pointed'
import { HEAD } from './layout'
import { useSheet } from './sheet'

/**
 * Where things land: the cell under the playhead, or what is selected. While something was copied, what pasting it would
 * cover stands below in dashes.
 */
const { scroll, scrollX, width } = defineProps<{ scroll: number; scrollX: number; width: number }>()
const [desk, sheet] = [useDesk(), useSheet()]
const cell = computed(() => {
  const { focus, columns, selection, column } = desk
  if (!focus || !column || desk.playing) return null
  const from = columns.findIndex(c => c.id === (selection?.columns[0] ?? column.id))
  const { first } = landingOf(focus)
  const x = from * sheet.column - scrollX
  return { x, y: sheet.rows.y(first) - scroll, wide: (selection ? 0 : 1) * sheet.column, from }
})
const pasted = computed(() => {
  const { clip } = sheet
  if (!cell.value || !clip || !sheet.clipMarked || usePointed().copied !== 'frames') return null
  const wide = Math.min(clip.columns.length, desk.columns.length - cell.value.from)
  return { width: `${wide * sheet.column}px`, height: `${clip.frames * sheet.rowHeight}px` }
})
</script>

<template>
  <div
    v-if="cell"
    class="pointer-events-none absolute bottom-0 overflow-hidden"
    :style="{ top: `${HEAD}px`, left: `${sheet.left}px`, width: `${width - sheet.left}px` }"
    aria-hidden="true"
    data-part="landing"
  >
    <div
      class="absolute top-0 left-0"
      :style="{ transform: `translate(${cell.x}px, ${cell.y}px)` }"
    >
      <div
        v-if="pasted"
        class="absolute border border-dashed border-pencil"
        :style="pasted"
        data-part="paste-place"
      />
      <div
        v-if="cell.wide"
        class="absolute rounded-sm border-2 border-graphite"
        :style="{ width: `${cell.wide}px`, height: `${sheet.rowHeight + 1}px` }"
      />
    </div>
  </div>
</template>
