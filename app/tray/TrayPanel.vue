<script setup lang="ts">
import { byNumber, plural } from '#core/basic'
import { computed, onScopeDispose, ref } from 'vue'
import { Copy, FileImage, Play, Square } from '@lucide/vue'
import { isPose } from '#core/pass'
import type { Exposed } from '#core/sheet'
import { exposedDrawings } from '#core/sheet'
import type { Drawing } from '#core/document'
import { freeNumber } from '#core/document'
import { spotAt } from '#core/commands'
import { perSecond } from '#core/time'
import { everyExposure } from '~/sheet/arrange'
import { spareOf } from '~/desk/copies'
import { drawThumb } from '~/desk/thumbs'
import type { Draft } from '#core/commands'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { useExchange } from '~/exchange/store'

const desk = useDesk()
const exchange = useExchange()
/** How often each drawing is exposed, and where first, in all columns that expose the stack. */
const exposed = computed(() => {
  const out = new Map<string, Exposed>()
  for (const c of desk.columns.filter(c => c.stack === desk.stack?.id)) {
    for (const [drawing, { times, first }] of exposedDrawings(c.runs)) {
      const known = out.get(drawing)
      out.set(drawing, { times: (known?.times ?? 0) + times, first: Math.min(known?.first ?? Infinity, first) })
    }
  }
  return out
})
/** In order of first exposure, the spares last. */
const drawings = computed(() =>
  Object.values(desk.stack?.drawings ?? {}).sort(
    (a, b) =>
      (exposed.value.get(a.id)?.first ?? Infinity) - (exposed.value.get(b.id)?.first ?? Infinity) || byNumber(a, b),
  ),
)
const spares = computed(() => drawings.value.filter(d => !exposed.value.has(d.id)))
const state = (d: Drawing) => desk.scene!.contents.state(desk.scene!, desk.stack!, d.id)
const STATES = { empty: 'empty', computed: 'in-betweened from chart', own: 'drawn' }
const told = (d: Drawing) => {
  const n = exposed.value.get(d.id)?.times ?? 0
  const times = n === 1 ? 'once' : `${n} times`
  return `${d.role}, ${STATES[state(d)]}, ${n ? `exposed ${times}` : 'a spare'}`
}

const SIZE = [72, 52] as const
function thumbnail(el: Element | null | { $el?: Element }, d: Drawing): void {
  if (!(el instanceof HTMLCanvasElement)) return
  const { width, height } = el
  const stack = desk.stack!
  const content = desk.scene!.contents.of(desk.scene!, stack, d.id)
  drawThumb(el.getContext('2d')!, desk.scene!, { stack, content, ink: desk.column!.ink, width, height })
}

function expose(d: Drawing): void {
  const column = desk.column!
  desk.run({
    name: 'frame.expose',
    args: {
      plan: desk.plan!.id,
      column: column.id,
      at: spotAt(column.runs, desk.frame),
      frame: desk.frame,
      drawing: d.id,
    },
  })
}
function goTo(d: Drawing): void {
  const at = exposed.value.get(d.id)
  if (at) desk.goTo(at.first)
}
/** All exposures of a drawing are selected in the sheet. */
function selectAll(d: Drawing): void {
  desk.selection = everyExposure(desk.focus!, d.id)
}
function duplicate(d: Drawing): void {
  desk.run(spareOf(desk.stack!, d, desk.scene!.contents.of(desk.scene!, desk.stack!, d.id)))
}
const deleteSpares = (): void => {
  desk.run(
    ...spares.value.map((d): Draft => ({ name: 'drawing.remove', args: { stack: desk.stack!.id, drawing: d.id } })),
  )
}

// — numbers —
const how = ref<'order' | 'frame' | 'step'>('frame')
const from = ref(1)
const by = ref(2)
/** The numbers that would be given: collisions are resolved by letters, spares keep theirs. */
const numbers = computed(() => {
  const all = drawings.value.filter(d => exposed.value.has(d.id))
  const rest = { ...desk.stack!, drawings: Object.fromEntries(spares.value.map(d => [d.id, d])) }
  const taken: string[] = []
  return all
    .map((d, i) => {
      const wanted =
        how.value === 'frame'
          ? exposed.value.get(d.id)!.first
          : how.value === 'order'
            ? i + 1
            : from.value + i * by.value
      const number = freeNumber(rest, String(wanted), taken)
      taken.push(number)
      return { d, number }
    })
    .filter(x => x.number !== x.d.number)
})
function renumber(): void {
  if (numbers.value.length)
    desk.run({
      name: 'drawing.renumber',
      args: { stack: desk.stack!.id, numbers: Object.fromEntries(numbers.value.map(x => [x.d.id, x.number])) },
    })
}

// — playing the tray in its own order —
const playing = ref(-1)
const on = ref(2)
let timer: ReturnType<typeof setInterval> | null = null
function play(): void {
  if (timer) {
    clearInterval(timer)
    timer = null
    playing.value = -1
    return
  }
  playing.value = 0
  timer = setInterval(
    () => {
      playing.value = (playing.value + 1) % Math.max(1, drawings.value.length)
    },
    (on.value * 1000) / perSecond(desk.shot!.rate),
  )
}
onScopeDispose(() => timer && clearInterval(timer))
</script>

