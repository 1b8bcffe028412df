<script setup lang="ts">
import { computed, ref } from 'vue'
import { Ellipsis, Eye, EyeOff, Lock, LockOpen } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { useSide } from '~/ui/side'
import { setColumn } from './actions-column'
import { HEAD, HEAD_BUTTONS } from './layout'
import { useSheet } from './sheet'

/**
 * The heads of the columns: a click works on a column, dragging puts it in another place; below, whether it is seen and
 * locked, and its settings.
 */
const { scrollX, width } = defineProps<{ scrollX: number; width: number }>()
const [desk, menu, sheet, side] = [useDesk(), useContextMenu(), useSheet(), useSide()]
const heads = computed(() =>
  desk.columns
    .map((c, i) => ({
      id: c.id,
      name: c.name,
      hidden: !!c.hidden,
      locked: !!c.locked,
      left: sheet.left + i * sheet.column - scrollX,
    }))
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
  const to = Math.round((e.clientX - d.start) / sheet.column)
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
  else desk.columnId = id
}
/** What stands under a head: whether the column is seen, whether it is locked, its settings. */
const buttonsOf = ({ id, hidden, locked }: { id: string; hidden: boolean; locked: boolean }) => [
  {
    name: hidden ? 'Show' : 'Hide',
    on: hidden,
    icon: hidden ? EyeOff : Eye,
    do: () => setColumn(desk, id, { hidden: !hidden }),
  },
  {
    name: locked ? 'Unlock' : 'Lock',
    on: locked,
    icon: locked ? Lock : LockOpen,
    do: () => setColumn(desk, id, { locked: !locked }),
  },
  { name: 'Settings of', on: false, icon: Ellipsis, do: () => settings(id) },
]
function settings(id: string): void {
  if (desk.columnId === id) side.toggle('column')
  else side.open = 'column'
  desk.columnId = id
}
</script>

<template>
  <template
    v-for="h in heads"
    :key="h.id"
  >
    <button
      type="button"
      class="absolute top-0 rounded-sm hover:bg-ledger/10"
      :style="{ left: `${h.left + 1}px`, width: `${sheet.column - 1}px`, height: `${HEAD - HEAD_BUTTONS - 1}px` }"
      :aria-pressed="desk.columnId === h.id"
      :aria-label="`Column ${h.name}`"
      :title="`Work on ${h.name}. Drag to put it in another place; a double click opens its settings.`"
      @contextmenu.stop="((desk.columnId = h.id), menu.ask($event, 'head'))"
      @pointerdown="down($event, h.id)"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="dragged = null"
      @click="click(h.id)"
      @dblclick="side.open = 'column'"
    />
    <div
      class="absolute flex"
      :style="{
        left: `${h.left + 1}px`,
        top: `${HEAD - HEAD_BUTTONS - 2}px`,
        width: `${sheet.column - 1}px`,
        height: `${HEAD_BUTTONS}px`,
      }"
    >
      <button
        v-for="b in buttonsOf(h)"
        :key="b.name"
        type="button"
        class="grid flex-1 place-items-center rounded-sm hover:bg-ledger/15"
        :class="b.on ? 'text-graphite' : 'text-soft opacity-75 hover:opacity-100'"
        :aria-label="`${b.name} ${h.name}`"
        :title="`${b.name} ${h.name}`"
        @click="b.do"
      >
        <component
          :is="b.icon"
          :size="13"
          :stroke-width="b.on ? 2.4 : 1.8"
        />
      </button>
    </div>
  </template>
  <div
    v-if="dragged && dragged.to !== null"
    class="pointer-events-none absolute top-0 z-10 w-[3px] bg-signal"
    :style="{ left: `${sheet.left + dragged.to * sheet.column - scrollX - 1}px`, height: `${HEAD + 24}px` }"
  />
</template>
