<script setup lang="ts">
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'
import { nextTick, ref, useTemplateRef } from 'vue'
import type { ShelfThing } from '#core/document'
import MenuLines from '~/ui/MenuLines.vue'
import { pictureOf } from './calls'
import { KINDS, usingOf } from './words'

/** A thing on the shelf: its picture, its name, using it. */
const { thing, copies, locked } = defineProps<{
  thing: ShelfThing
  /** How many copies of it are in this shot. */
  copies: number
  /** Nothing can be changed: an earlier state is looked at. */
  locked: boolean
}>()
const emit = defineEmits<{ use: []; rename: [name: string]; remove: [] }>()
const naming = ref(false)
const field = useTemplateRef('field')

async function beginNaming(): Promise<void> {
  naming.value = true
  await nextTick()
  field.value?.select()
}
function endNaming(e: Event): void {
  const name = (e.target as HTMLInputElement).value.trim()
  naming.value = false
  if (name && name !== thing.name) emit('rename', name)
}
const entries = [
  { name: 'Rename …', do: () => void beginNaming() },
  { name: 'Delete', do: () => emit('remove') },
]
</script>

<template>
  <li
    class="flex items-center gap-2 border-b border-edge/60 py-1.5"
    :data-thing="thing.id"
  >
    <img
      :src="pictureOf(thing)"
      alt=""
      loading="lazy"
      class="h-12 w-16 shrink-0 rounded-sm border border-edge bg-board object-contain"
    />
    <span class="min-w-0 flex-1">
      <input
        v-if="naming"
        ref="field"
        class="field h-6 w-full"
        :value="thing.name"
        maxlength="80"
        :aria-label="`New name of ${thing.name}`"
        @keydown.enter="endNaming"
        @keydown.esc.stop="naming = false"
        @blur="endNaming"
      />
      <span
        v-else
        class="block truncate font-medium"
        :title="thing.name"
        >{{ thing.name }}</span
      >
      <span class="block truncate text-[11.5px] text-soft"
        >{{ KINDS[thing.kind].one }}, version {{ thing.version }}<template v-if="copies">, here</template></span
      >
    </span>
    <button
      type="button"
      class="push-button"
      :disabled="locked"
      :title="usingOf(thing).title"
      :aria-label="`${usingOf(thing).name} ${thing.name}`"
      @click="emit('use')"
    >
      {{ usingOf(thing).name }}
    </button>
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="grid size-6 place-items-center rounded hover:bg-wash pointer-coarse:size-10"
        :aria-label="`More for ${thing.name}`"
        ><EllipsisVertical :size="14"
      /></MenuButton>
      <MenuItems
        v-if="open"
        static
        class="absolute right-0 z-20 w-36 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none"
        ><MenuLines :entries="entries"
      /></MenuItems>
    </Menu>
  </li>
</template>