<template>
  <SidePanel
    :title="`Tray of ${desk.column?.name ?? ''}`"
    data-points="drawing"
  >
    <p class="text-soft">
      {{ plural(drawings.length, 'drawing') }}, {{ spares.length }} of them spare. A click goes to a drawing, or exposes
      a spare from the playhead on; a double click selects all its exposures. Drag one into the sheet.
    </p>
    <button
      type="button"
      class="push-button mt-2"
      :disabled="!desk.column"
      @click="exchange.importFiles()"
    >
      <FileImage :size="13" />Import drawings …
    </button>
    <div class="mt-2 flex items-center gap-2">
      <canvas
        v-if="playing >= 0 && drawings[playing]"
        :key="drawings[playing]!.id"
        :ref="el => thumbnail(el as Element, drawings[playing]!)"
        :width="SIZE[0] * 2"
        :height="SIZE[1] * 2"
        class="rounded border border-edge"
      />
      <button
        type="button"
        class="push-button"
        :disabled="drawings.length < 2"
        @click="play"
      >
        <component
          :is="playing >= 0 ? Square : Play"
          :size="12"
        />{{ playing >= 0 ? 'Stop' : 'Play the tray' }}
      </button>
      <label class="flex items-center gap-1.5"
        >each for<input
          v-model.number="on"
          type="number"
          min="1"
          max="24"
          class="field h-7 w-14"
          :disabled="playing >= 0"
        />frames</label
      >
    </div>
    <ul class="mt-2 grid grid-cols-4 gap-1.5">
      <li
        v-for="d in drawings"
        :key="d.id"
        class="group relative"
      >
        <button
          type="button"
          class="w-full rounded border bg-sheet p-0.5 text-left hover:border-graphite"
          :class="[
            desk.drawing?.id === d.id ? 'border-signal' : 'border-edge',
            exposed.has(d.id) ? '' : 'border-dashed',
          ]"
          :title="`${d.number}: ${told(d)}`"
          :aria-label="`Drawing ${d.number}, ${told(d)}`"
          draggable="true"
          @dragstart="$event.dataTransfer?.setData('text/fintro-drawing', d.id)"
          @click="exposed.has(d.id) ? goTo(d) : expose(d)"
          @dblclick="selectAll(d)"
        >
          <canvas
            :ref="el => thumbnail(el as Element, d)"
            :width="SIZE[0]"
            :height="SIZE[1]"
            class="block w-full"
          />
          <span class="flex items-baseline justify-between px-0.5"
            ><span
              class="font-mono text-[11.5px]"
              :class="{ 'font-semibold': isPose(d), 'text-pencil underline': d.role === 'breakdown' }"
              >{{ d.number }}</span
            ><span class="text-[10.5px] text-soft"
              >{{ exposed.get(d.id)?.times ?? 'spare' }}{{ exposed.has(d.id) ? '×' : '' }}</span
            ></span
          >
        </button>
        <button
          type="button"
          class="absolute top-1 right-1 hidden rounded bg-panel p-0.5 group-focus-within:block group-hover:block"
          :aria-label="`Duplicate ${d.number}`"
          title="Duplicate: the copy is a spare"
          @click="duplicate(d)"
        >
          <Copy :size="12" />
        </button>
      </li>
    </ul>
    <p
      v-if="!drawings.length"
      class="mt-2 text-soft"
    >
      No drawing yet. Add a pose (A), or draw on the picture (D).
    </p>
    <div class="mt-3 flex items-center gap-2 border-t border-edge pt-2">
      <span class="flex-1">{{
        spares.length
          ? `${spares
              .map(d => d.number)
              .slice(0, 8)
              .join(', ')}${spares.length > 8 ? ' …' : ''} are not exposed anywhere.`
          : 'Every drawing is exposed.'
      }}</span><button
        type="button"
        class="push-button"
        :disabled="!spares.length"
        :title="
          spares.length
            ? `Deletes ${plural(spares.length, 'drawing')} that no frame shows; Undo restores them`
            : 'There is no drawing that no frame shows'
        "
        @click="deleteSpares"
      >
        Delete the spares
      </button>
    </div>
    <h3 class="mt-3 font-semibold">Numbers</h3>
    <div class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
      <label class="flex items-center gap-1.5"
        ><input
          v-model="how"
          type="radio"
          value="frame"
        />by the frame</label
      >
      <label class="flex items-center gap-1.5"
        ><input
          v-model="how"
          type="radio"
          value="order"
        />in order</label
      >
      <label class="flex items-center gap-1.5"
        ><input
          v-model="how"
          type="radio"
          value="step" />from<input
          v-model.number="from"
          type="number"
          min="0"
          max="9999"
          class="field h-7 w-16"
          aria-label="First number" />by<input
          v-model.number="by"
          type="number"
          min="1"
          max="100"
          class="field h-7 w-14"
          aria-label="Step of the numbers"
      /></label>
    </div>
    <p class="mt-1 min-h-[18px] font-mono text-[11.5px] text-soft">
      {{
        numbers.length
          ? numbers
              .slice(0, 10)
              .map(x => `${x.d.number}→${x.number}`)
              .join('  ') + (numbers.length > 10 ? ' …' : '')
          : 'They are numbered so already.'
      }}
    </p>
    <button
      type="button"
      class="push-button mt-1"
      :disabled="!numbers.length"
      @click="renumber"
    >
      Number {{ plural(numbers.length, 'drawing') }}
    </button>
  </SidePanel>
</template>
