<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { COLUMN, HEAD } from './layout'
import { useSheet } from './sheet'

/**
 * The heads of the columns: a click works on a column, a second one opens its settings; dragging puts it in another
 * place.
 */
const { scrollX, width } = defineProps<{ scrollX: number; width: number }>()
const emit = defineEmits<{ open: [column: string] }>()
const [desk, sheet] = [useDesk(), useSheet()]
const heads = computed(() =>
  desk.columns
    .map((c, i) => ({ id: c.id, name: c.name, left: sheet.left + i * COLUMN - scrollX }))
    .filter(h => h.left >= sheet.left - 4 && h.left < width - 20),
)

/** The head is not dragged until the pointer has gone so far, px. */
const STILL = 6
const dragged = ref<{ id: string; x: number; start: number; to: number | null } | null>(null)
let wasDragged = false

function down(e: PointerEvent, id: string): void {
  if (e.button !== 0) return
  const head = e.currentTarget as HTMLElement
  head.setPointerCapture(e.pointerId)
  const start = head.parentElement!.getBoundingClientRect().left + sheet.left - scrollX
  dragged.value = { id, x: e.clientX, start, to: null }
}
function move(e: PointerEvent): void {
  const d = dragged.value
  if (!d || (d.to === null && Math.abs(e.clientX - d.x) < STILL)) return
  const to = Math.round((e.clientX - d.start) / COLUMN)
  dragged.value = { ...d, to: Math.max(0, Math.min(desk.columns.length, to)) }
}
function up(): void {
  const d = dragged.value
  dragged.value = null
  wasDragged = d !== null && d.to !== null
  if (!d || d.to === null) return
  const ids = desk.columns.map(c => c.id)
  const from = ids.indexOf(d.id)
  const order = ids.filter(id => id !== d.id)
  order.splice(d.to > from ? d.to - 1 : d.to, 0, d.id)
  if (order.some((id, i) => id !== ids[i])) desk.run({ name: 'columns.order', args: { plan: desk.plan!.id, order } })
}
function click(id: string): void {
  if (wasDragged) wasDragged = false
  else if (desk.columnId === id) emit('open', id)
  else desk.columnId = id
}
</script>

<template>
  <button
    v-for="h in heads"
    :key="h.id"
    type="button"
    class="absolute top-0 rounded-sm hover:bg-ledger/10"
    :style="{ left: `${h.left + 1}px`, width: `${COLUMN - 1}px`, height: `${HEAD - 2}px` }"
    :aria-pressed="desk.columnId === h.id"
    :aria-label="`Column ${h.name}`"
    :title="`${desk.columnId === h.id ? `${h.name}: settings of the column` : `Work on ${h.name}`}. Drag to put it in another place.`"
    @pointerdown="down($event, h.id)"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="dragged = null"
    @click="click(h.id)"
  />
  <div
    v-if="dragged && dragged.to !== null"
    class="pointer-events-none absolute top-0 z-10 w-[3px] bg-signal"
    :style="{ left: `${sheet.left + dragged.to * COLUMN - scrollX - 1}px`, height: `${HEAD + 24}px` }"
  />
</template>
