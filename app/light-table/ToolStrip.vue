<script setup lang="ts">
import { subjectsOf } from '#core/document'
import PickList from '~/ui/PickList.vue'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import type { Pencil } from '@lucide/vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import {
  Circle,
  ClipboardCopy,
  ClipboardPaste,
  FlipHorizontal2,
  Minus,
  PaintBucket,
  PenLine,
  Plus,
  SquareDashedMousePointer,
  LassoSelect,
  Trash2,
} from '@lucide/vue'
import { artActions } from './actions'
import { selectedDrawings, isEmpty } from './art'
import type { DrawMode } from './store'
import { PENCILS } from './pencils'
import { useLightTable } from './store'
import { newId } from '~/sync/ids'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'
import { useTools } from '~/desk/tools'

/** What belongs to the tool in hand: pencils, the eraser's size, what to do with what is selected. */
const desk = useDesk()
const side = useSide()
const tools = useTools()
const table = useLightTable()
const modes: { id: DrawMode; name: string; icon: typeof Pencil }[] = [
  { id: 'free', name: 'By hand', icon: PenLine },
  { id: 'line', name: 'Straight line (Shift: on eighths of a turn)', icon: Minus },
  { id: 'ellipse', name: 'Ellipse (Shift: a circle)', icon: Circle },
  { id: 'fill', name: 'Fill a closed shape', icon: PaintBucket },
]
const parts = computed(() => (desk.stack ? subjectsOf(desk.stack) : []).filter(s => s.kind === 'part'))
const count = computed(() => (table.selected ? table.selected.strokes.length + table.selected.subjects.length : 0))
const several = computed(() => (desk.selection && desk.drawing ? selectedDrawings(desk.focus!).length : 0))
const number = (e: Event, least: number, most: number): number =>
  Math.max(least, Math.min(most, Number((e.target as HTMLInputElement).value) || least))
const does = (id: string) => artActions.find(a => a.id === id)!.do(desk, null)

function setPart(id: string): void {
  table.partNow = { ...table.partNow, [desk.stack!.id]: id || null }
}
function addPencil(): void {
  const id = newId()
  table.pencils = [...table.pencils, { ...table.pencil, id, name: `Pencil ${table.pencils.length + 1}` }]
  table.pencilId = id
}
function removePencil(): void {
  table.pencils =
    table.pencils.length > 1 ? table.pencils.filter(p => p.id !== table.pencil.id) : PENCILS.map(p => ({ ...p }))
  table.pencilId = table.pencils[0]!.id
}
function rename(e: Event): void {
  const name = (e.target as HTMLInputElement).value.trim().slice(0, 30)
  if (name) table.setPencil({ name })
  ;(e.target as HTMLInputElement).value = table.pencil.name
}
const BUTTON = 'grid size-7 place-items-center rounded enabled:hover:bg-wash disabled:opacity-40'
const CHOSEN = 'bg-bottle text-on-bottle enabled:hover:bg-bottle'
</script>

