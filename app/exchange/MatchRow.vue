<script setup lang="ts">
import { onScopeDispose, ref } from 'vue'
import type { Drawing } from '#core/document'
import { contentMarks, paletteOf } from '#core/picture'
import { useDesk } from '~/desk/desk'
import { usePaint } from '~/ui/usePaint'
import { usePaintCounts } from '~/ui/paint/counts'
import { drawLayers } from '~/ui/paint/draw-picture'
import type { Brought } from './found'

/** A drawing's rough beside the file that finishes it. */
const { drawing, file } = defineProps<{ drawing: Drawing; file: Brought }>()
const [desk, painted] = [useDesk(), usePaintCounts()]
const canvas = ref<HTMLCanvasElement | null>(null)
usePaint(canvas, [() => desk.scene, () => drawing, () => painted.arrivals], (c, width) => {
  const { scene, stack, column } = desk
  if (!scene || !stack || !column) return
  const k = width / scene.shot.picture.width
  c.fillStyle = scene.shot.paper
  c.fillRect(0, 0, width, scene.shot.picture.height * k)
  c.scale(k, k)
  const palette = paletteOf(column.ink, scene.shot.paper)
  const marks = contentMarks(stack, scene.contents.of(scene, stack, drawing.id), scene.strokeBy)
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette, marks }])
})
const url = URL.createObjectURL(file.kind === 'image' ? file.bytes : file.file)
onScopeDispose(() => URL.revokeObjectURL(url))
</script>

<template>
  <li
    class="grid grid-cols-[3rem_1fr_1fr] items-center gap-2 py-1"
    :title="file.name"
  >
    <span class="truncate font-mono font-semibold">{{ drawing.number }}</span>
    <span
      class="block overflow-hidden rounded border border-edge"
      :style="{ aspectRatio: `${desk.shot!.picture.width} / ${desk.shot!.picture.height}` }"
      ><canvas
        ref="canvas"
        role="img"
        :aria-label="`Rough of ${drawing.number}`"
    /></span>
    <img
      class="block w-full rounded border border-edge object-contain"
      :style="{
        aspectRatio: `${desk.shot!.picture.width} / ${desk.shot!.picture.height}`,
        background: desk.shot!.paper,
      }"
      loading="lazy"
      :src="url"
      :alt="file.name"
    />
  </li>
</template>
