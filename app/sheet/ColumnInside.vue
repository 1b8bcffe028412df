<script setup lang="ts">
import { computed } from 'vue'
import { insidesOf } from '#core/document'
import { useDesk } from '~/desk/desk'

/** Inside what another column has drawn the column that is worked on is seen only: shade, pattern, light on an edge. */
const desk = useDesk()
const column = computed(() => desk.column!)
const others = computed(() =>
  desk.columns.filter(c => c.id !== column.value.id && !insidesOf(desk.plan!.columns, c.id).includes(column.value.id)),
)
function set(e: Event): void {
  const to = (e.target as HTMLSelectElement).value || null
  desk.run({
    name: 'column.inside',
    args: { plan: desk.plan!.id, column: column.value.id, was: column.value.inside ?? null, inside: to },
  })
}
</script>

<template>
  <label
    class="mt-3 flex items-center gap-2 border-t border-edge pt-2"
    title="Shade, pattern or light: what is drawn here is cut to what that column has drawn, also when that is drawn anew"
    ><span class="shrink-0">Seen only inside</span
    ><select
      class="field h-7 min-w-0 flex-1"
      aria-label="Seen only inside"
      :value="column.inside ?? ''"
      :disabled="column.locked"
      @change="set"
    >
      <option value="">– everywhere –</option>
      <option
        v-for="c in others"
        :key="c.id"
        :value="c.id"
      >
        {{ c.name }}
      </option>
    </select></label
  >
</template>
