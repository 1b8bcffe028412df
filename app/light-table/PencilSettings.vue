<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { subjectsOf } from '#core/document'
import { felt } from '#core/stroke'
import PickList from '~/ui/PickList.vue'
import SliderRow from '~/ui/SliderRow.vue'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import type { Pencil } from '@lucide/vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { Circle, Minus, PaintBucket, PenLine, Plus, StepForward, Trash2 } from '@lucide/vue'
import type { DrawMode } from './store'
import PencilBox from './PencilBox.vue'
import { MOST_PENCILS, PENCILS } from './pencils'
import { useLightTable } from './store'
import { newId } from '~/sync/ids'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'
import { useOnlyPen } from '~/ui/pen-near'

/** What belongs to the pencil in hand. */
const desk = useDesk()
const table = useLightTable()
const onlyPen = useOnlyPen()
const modes: { id: DrawMode; name: string; icon: typeof Pencil }[] = [
  { id: 'free', name: 'By hand', icon: PenLine },
  { id: 'line', name: 'Straight line (Shift: on eighths of a turn)', icon: Minus },
  { id: 'ellipse', name: 'Ellipse (Shift: a circle)', icon: Circle },
  { id: 'fill', name: 'Fill a closed shape', icon: PaintBucket },
]
const parts = computed(() => (desk.stack ? subjectsOf(desk.stack) : []).filter(s => s.kind === 'part'))
const number = (e: Event, least: number, most: number): number =>
  Math.max(least, Math.min(most, Number((e.target as HTMLInputElement).value) || least))

/** The curve of the pen's pressure: across as it is pressed, up as it draws. */
const pressCurve = computed(() =>
  Array.from({ length: 13 }, (_, i) => `${2 + (20 * i) / 12},${22 - 20 * felt(i / 12, table.firmness)}`).join(' '),
)

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
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-1.5"
    role="toolbar"
    aria-label="Pencils"
  >
    <span class="flex"
      ><button
        v-for="m in modes"
        :key="m.id"
        type="button"
        class="tool-button"
        :class="{ 'tool-button-on': table.mode === m.id }"
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
    <PencilBox class="flex @max-[680px]:hidden" />
    <Popover
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <PopoverButton
        class="push-button h-7"
        title="Name, colour, width and smoothing of this pencil; more pencils"
        ><span class="@max-[680px]:hidden">{{ table.pencil.name }},</span> {{ table.pencil.width }} px</PopoverButton
      >
      <PopoverPanel
        v-if="open"
        static
        class="absolute right-0 top-9 z-20 w-64 space-y-2 rounded-md border border-edge bg-panel p-3 shadow-lg"
      >
        <PencilBox class="hidden flex-wrap @max-[680px]:flex" />
        <label
          class="flex items-center gap-1.5"
          title="Lines of other columns close shapes in, too: colour can lie in a column of its own"
          ><input
            v-model="table.fillSeesAll"
            type="checkbox"
          />Filling sees all columns</label
        ><label
          class="flex items-center gap-1.5"
          title="Fingers move the picture, and draw nothing"
          ><input
            v-model="onlyPen"
            type="checkbox"
          />Only the pen draws</label
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
        <SliderRow
          name="Smooth"
          label="Smoothing"
          title="How much tremor is taken out of a line"
          :min="0"
          :max="1"
          :step="0.1"
          :model-value="table.pencil.smooth"
          @update:model-value="table.setPencil({ smooth: $event })"
        />
        <SliderRow
          name="String"
          label="String that the line is pulled on"
          title="The line is pulled after the pen on a string so long: slow lines are calm"
          :min="0"
          :max="60"
          :step="2"
          :words="`${table.pencil.string ?? 0} px`"
          :model-value="table.pencil.string ?? 0"
          @update:model-value="table.setPencil({ string: $event })"
        />
        <SliderRow
          name="Strength"
          label="Strength of the pencil"
          title="How strongly it covers what is under it"
          :min="0.05"
          :max="1"
          :step="0.05"
          :words="`${Math.round((table.pencil.strength ?? 1) * 100)} %`"
          :model-value="table.pencil.strength ?? 1"
          @update:model-value="table.setPencil({ strength: $event })"
        />
        <SliderRow
          v-model="table.firmness"
          name="Press"
          label="How firmly the pen is pressed"
          title="How the pen is pressed, with all pencils: to the left for a light hand"
          :min="-1"
          :max="1"
          :step="0.1"
        >
          <svg
            viewBox="0 0 24 24"
            class="size-7 shrink-0 rounded border border-edge bg-sheet"
            aria-hidden="true"
          >
            <polyline
              :points="pressCurve"
              class="fill-none stroke-graphite"
              stroke-width="1.5"
            />
          </svg>
        </SliderRow>
        <label class="flex items-center gap-1.5"
          ><input
            v-model="table.asSeen"
            type="checkbox"
          />Lines look as wide however the picture is zoomed</label
        >
        <div class="flex gap-1.5">
          <button
            type="button"
            class="push-button"
            :disabled="table.pencils.length >= MOST_PENCILS"
            @click="addPencil"
          >
            <Plus :size="13" />New pencil</button
          ><button
            type="button"
            class="push-button"
            @click="removePencil"
          >
            <Trash2 :size="13" />{{ table.pencils.length > 1 ? 'Delete' : 'Restore the usual pencils' }}</button
          ><button
            type="button"
            class="push-button"
            title="Pencils that the production keeps"
            @click="useSide().show('shelf', 'pencil')"
          >
            Shelf …
          </button>
        </div>
      </PopoverPanel>
    </Popover>
    <ToggleButton
      class="h-7 px-2"
      :on="table.nextAfterStroke"
      aria-label="Next drawing after each stroke"
      :title="withKey('Next drawing after each stroke', 'draw-through')"
      @click="table.nextAfterStroke = !table.nextAfterStroke"
    >
      <StepForward :size="14" /><span class="hidden @min-[840px]:inline">Next drawing after each stroke</span>
    </ToggleButton>
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
</template>
