<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { spotAt } from '#core/commands'
import { drawingNumbered } from '#core/document'
import { useDesk } from '~/desk/desk'
import { HEAD } from './layout'
import { useSheet } from './sheet'

/** The number of a drawing, typed into the cell under the playhead. */
const { scroll, scrollX } = defineProps<{ scroll: number; scrollX: number }>()
const [desk, sheet] = [useDesk(), useSheet()]
const input = ref<HTMLInputElement | null>(null)
const fault = ref('')
onMounted(() => input.value?.focus())

const at = computed(() => {
  const i = desk.columns.findIndex(c => c.id === desk.column?.id)
  return {
    left: `${sheet.left + i * sheet.column - scrollX + 2}px`,
    top: `${HEAD + sheet.rows.y(desk.frame) - scroll - 4}px`,
    width: `${sheet.column - 4}px`,
  }
})

function done(): void {
  sheet.typing = false
}

function take(): void {
  const text = input.value!.value.trim()
  if (!text) return done()
  const { column, stack, frame } = desk
  const known = drawingNumbered(stack!, text)?.id
  const drawing = text.toUpperCase() === 'X' ? null : known
  if (drawing === undefined) {
    fault.value = `There is no drawing ${text} in this column.`
    return
  }
  const args = { plan: desk.plan!.id, column: column!.id, at: spotAt(column!.runs, frame), frame, drawing }
  if (desk.run({ name: 'frame.expose', args })) done()
}
</script>

<template>
  <div
    class="absolute z-10"
    :style="at"
  >
    <input
      ref="input"
      class="field h-[23px] w-full px-1 text-center font-mono text-[12px]"
      aria-label="Number of the drawing to expose from here on"
      title="The number of a drawing, or X for a blank"
      @keydown.enter.prevent="take"
      @keydown.esc.stop="done"
      @blur="done"
    />
    <p
      v-if="fault"
      class="absolute left-0 top-6 w-44 rounded border border-edge bg-panel px-2 py-1 text-signal shadow"
      role="alert"
    >
      {{ fault }}
    </p>
  </div>
</template>
