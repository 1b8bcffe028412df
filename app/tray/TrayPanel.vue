<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, onScopeDispose, ref } from 'vue'
import { Copy, FileImage, Play, Square } from '@lucide/vue'
import { isPose } from '#core/pass'
import type { Drawing } from '#core/document'
import { perSecond } from '#core/time'
import { everyExposure } from '~/sheet/arrange'
import { spareOf } from '~/desk/copies'
import { solidOf } from '~/desk/drafts'
import { drawThumb } from '~/desk/thumbs'
import type { Draft } from '#core/commands'
import TrayLarge from './TrayLarge.vue'
import TrayNumbers from './TrayNumbers.vue'
import { useTray } from './store'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { useExchange } from '~/exchange/store'

const desk = useDesk()
const exchange = useExchange()
const tray = useTray()
const exposed = computed(() => tray.exposed)
const drawings = computed(() => tray.drawings)
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
  drawThumb(el.getContext('2d')!, desk.scene!, {
    ...{ stack, content, finished: d.finished, ink: desk.column!.ink, width, height },
  })
}

function click(d: Drawing, e: MouseEvent): void {
  tray.pick(d.id, { toggle: e.ctrlKey || e.metaKey, range: e.shiftKey })
}
/** The next one in the tray, or the one before, by the arrow keys. */
function step(d: Drawing, by: number): void {
  const next = drawings.value[drawings.value.findIndex(x => x.id === d.id) + by]
  if (!next) return
  tray.pick(next.id)
  list.value?.querySelector<HTMLElement>(`[data-drawing="${next.id}"]`)?.focus()
}
const list = ref<HTMLElement | null>(null)
const isSelected = (d: Drawing) => tray.selected.some(x => x.id === d.id)
/** All exposures of a drawing are selected in the sheet. */
function selectAll(d: Drawing): void {
  desk.selection = everyExposure(desk.focus!, d.id)
}
function duplicate(d: Drawing): void {
  desk.run(spareOf(desk.stack!, d, solidOf(desk.scene!, desk.scene!.contents.of(desk.scene!, desk.stack!, d.id))))
}
const deleteSpares = (): void => {
  desk.run(
    ...spares.value.map((d): Draft => ({ name: 'drawing.remove', args: { stack: desk.stack!.id, drawing: d.id } })),
  )
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
    data-points="tray"
  >
    <p class="text-soft">
      {{ plural(drawings.length, 'drawing') }}, {{ spares.length }} of them spare. A click shows one large; with Ctrl or
      Shift several are selected. Drag one into the sheet.
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
    <TrayLarge
      v-if="tray.large && playing < 0"
      :drawing="tray.large"
    />
    <ul
      ref="list"
      class="mt-2 grid grid-cols-4 gap-1.5"
    >
      <li
        v-for="d in drawings"
        :key="d.id"
        class="group relative"
      >
        <button
          type="button"
          class="w-full rounded border p-0.5 text-left hover:border-graphite"
          :class="[
            desk.drawing?.id === d.id ? 'border-signal' : 'border-edge',
            isSelected(d) ? 'bg-wash outline-2 outline-graphite' : '',
            exposed.has(d.id) ? '' : 'border-dashed',
          ]"
          :title="`${d.number}: ${told(d)}`"
          :aria-label="`Drawing ${d.number}, ${told(d)}`"
          draggable="true"
          :aria-pressed="isSelected(d)"
          :data-drawing="d.id"
          @dragstart="$event.dataTransfer?.setData('text/fintro-drawing', d.id)"
          @click="click(d, $event)"
          @dblclick="selectAll(d)"
          @keydown.left.prevent="step(d, -1)"
          @keydown.right.prevent="step(d, 1)"
          @keydown.up.prevent="step(d, -4)"
          @keydown.down.prevent="step(d, 4)"
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
            ><span
              class="text-[10.5px] text-soft after:content-[attr(data-many)]"
              :data-many="exposed.has(d.id) ? `${exposed.get(d.id)!.times}×` : 'spare'"
          /></span>
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
              .join(', ')}${spares.length > 8 ? ' …' : ''} ${spares.length === 1 ? 'is' : 'are'} not exposed anywhere.`
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
    <TrayNumbers v-if="desk.stack" />
  </SidePanel>
</template>
