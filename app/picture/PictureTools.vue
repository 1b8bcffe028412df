<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import {
  Eraser,
  LassoSelect,
  Layers2,
  Link2,
  Move,
  Pencil,
  PersonStanding,
  Ruler,
  Spline,
  Waypoints,
} from '@lucide/vue'
import { useTools } from '~/desk/tools'

const hand = useTools()
const tools = [
  { id: 'pose', name: 'Pose the figure', icon: PersonStanding },
  { id: 'pencil', name: 'Pencil', icon: Pencil },
  { id: 'eraser', name: 'Eraser', icon: Eraser },
  { id: 'select', name: 'Select and move what is drawn', icon: LassoSelect },
  { id: 'ties', name: 'Ties: which stroke becomes which', icon: Link2 },
  { id: 'superimpose', name: 'Superimpose: lay the drawings before and after over this one', icon: Layers2 },
  { id: 'joints', name: 'Create a figure from joints', icon: Waypoints },
  { id: 'path', name: 'Follow points: arcs and travel', icon: Spline },
  { id: 'move', name: 'Place the column, or the camera', icon: Move },
  { id: 'scale', name: 'Set the scale along something of known height', icon: Ruler },
] as const
</script>

<template>
  <div
    class="flex shrink-0 gap-0.5 @max-[640px]:gap-0"
    role="toolbar"
    aria-label="Tools"
  >
    <button
      v-for="t in tools"
      :key="t.id"
      type="button"
      class="tool-button size-8 @max-[800px]:size-7 @max-[640px]:size-6"
      :class="{ 'tool-button-on': hand.tool === t.id }"
      :aria-pressed="hand.tool === t.id"
      :aria-label="t.name"
      :title="withKey(t.name, `tool-${t.id}`)"
      @click="hand.tool = t.id"
    >
      <component
        :is="t.icon"
        :size="17"
        :stroke-width="1.8"
      />
    </button>
  </div>
</template>
