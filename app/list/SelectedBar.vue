<script setup lang="ts">
import { X } from '@lucide/vue'
import { plural } from '#core/basic'
import type { ManyAsk } from './asks'

/** What can be done to the shots that are selected. */
defineProps<{ count: number; total: number; busy: string }>()
const emit = defineEmits<{
  all: []
  clear: []
  ask: [what: ManyAsk]
}>()
const ENTRIES = [
  { what: 'status', name: 'Status …' },
  { what: 'move', name: 'Move …' },
  { what: 'duplicate', name: 'Duplicate' },
  { what: 'remove', name: 'Delete' },
] as const
</script>

<template>
  <div
    class="mx-auto flex max-w-5xl flex-wrap items-center gap-2 border-b border-rule px-2 py-1.5"
    role="toolbar"
    aria-label="Selected shots"
  >
    <span role="status">{{ busy || `${plural(count, 'shot')} selected` }}</span>
    <button
      v-if="count < total"
      type="button"
      class="push-button h-7"
      :disabled="!!busy"
      @click="emit('all')"
    >
      Select all {{ total }}
    </button>
    <span class="flex-1" />
    <button
      v-for="e in ENTRIES"
      :key="e.what"
      type="button"
      class="push-button h-7"
      :disabled="!!busy"
      @click="emit('ask', e.what)"
    >
      {{ e.name }}
    </button>
    <button
      type="button"
      class="flex size-7 items-center justify-center rounded hover:bg-wash"
      aria-label="Select none"
      title="Select none"
      @click="emit('clear')"
    >
      <X :size="15" />
    </button>
  </div>
</template>
