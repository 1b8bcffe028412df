<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing } from '#core/document'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { drawThumb } from '~/desk/thumbs'
import { everyExposure } from '~/sheet/arrange'
import { usePaint } from '~/ui/usePaint'
import { usePaintCounts } from '~/ui/paint/counts'
import { deleteDrawings, duplicates, exposeHere } from './commands'
import { useTray } from './store'

/** A drawing of the tray, large, and what can be done with it, or with all that are selected. */
const { drawing } = defineProps<{ drawing: Drawing }>()
const [desk, tray, painted] = [useDesk(), useTray(), usePaintCounts()]
const canvas = ref<HTMLCanvasElement | null>(null)
const some = computed(() => (tray.selected.length ? tray.selected : [drawing]))
const times = computed(() => tray.exposed.get(drawing.id)?.times ?? 0)
usePaint(canvas, [() => desk.scene, () => drawing, () => painted.arrivals], c => {
  const { scene, stack, column } = desk
  if (!scene || !stack || !column) return
  const content = scene.contents.of(scene, stack, drawing.id)
  const { width, height } = canvas.value!
  drawThumb(c, scene, { stack, content, ink: column.ink, width, height })
})
function selectAll(): void {
  desk.selection = everyExposure(desk.focus!, drawing.id)
  const at = tray.exposed.get(drawing.id)
  if (at) desk.goTo(at.first)
}
</script>

<template>
  <figure class="mt-2">
    <div class="relative h-[160px] w-full overflow-hidden rounded border border-edge">
      <canvas
        ref="canvas"
        class="absolute inset-0"
        role="img"
        :aria-label="`Drawing ${drawing.number}`"
      />
    </div>
    <figcaption class="mt-1 text-soft">
      <strong class="font-mono text-graphite">{{ drawing.number }}</strong>, {{ drawing.role }},
      {{ times ? `exposed ${plural(times, 'time')}` : 'a spare'
      }}<template v-if="some.length > 1">; {{ some.length }} selected</template>
    </figcaption>
  </figure>
  <div class="mt-1 flex flex-wrap gap-1">
    <button
      type="button"
      class="push-button px-2"
      :title="`Over what is exposed from frame ${desk.workFrame} on, ${plural(desk.column!.step, 'frame')} each`"
      @click="desk.run(exposeHere(desk.scene!, desk.focus!, some))"
    >
      Expose here
    </button>
    <button
      type="button"
      class="push-button px-2"
      :disabled="!times"
      title="Goes to its first exposure and selects all of them"
      @click="selectAll"
    >
      Find
    </button>
    <button
      type="button"
      class="push-button px-2"
      title="Copies of them, as spares"
      @click="desk.run(...duplicates(desk.scene!, desk.focus!, some))"
    >
      Duplicate
    </button>
    <button
      type="button"
      class="push-button px-2"
      :title="withKey('Deletes them and their exposures', 'delete')"
      @click="deleteDrawings(desk, some)"
    >
      Delete
    </button>
  </div>
</template>
