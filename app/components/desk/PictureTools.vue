<script setup lang="ts">
import { Eraser, Pencil, PersonStanding, Ruler, Spline } from '@lucide/vue'

const desk = useDesk()
const tools = [
  { id: 'pose', name: 'Pose the figure (P)', icon: PersonStanding },
  { id: 'pencil', name: 'Pencil (D)', icon: Pencil },
  { id: 'rubber', name: 'Rub out strokes (U)', icon: Eraser },
  { id: 'path', name: 'Follow points: arcs and travel (Shift P)', icon: Spline },
  { id: 'scale', name: 'Set the scale along something of known height', icon: Ruler },
] as const
const WIDTHS = [{ px: 3, name: 'Fine' }, { px: 6, name: 'Middle' }, { px: 14, name: 'Broad' }]
const COLOURS = [{ hex: '#26302c', name: 'Graphite' }, { hex: '#1f5aa8', name: 'Blue pencil' }, { hex: '#8a5a2b', name: 'Brown pencil' }]
</script>

<template>
  <div class="absolute top-3 left-3 flex flex-col gap-1.5" role="toolbar" aria-label="Tools" aria-orientation="vertical">
    <button v-for="t in tools" :key="t.id" type="button" class="grid size-9 place-items-center rounded-md border" :class="desk.tool === t.id ? 'border-bottle bg-bottle text-on-bottle night:border-on-bottle night:border-2' : 'border-edge bg-sheet text-graphite hover:bg-wash'" :aria-pressed="desk.tool === t.id" :aria-label="t.name" :title="t.name" @click="desk.tool = t.id"><component :is="t.icon" :size="18" :stroke-width="1.8" /></button>
    <template v-if="desk.tool === 'pencil'">
      <span class="my-0.5 h-px bg-edge" />
      <button v-for="w in WIDTHS" :key="w.px" type="button" class="grid size-9 place-items-center rounded-md border bg-sheet hover:bg-wash" :class="desk.pencil.width === w.px ? 'border-graphite border-2' : 'border-edge'" :aria-pressed="desk.pencil.width === w.px" :aria-label="`${w.name}, ${w.px} px`" :title="`${w.name}, ${w.px} px`" @click="desk.pencil = { ...desk.pencil, width: w.px }"><span class="w-5 rounded-full bg-graphite" :style="{ height: `${Math.max(1.5, w.px / 2)}px` }" /></button>
      <button v-for="k in COLOURS" :key="k.hex" type="button" class="grid size-9 place-items-center rounded-md border bg-sheet hover:bg-wash" :class="desk.pencil.colour === k.hex ? 'border-graphite border-2' : 'border-edge'" :aria-pressed="desk.pencil.colour === k.hex" :aria-label="k.name" :title="k.name" @click="desk.pencil = { ...desk.pencil, colour: k.hex }"><span class="size-4 rounded-full" :style="{ background: k.hex }" /></button>
    </template>
  </div>
</template>
