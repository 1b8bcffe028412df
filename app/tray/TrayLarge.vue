<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing } from '#core/document'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { drawThumb } from '~/desk/thumbs'
import { tell } from '~/ui/messages'
import { usePaint } from '~/ui/usePaint'
import { usePaintCounts } from '~/ui/paint/counts'
import { deleteDrawings, duplicates, exposeHere, exposuresOf, namesOf } from './commands'
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
  drawThumb(c, scene, { stack, content, finished: drawing.finished, ink: column.ink, width, height })
})
/** All their exposures in the column are selected, for every command of the sheet. */
function selectAll(): void {
  const selection = exposuresOf(desk.focus!, some.value)
  if (!selection) return void tell(`${namesOf(some.value)}: not exposed in this column.`)
  desk.selection = selection
  desk.goTo(selection.first)
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
      title="Goes to their first exposure and selects all of them, for what can be done in the sheet"
      @click="selectAll"
    >
      Select exposures
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
