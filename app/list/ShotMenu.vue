<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'
import type { ShotInList } from '#core/document'
import type { ShotAsk } from './asks'

/** What can be done to a shot from the list. */
defineProps<{ shot: ShotInList }>()
const emit = defineEmits<{ ask: [what: ShotAsk] }>()
const ENTRIES = [
  { what: 'edit', name: 'Rename or move …' },
  { what: 'status', name: 'Status …' },
  { what: 'duplicate', name: 'Duplicate' },
  { what: 'archive', name: 'Export archive' },
  { what: 'remove', name: 'Delete' },
] as const
</script>

<template>
  <Menu
    as="div"
    class="relative"
  >
    <MenuButton
      class="flex size-6 items-center justify-center rounded hover:bg-wash pointer-coarse:size-10"
      :aria-label="`More for ${shot.name}`"
      ><EllipsisVertical :size="15"
    /></MenuButton>
    <MenuItems class="absolute right-0 z-10 w-48 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none">
      <MenuItem
        v-for="{ what, name } in ENTRIES"
        :key="what"
        v-slot="{ active }"
        ><a
          v-if="what === 'archive'"
          class="block rounded px-2 py-1"
          :class="{ 'bg-wash': active }"
          :href="`/api/shots/${shot.id}/archive`"
          download
          >{{ name }}</a
        ><button
          v-else
          type="button"
          class="block w-full rounded px-2 py-1 text-left"
          :class="{ 'bg-wash': active }"
          @click="emit('ask', what)"
        >
          {{ name }}
        </button></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