<template>
  <div
    v-if="['pencil', 'eraser', 'select'].includes(tools.tool)"
    class="absolute right-3 bottom-11 left-[60px] flex justify-end"
    data-part="strip"
  >
    <div
      v-if="tools.tool === 'pencil'"
      class="flex flex-wrap items-center gap-x-1.5 gap-y-1 rounded-md border border-edge bg-sheet/95 px-1.5 py-1"
      role="toolbar"
      aria-label="Pencils"
    >
      <span class="flex"
        ><button
          v-for="m in modes"
          :key="m.id"
          type="button"
          :class="[BUTTON, table.mode === m.id ? CHOSEN : '']"
          :aria-pressed="table.mode === m.id"
          :aria-label="m.name"
          :title="m.name"
          @click="table.mode = m.id"
        >
          <component
            :is="m.icon"
            :size="14"
          /></button
      ></span>
      <span class="h-5 w-px bg-edge" />
      <span
        class="flex"
        role="radiogroup"
        aria-label="Pencil"
        ><button
          v-for="p in table.pencils"
          :key="p.id"
          type="button"
          role="radio"
          class="grid h-7 w-8 place-items-center rounded hover:bg-wash"
          :class="p.id === table.pencil.id ? 'ring-2 ring-graphite ring-inset' : ''"
          :aria-checked="p.id === table.pencil.id"
          :aria-label="p.name"
          :title="`${p.name}: ${p.width} px`"
          @click="table.pencilId = p.id"
        >
          <span class="grid h-5 w-6 place-items-center rounded-sm bg-[#fffdf6]"
            ><span
              class="w-5 rounded-full"
              :style="{ background: p.colour, height: `${Math.max(2, Math.min(14, p.width * 0.7))}px` }"
          /></span></button
      ></span>
      <Popover
        v-slot="{ open }"
        as="div"
        class="relative"
      >
        <PopoverButton
          class="push-button h-7"
          title="Name, colour, width and smoothing of this pencil; more pencils"
          >{{ table.pencil.name }}, {{ table.pencil.width }} px</PopoverButton
        >
        <PopoverPanel
          v-if="open"
          static
          class="absolute right-0 bottom-9 z-20 w-64 space-y-2 rounded-md border border-edge bg-panel p-3 shadow-lg"
        >
          <label class="flex items-center gap-2"
            ><span class="w-14">Name</span
            ><input
              class="field h-7 min-w-0 flex-1"
              :value="table.pencil.name"
              maxlength="30"
              aria-label="Name of the pencil"
              @change="rename"
              @keydown.enter="($event.target as HTMLElement).blur()"
          /></label>
          <label class="flex items-center gap-2"
            ><span class="w-14">Colour</span
            ><input
              type="color"
              class="h-7 w-10 cursor-pointer rounded border border-edge bg-sheet p-0.5"
              :value="table.pencil.colour"
              aria-label="Colour of the pencil"
              @input="table.setPencil({ colour: ($event.target as HTMLInputElement).value })"
          /></label>
          <label
            class="flex items-center gap-2"
            title="At full pressure"
            ><span class="w-14">Width</span
            ><input
              type="number"
              min="0.5"
              max="120"
              step="0.5"
              class="field h-7 w-16 text-right font-mono"
              :value="table.pencil.width"
              aria-label="Width of the pencil, px"
              @change="table.setPencil({ width: number($event, 0.5, 120) })"
            />px</label
          >
          <label
            class="flex items-center gap-2"
            title="How much tremor is taken out of a line"
            ><span class="w-14">Smooth</span
            ><input
              type="range"
              min="0"
              max="1"
              step="0.1"
              class="min-w-0 flex-1 accent-bottle"
              :value="table.pencil.smooth"
              aria-label="Smoothing"
              @input="table.setPencil({ smooth: Number(($event.target as HTMLInputElement).value) })"
          /></label>
          <label class="flex items-center gap-1.5"
            ><input
              v-model="table.asSeen"
              type="checkbox"
              class="accent-bottle"
            />Lines look as wide however the picture is zoomed</label
          >
          <div class="flex gap-1.5">
            <button
              type="button"
              class="push-button"
              :disabled="table.pencils.length >= 8"
              @click="addPencil"
            >
              <Plus :size="13" />Another</button
            ><button
              type="button"
              class="push-button"
              @click="removePencil"
            >
              <Trash2 :size="13" />{{ table.pencils.length > 1 ? 'Put away' : 'As they were' }}
            </button>
          </div>
        </PopoverPanel>
      </Popover>
      <label
        class="flex items-center gap-1"
        title="After each stroke the playhead goes to the next drawing (Alt T)"
        ><input
          v-model="table.drawThrough"
          type="checkbox"
          class="accent-bottle"
        />draw-through</label
      >
      <label
        v-if="parts.length"
        class="flex items-center gap-1"
        >part<PickList
          class="max-w-28"
          :model-value="table.part ?? ''"
          :options="[{ value: '', name: 'none' }, ...parts.map(p => ({ value: p.id, name: p.name }))]"
          label="Part that new strokes belong to"
          @update:model-value="setPart"
      /></label>
    </div>
    <div
      v-else-if="tools.tool === 'eraser'"
      class="flex items-center gap-2 rounded-md border border-edge bg-sheet/95 px-2 py-1"
      role="toolbar"
      aria-label="Rubber"
    >
      <label
        class="flex items-center gap-1"
        title="Only what it goes over"
        ><input
          v-model="table.eraser.parts"
          type="radio"
          :value="true"
          class="accent-bottle"
        />parts of strokes</label
      >
      <label
        class="flex items-center gap-1"
        title="Every stroke that it touches"
        ><input
          v-model="table.eraser.parts"
          type="radio"
          :value="false"
          class="accent-bottle"
        />whole strokes</label
      >
      <label class="flex items-center gap-1"
        >size<input
          v-model.number="table.eraser.size"
          type="range"
          min="3"
          max="60"
          class="w-24 accent-bottle"
          aria-label="Size of the rubber, px of the screen"
        /><span class="w-5 text-right font-mono text-[11px]">{{ table.eraser.size }}</span></label
      >
    </div>
    <div
      v-else
      class="flex flex-wrap items-center gap-x-1.5 gap-y-1 rounded-md border border-edge bg-sheet/95 px-1.5 py-1"
      role="toolbar"
      aria-label="What is chosen"
    >
      <span class="flex"
        ><button
          type="button"
          :class="[BUTTON, table.lasso ? CHOSEN : '']"
          :aria-pressed="table.lasso"
          aria-label="Choose by a lasso"
          title="Choose by a lasso"
          @click="table.lasso = true"
        >
          <LassoSelect :size="14" /></button
        ><button
          type="button"
          :class="[BUTTON, table.lasso ? '' : CHOSEN]"
          :aria-pressed="!table.lasso"
          aria-label="Choose by a box"
          title="Choose by a box"
          @click="table.lasso = false"
        >
          <SquareDashedMousePointer :size="14" /></button
      ></span>
      <span
        class="px-1"
        role="status"
        >{{ count ? `${count} chosen` : 'Nothing chosen: click, or draw around it' }}</span
      >
      <button
        type="button"
        :class="BUTTON"
        :disabled="isEmpty(table.selected)"
        aria-label="Copy what is chosen"
        title="Copy (Ctrl C)"
        @click="does('art-copy')"
      >
        <ClipboardCopy :size="14" />
      </button>
      <button
        type="button"
        :class="BUTTON"
        :disabled="!table.clip || !desk.drawing"
        aria-label="Paste in place"
        title="Paste in place (Ctrl V)"
        @click="does('art-paste')"
      >
        <ClipboardPaste :size="14" />
      </button>
      <button
        v-if="table.clip && several"
        type="button"
        class="push-button h-7"
        title="In place, on every drawing of the chosen frames"
        @click="does('art-paste-range')"
      >
        on all {{ several }}
      </button>
      <button
        type="button"
        :class="BUTTON"
        :disabled="isEmpty(table.selected)"
        aria-label="Mirror what is chosen"
        title="Mirror about its centre"
        @click="does('art-mirror')"
      >
        <FlipHorizontal2 :size="14" />
      </button>
      <button
        type="button"
        :class="BUTTON"
        :disabled="isEmpty(table.selected)"
        aria-label="Delete what is chosen"
        title="Delete (Del)"
        @click="does('art-delete')"
      >
        <Trash2 :size="14" />
      </button>
      <label
        class="flex items-center gap-1"
        title="Lines keep their widths when they are scaled"
        ><input
          v-model="table.keepWidth"
          type="checkbox"
          class="accent-bottle"
        />keep widths</label
      >
      <ToggleButton
        class="h-7"
        :on="side.open === 'reshape'"
        :disabled="!desk.drawing"
        title="Move, turn, scale by numbers, on this drawing or a range of drawings"
        @click="side.open = side.open === 'reshape' ? null : 'reshape'"
      >
        Numbers …
      </ToggleButton>
      <ToggleButton
        class="h-7"
        :on="side.open === 'parts'"
        title="Figures and named parts (Alt P)"
        @click="side.open = side.open === 'parts' ? null : 'parts'"
      >
        Parts …
      </ToggleButton>
    </div>
  </div>
</template>
