<script setup lang="ts">
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { entriesOf } from '~/desk/entries'
import MenuLines from '~/ui/MenuLines.vue'
import { columnActions } from './actions-column'
import { END_WORDS, endOf, isOpenEnded } from './column-end'
import { HEAD } from './layout'
import { useSheet } from './sheet'

/** Below the last exposure of the column that is worked on: whether that is held, blank, or all is repeated. */
const { scroll, scrollX, width } = defineProps<{ scroll: number; scrollX: number; width: number }>()
const [desk, sheet] = [useDesk(), useSheet()]
/** A row below the first free one, on which one goes on. */
const ROWS_BELOW = 2
const at = computed(() => {
  const { scene, column, columns } = desk
  if (!scene || !column || desk.playing || !isOpenEnded(scene, column)) return null
  const written = scene.shot.plans[scene.plan.id]!.columns[column.id]!.runs.frames
  const x = sheet.left + columns.findIndex(c => c.id === column.id) * sheet.column - scrollX
  const y = HEAD + sheet.rows.y(written + ROWS_BELOW) - scroll
  const inSight = x >= sheet.left && x + sheet.column <= width + 1 && y >= HEAD
  return inSight ? { x, y, end: endOf(scene, column.id)! } : null
})
const entries = computed(() => entriesOf(columnActions, [['end-hold', 'end-blank', 'end-repeat']], desk))
</script>

<template>
  <Menu
    v-if="at"
    v-slot="{ open }"
    as="div"
    class="absolute z-10"
    :style="{ left: `${at.x}px`, top: `${at.y}px`, width: `${sheet.column}px` }"
  >
    <MenuButton
      class="end-button"
      aria-label="End of the column"
      title="What the column shows after its last exposure"
      data-part="column-end"
      >{{ END_WORDS[at.end] }}<ChevronDown :size="11"
    /></MenuButton>
    <MenuItems
      v-if="open"
      static
      class="floating-panel absolute top-5 left-0 w-60 p-1"
    >
      <MenuLines :entries="entries" />
    </MenuItems>
  </Menu>
</template>

<style scoped>
@reference "~/assets/main.css";
.end-button {
  @apply flex h-[18px] w-full items-center justify-center gap-0.5 rounded-sm border border-edge bg-panel;
  @apply text-[11px] text-soft hover:bg-wash;
}
</style>
