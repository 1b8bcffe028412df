<script setup lang="ts">
import { Maximize2, PanelBottom, PanelRight, Rows3, StickyNote } from '@lucide/vue'
import type { Action } from './action'
import { useDesk } from './desk'
import { withKey } from './shortcuts'

/** What of the desk is folded away, at a click. */
const { actions } = defineProps<{ actions: readonly Action[] }>()
const desk = useDesk()
const FOLDS = [
  { id: 'fold-notes', short: 'Action notes', icon: StickyNote },
  { id: 'fold-rail', short: 'Rail', icon: Rows3 },
  { id: 'fold-poses', short: 'Pose row', icon: PanelBottom },
  { id: 'fold-slot', short: 'Side slot', icon: PanelRight },
  { id: 'picture-only', short: 'Picture only', icon: Maximize2 },
] as const
const folds = FOLDS.map(f => ({ ...f, action: actions.find(a => a.id === f.id)! }))
</script>

<template>
  <div
    class="flex shrink-0 items-center gap-0.5 border-l border-edge px-1.5"
    role="toolbar"
    aria-label="What of the desk is shown"
  >
    <button
      v-for="f in folds"
      :key="f.id"
      type="button"
      class="finger grid h-6 w-7 place-items-center rounded border"
      :class="f.action.on?.(desk) ? 'border-soft bg-sheet text-graphite' : 'border-transparent text-soft hover:bg-wash'"
      :aria-pressed="f.action.on?.(desk) ?? false"
      :aria-label="f.short"
      :title="withKey(f.action.name, f.id)"
      @click="f.action.do(desk, null)"
    >
      <component
        :is="f.icon"
        :size="14"
      />
    </button>
  </div>
</template>
