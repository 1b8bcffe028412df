<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'
import type { ShotInList } from '#core/document'

/** What can be done to a shot from the list. */
defineProps<{ shot: ShotInList }>()
const emit = defineEmits<{ edit: []; duplicate: []; remove: [] }>()
</script>

<template>
  <Menu
    as="div"
    class="relative"
  >
    <MenuButton
      class="rounded p-1 hover:bg-wash"
      :aria-label="`More for ${shot.name}`"
      ><EllipsisVertical :size="15"
    /></MenuButton>
    <MenuItems class="absolute right-0 z-10 w-48 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none">
      <MenuItem v-slot="{ active }"
        ><button
          type="button"
          class="block w-full rounded px-2 py-1 text-left"
          :class="{ 'bg-wash': active }"
          @click="emit('edit')"
        >
          Rename or move …
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button
          type="button"
          class="block w-full rounded px-2 py-1 text-left"
          :class="{ 'bg-wash': active }"
          @click="emit('duplicate')"
        >
          Duplicate
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><a
          class="block rounded px-2 py-1"
          :class="{ 'bg-wash': active }"
          :href="`/api/shots/${shot.id}/archive`"
          download
          >Export archive</a
        ></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button
          type="button"
          class="block w-full rounded px-2 py-1 text-left"
          :class="{ 'bg-wash': active }"
          @click="emit('remove')"
        >
          Delete
        </button></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
