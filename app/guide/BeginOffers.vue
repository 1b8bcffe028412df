<script setup lang="ts">
import { FolderOpen, Pencil, PersonStanding, Upload } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { beginnings } from './offers'

/** What an empty shot can begin with. */
const desk = useDesk()
const OFFERS = [
  { id: 'figure', name: 'Place a figure', icon: PersonStanding },
  { id: 'draw', name: 'Draw', icon: Pencil },
  { id: 'import', name: 'Import', icon: Upload },
  { id: 'sample', name: 'Open the sample', icon: FolderOpen },
] as const
</script>

<template>
  <div
    class="flex shrink-0 flex-wrap items-center gap-1.5"
    role="group"
    aria-label="Begin with"
  >
    <button
      v-for="o in OFFERS"
      :key="o.id"
      type="button"
      class="push-button h-6"
      :disabled="o.id === 'figure' && (!desk.column || desk.column.locked)"
      @click="beginnings[o.id](desk)"
    >
      <component
        :is="o.icon"
        :size="13"
      />{{ o.name }}
    </button>
  </div>
</template>
