<script setup lang="ts">
import { MenuItem } from '@headlessui/vue'
import { Check } from '@lucide/vue'
import type { MenuEntry } from './menu-entry'

/** The lines of a menu: what is on has a tick, what has a key shows it. */
defineProps<{ entries: readonly MenuEntry[] }>()
</script>

<template>
  <MenuItem
    v-for="(entry, i) in entries"
    :key="`${i} ${entry.name}`"
    v-slot="{ active }"
    :disabled="entry.off"
    ><button
      type="button"
      class="flex w-full items-center gap-2 rounded px-2 py-1 text-left"
      :class="{
        'bg-wash': active,
        'opacity-45': entry.off,
        'mt-1 rounded-t-none border-t border-edge pt-1.5': entry.apart,
      }"
      :title="entry.hint"
      @click="entry.do"
    >
      <Check
        :size="13"
        class="shrink-0"
        :class="{ invisible: !entry.on }"
      /><span class="min-w-0 flex-1">{{ entry.name }}</span
      ><kbd
        v-if="entry.key"
        class="key-cap shrink-0"
        >{{ entry.key }}</kbd
      >
    </button></MenuItem
  >
</template>
