<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { plural } from '#core/basic'
import { computed } from 'vue'
import { canBeOwn, exposedElsewhere, makeOwn } from '~/sheet/own-drawing'
import { EXPOSED, exposed } from '~/desk/steps'
import { useDesk } from '~/desk/desk'
import { usePicture } from './store'
import { penGoes } from '~/light-table/pen-goes'
import { useLightTable } from '~/light-table/store'
import { usePaintCounts } from '~/ui/paint/counts'
import type { Tool } from '~/desk/tools'
import { useTools } from '~/desk/tools'
import { drawFromHere, isComputedDrawing } from '~/light-table/draw-from'
import RoleMenu from './RoleMenu.vue'

/** What the pen will change: column, number, role, whether it is first exposed here or held. */
const [desk, picture, table, tools] = [useDesk(), usePicture(), useLightTable(), useTools()]
const painted = usePaintCounts()
const lies = (how: string) => exposed(desk.focus!) === how
const exposedWords = computed(() => {
  if (!desk.drawing) return desk.column?.runs.count ? 'blank here' : 'nothing exposed yet'
  const held = () => `held, frame ${desk.workFrame - desk.place!.start + 1} of ${desk.place!.run.frames}`
  const how = exposed(desk.focus!)
  const words = how === 'held' ? held() : EXPOSED[how]
  return desk.place?.run.again ? `${words}, in a repeat` : words
})
const elsewhere = computed(() => (desk.scene ? exposedElsewhere(desk.scene, desk.focus!) : 0))
const PEN = {
  held: 'the pen draws on the held drawing',
  blank: 'the pen begins a new drawing here',
  copy: 'the pen begins a copy here',
}
const onHeld = computed(
  () =>
    ['pencil', 'eraser'].includes(tools.tool) && !!desk.drawing && lies('held') && desk.column?.leader === undefined,
)
const goes = computed(() => desk.focus && penGoes(desk.focus, table.onHeld))
/** What a drawing is worth that is computed from drawn poses. */
function guessWords(guess: { rough: boolean; turned: boolean } | null, tool: Tool): string {
  if (!guess) return 'in-betweened: its strokes are being paired'
  if (guess.rough) return 'rough guess: see its ties'
  if (guess.turned) return 'guessed which way it turns'
  return tool === 'pencil' ? 'in-betweened: draw from it' : 'in-betweened from its chart'
}
const STATE = { empty: 'empty: pose or draw on it', computed: 'in-betweened from its chart', own: 'drawn' }
/** How good a guess the strokes are; null while they are being paired, nothing where none are computed. */
const guess = computed(() => {
  void painted.arrivals
  const { scene, stack, drawing } = desk
  const drawn = drawing && !drawing.own ? scene!.contents.of(scene!, stack!, drawing.id).drawn : undefined
  return drawn && drawn.guess(scene!.strokeBy)
})
const finishedWords = ({ over }: { over?: boolean | undefined }): string =>
  picture.roughs ? 'the rough of a finished drawing' : over ? 'finished, over its rough' : 'finished'
const state = computed(() => {
  const { scene, stack, drawing } = desk
  if (!drawing) return ''
  if (drawing.finished) return finishedWords(drawing.finished)
  const is = scene!.contents.state(scene!, stack!, drawing.id)
  const chart = scene!.contents.chartOf(desk.plan!, drawing.id)
  if (guess.value !== undefined) return guessWords(guess.value, tools.tool)
  return is === 'own' && chart ? 'detached from its chart' : STATE[is]
})
const second = computed(() => {
  if (desk.column?.locked || desk.column?.hidden) return `the column is ${desk.column.locked ? 'locked' : 'hidden'}`
  if (desk.column?.drawingsLocked) return 'the drawings of the column are locked'
  if (tools.tool === 'pencil' && desk.column && goes.value === 'blank') return 'the pen begins a new drawing'
  return [state.value, elsewhere.value ? `exposed ${plural(elsewhere.value, 'time')} elsewhere` : '']
    .filter(Boolean)
    .join(', ')
})
/** What an in-between that is computed from drawn poses offers: its ties where it is a rough guess, its strokes to a pen. */
const offer = computed(() => {
  if (desk.drawing?.finished)
    return {
      id: 'roughs',
      title: picture.roughs
        ? 'See the finished drawings again'
        : `See the rough: “${desk.drawing.finished.name}” came back for it`,
      do: () => (picture.roughs = !picture.roughs),
    }
  if (!desk.scene || !isComputedDrawing(desk.scene, desk.focus!)) return null
  const rough = guess.value?.rough || guess.value?.turned
  const inHand = tools.tool === 'pencil' && !desk.column?.drawingsLocked && !desk.column?.locked
  if (rough && tools.tool !== 'ties')
    return { id: 'tool-ties', title: 'See and correct which stroke becomes which', do: () => (tools.tool = 'ties') }
  return inHand
    ? { id: 'draw-from', title: 'Draw from it: its strokes lie under the pen', do: () => drawFromHere(desk) }
    : null
})
function renumber(e: Event): void {
  const input = e.target as HTMLInputElement
  const number = input.value.trim()
  const args = { stack: desk.stack!.id, drawing: desk.drawing!.id, number }
  if (!number || number === desk.drawing!.number || !desk.run({ name: 'drawing.set', args }))
    input.value = desk.drawing!.number
}
</script>

<template>
  <div
    class="flex min-w-0 flex-1 items-center gap-1.5"
    data-part="status"
  >
    <span
      :title="desk.column?.name"
      class="max-w-24 shrink-0 truncate font-semibold"
      >{{ desk.column?.name }}</span
    >
    <template v-if="picture.flip"
      ><span class="font-mono font-semibold">{{ desk.stack?.drawings[picture.flip.drawing]?.number }}</span>
      <span class="text-soft">looked at while flipping</span></template
    >
    <template v-else>
      <template v-if="desk.drawing">
        <input
          class="field h-7 w-12 shrink-0 px-1 text-center font-mono font-semibold"
          :value="desk.drawing.number"
          maxlength="12"
          aria-label="Number of the drawing"
          title="Number of the drawing"
          @change="renumber"
        />
        <RoleMenu />
      </template>
      <p
        class="min-w-0 text-[11.5px] leading-[14px] text-soft"
        aria-live="off"
      >
        <span
          class="block truncate"
          :title="exposedWords"
          >{{ exposedWords }}</span
        >
        <button
          v-if="onHeld"
          type="button"
          class="block max-w-full truncate text-left font-medium text-ledger underline"
          :title="
            withKey(
              `On a held frame ${PEN[table.onHeld]}. Click for another way: on the held drawing, a new one, a copy`,
              'on-held',
            )
          "
          @click="table.nextOnHeld()"
        >
          {{ PEN[table.onHeld] }}
        </button>
        <button
          v-else-if="elsewhere && desk.scene && canBeOwn(desk.scene, desk.focus!)"
          type="button"
          class="block max-w-full truncate text-left font-medium text-ledger underline"
          :title="withKey(`${second}. A change shows there, too. Make this exposure its own drawing`, 'own-drawing')"
          @click="makeOwn(desk)"
        >
          {{ second }}
        </button>
        <button
          v-else-if="offer"
          type="button"
          class="block max-w-full truncate text-left font-medium text-ledger underline"
          :title="withKey(offer.title, offer.id)"
          @click="offer.do()"
        >
          {{ second }}
        </button>
        <span
          v-else-if="second"
          class="block truncate"
          :title="second"
          >{{ second }}</span
        >
      </p>
    </template>
  </div>
</template>
