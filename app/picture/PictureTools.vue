<script setup lang="ts">
import { Eraser, LassoSelect, Pencil, PersonStanding, Ruler, Spline, Waypoints } from '@lucide/vue'
import { useTools } from '~/desk/tools'

const hand = useTools()
const tools = [
  { id: 'pose', name: 'Pose the figure (P)', icon: PersonStanding },
  { id: 'pencil', name: 'Pencil (D)', icon: Pencil },
  { id: 'eraser', name: 'Rubber (U)', icon: Eraser },
  { id: 'select', name: 'Choose and move what is drawn (;)', icon: LassoSelect },
  { id: 'joints', name: 'Make a figure from joints', icon: Waypoints },
  { id: 'path', name: 'Follow points: arcs and travel (Shift P)', icon: Spline },
  { id: 'scale', name: 'Set the scale along something of known height', icon: Ruler },
] as const
</script>

<template>
  <div
    class="absolute top-3 left-3 flex flex-col gap-1"
    role="toolbar"
    aria-label="Tools"
    aria-orientation="vertical"
  >
    <button
      v-for="t in tools"
      :key="t.id"
      type="button"
      class="grid size-9 place-items-center rounded-md border"
      :class="
        hand.tool === t.id
          ? 'border-bottle bg-bottle text-on-bottle night:border-on-bottle night:border-2'
          : 'border-edge bg-sheet text-graphite hover:bg-wash'
      "
      :aria-pressed="hand.tool === t.id"
      :aria-label="t.name"
      :title="t.name"
      @click="hand.tool = t.id"
    >
      <component
        :is="t.icon"
        :size="18"
        :stroke-width="1.8"
      />
    </button>
  </div>
</template>
