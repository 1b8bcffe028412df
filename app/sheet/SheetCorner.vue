<script setup lang="ts">
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { Ellipsis, Plus } from '@lucide/vue'
import type { MenuEntry } from '~/ui/menu-entry'
import MenuLines from '~/ui/MenuLines.vue'
import { useSheet } from './sheet'

/** The corner of the sheet: adding a column, and how the sheet is looked at. */
const emit = defineEmits<{ 'add-column': [] }>()
const sheet = useSheet()
const items = computed<MenuEntry[]>(() => [
  { name: 'Count in frames', on: sheet.margin === 'frame', do: () => (sheet.margin = 'frame') },
  { name: 'Count in timecode', on: sheet.margin === 'timecode', do: () => (sheet.margin = 'timecode') },
  { name: 'Count in feet+frames', on: sheet.margin === 'feet', do: () => (sheet.margin = 'feet') },
  { name: 'Denser rows', off: !sheet.rowBeside(-1), do: () => sheet.zoomRows(-1) },
  { name: 'Roomier rows', off: !sheet.rowBeside(1), do: () => sheet.zoomRows(1) },
  { name: 'Action notes', on: sheet.notes, do: () => (sheet.notes = !sheet.notes) },
  { name: 'Sound column', on: sheet.sound, do: () => (sheet.sound = !sheet.sound) },
  { name: 'Reading column', on: sheet.reading, do: () => (sheet.reading = !sheet.reading) },
  { name: 'Camera column', on: sheet.camera, do: () => (sheet.camera = !sheet.camera) },
])
</script>

<template>
  <div class="absolute top-1 left-0.5 flex">
    <button
      type="button"
      class="grid h-6 w-6 place-items-center rounded text-graphite hover:bg-wash"
      title="Add a column"
      aria-label="Add a column"
      @click="emit('add-column')"
    >
      <Plus :size="14" />
    </button>
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="grid h-6 w-6 place-items-center rounded text-graphite hover:bg-wash"
        aria-label="How the sheet is looked at"
        title="How the sheet is looked at: what it counts in, rows, notes"
        ><Ellipsis :size="14"
      /></MenuButton>
      <MenuItems
        v-if="open"
        static
        class="floating-panel absolute top-7 left-0 w-48 p-1"
      >
        <MenuLines :entries="items" />
      </MenuItems>
    </Menu>
  </div>
</template>
