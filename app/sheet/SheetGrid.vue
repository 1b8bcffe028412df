<script setup lang="ts">
import { computed, useId } from 'vue'
import { useDesk } from '~/desk/desk'
import { cellWords } from './cell-words'

/**
 * The sheet for those who do not see it: a grid that has the focus as a whole, with the cell of the playhead as the one
 * that is read. Only the rows around it are there. Arrow keys up and down go by frames as everywhere on the desk; left and
 * right go by columns here.
 */
const desk = useDesk()
const id = useId()
/** Rows before and after the playhead. */
const AROUND = 3
const frames = computed(() => {
  const from = Math.max(1, desk.workFrame - AROUND)
  const to = Math.min(desk.rows, desk.workFrame + AROUND)
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i)
})
const rows = computed(() => {
  const { scene, selection: s } = desk
  if (!scene || desk.playing) return []
  return frames.value.map(frame => ({
    frame,
    cells: scene.columns.map(column => ({
      column: column.id,
      name: column.name,
      words: cellWords(scene, column, frame),
      selected: !!s && s.columns.includes(column.id) && frame >= s.first && frame <= s.last,
    })),
  }))
})
const cellId = (column: string, frame: number): string => `${id}-${column}-${frame}`
const active = computed(() => (desk.column && !desk.playing ? cellId(desk.column.id, desk.workFrame) : undefined))
function across(by: number): void {
  const i = desk.columns.findIndex(c => c.id === desk.column?.id)
  const to = desk.columns[i + by]
  if (to) desk.columnId = to.id
}
</script>

<template>
  <div
    class="pointer-events-none absolute inset-0 z-10 outline-offset-[-3px]!"
    role="grid"
    tabindex="0"
    data-part="sheet-grid"
    aria-label="Exposure sheet"
    aria-multiselectable="true"
    :aria-rowcount="desk.rows + 1"
    :aria-colcount="desk.columns.length + 1"
    :aria-activedescendant="active"
    @keydown.left.exact.stop.prevent="across(-1)"
    @keydown.right.exact.stop.prevent="across(1)"
  >
    <div
      class="sr-only"
      role="row"
      aria-rowindex="1"
    >
      <span
        role="columnheader"
        aria-colindex="1"
        >Frame</span
      ><span
        v-for="(c, i) in desk.columns"
        :key="c.id"
        role="columnheader"
        :aria-colindex="i + 2"
        >{{ c.name }}</span
      >
    </div>
    <div
      v-for="r in rows"
      :key="r.frame"
      class="sr-only"
      role="row"
      :aria-rowindex="r.frame + 1"
      :aria-current="r.frame === desk.workFrame ? 'true' : undefined"
    >
      <span
        role="rowheader"
        aria-colindex="1"
        >{{ r.frame }}</span><span
        v-for="(c, i) in r.cells"
        :id="cellId(c.column, r.frame)"
        :key="c.column"
        role="gridcell"
        :aria-colindex="i + 2"
        :aria-selected="c.selected"
        >{{ c.name }}, frame {{ r.frame }}: {{ c.words }}</span
      >
    </div>
  </div>
</template>
