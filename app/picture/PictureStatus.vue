<script setup lang="ts">
import { plural } from '#core/basic'
import { computed } from 'vue'
import { exposedDrawings } from '#core/sheet'
import { isHeld } from '~/desk/steps'
import { useDesk } from '~/desk/desk'
import { usePicture } from './store'
import { useLightTable } from '~/light-table/store'
import { useTools } from '~/desk/tools'

/**
 * Which drawing is under the pen: its column, number, role and state, how long it is held, how often it is seen
 * elsewhere.
 */
const desk = useDesk()
const picture = usePicture()
const table = useLightTable()
const tools = useTools()
const told = computed(() => {
  const d = desk.drawing
  if (!d) return { number: '', rest: desk.column?.runs.count ? 'blank here' : 'nothing exposed yet' }
  const at = desk.place ? desk.workFrame - desk.place.start + 1 : 1
  const stays = desk.column && desk.workFrame > desk.column.runs.frames
  return {
    number: d.number,
    rest: `${d.role} · ${stays ? 'stays to the end' : at === 1 ? 'shown here first' : `held, frame ${at} of ${desk.place!.run.frames}`}`,
  }
})
const STATE = { empty: 'empty: pose or draw on it', computed: 'worked out from its chart', own: 'made by hand' }
const state = computed(() =>
  desk.drawing ? STATE[desk.scene!.contents.state(desk.scene!, desk.stack!, desk.drawing.id)] : '',
)
/** Exposures besides the one under the playhead, in all columns that show the stack. */
const elsewhere = computed(() => {
  const d = desk.drawing?.id
  if (!d) return 0
  const all = desk.columns
    .filter(c => c.stack === desk.stack!.id)
    .reduce((sum, c) => sum + (exposedDrawings(c.runs).get(d)?.times ?? 0), 0)
  return Math.max(0, all - 1)
})
const PEN = {
  held: 'the pen draws on the held drawing',
  blank: 'the pen begins a new one here',
  copy: 'the pen begins a copy here',
}
const pen = computed(() => {
  if (tools.tool !== 'pencil' || !desk.column) return ''
  if (desk.column.locked || desk.column.hidden) return `the column is ${desk.column.locked ? 'locked' : 'hidden'}`
  if (!desk.drawing) return 'the pen begins a new drawing'
  return isHeld(desk.focus!) ? PEN[table.onHeld] : ''
})
const NEXT = { held: 'blank', blank: 'copy', copy: 'held' } as const
const again = computed(() => !!desk.place?.run.again)
</script>

<template>
  <div
    class="pointer-events-none absolute top-3 left-[60px] rounded bg-sheet/90 px-2 py-1 leading-tight"
    data-part="status"
  >
    <template v-if="picture.flip"
      ><span class="font-semibold">Looking at {{ desk.stack?.drawings[picture.flip]?.number }}</span></template
    >
    <template v-else>
      <span class="font-semibold">{{ desk.column?.name }}</span>
      <template v-if="told.number">
        · drawing <span class="font-mono font-semibold">{{ told.number }}</span></template
      >
      · {{ told.rest }}<template v-if="again"> · shown again</template>
      <span
        v-if="state || pen"
        class="block text-[11.5px] text-soft"
        >{{ state }}<template v-if="elsewhere">, exposed {{ plural(elsewhere, 'time') }} elsewhere</template
        ><template v-if="pen"
          >{{ state ? ' · ' : ''
          }}<button
            v-if="isHeld(desk.focus!) && desk.drawing"
            type="button"
            class="pointer-events-auto font-medium text-ledger underline"
            title="On a held frame: draw on the held drawing, begin a blank one, or begin a copy (Shift S)"
            @click="table.onHeld = NEXT[table.onHeld]"
          >
            {{ pen }}</button
          ><template v-else>{{ pen }}</template></template
        ></span
      >
    </template>
  </div>
</template>
