<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import {
  ClipboardCopy,
  ClipboardPaste,
  FlipHorizontal2,
  LassoSelect,
  Ruler,
  SquareDashedMousePointer,
  Trash2,
} from '@lucide/vue'
import { artActions } from './actions'
import { selectedDrawings, isEmpty } from './art'
import { useLightTable } from './store'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'

/** What can be done with what is selected of a drawing. */
const desk = useDesk()
const side = useSide()
const table = useLightTable()
const count = computed(() => (table.selected ? table.selected.strokes.length + table.selected.subjects.length : 0))
const several = computed(() => (desk.selection && desk.drawing ? selectedDrawings(desk.focus!).length : 0))
const does = (id: string) => artActions.find(a => a.id === id)!.do(desk, null)
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-1.5"
    role="toolbar"
    aria-label="What is selected"
  >
    <span class="flex"
      ><button
        type="button"
        class="tool-button"
        :class="{ 'tool-button-on': table.lasso }"
        :aria-pressed="table.lasso"
        aria-label="Select by a lasso"
        title="Select by a lasso"
        @click="table.lasso = true"
      >
        <LassoSelect :size="14" /></button
      ><button
        type="button"
        class="tool-button"
        :class="{ 'tool-button-on': !table.lasso }"
        :aria-pressed="!table.lasso"
        aria-label="Select by a box"
        title="Select by a box"
        @click="table.lasso = false"
      >
        <SquareDashedMousePointer :size="14" /></button
    ></span>
    <span
      class="px-1 whitespace-nowrap"
      :class="{ '@max-[920px]:hidden': !count }"
      role="status"
      :title="count ? undefined : 'Click what is drawn, or draw around it'"
      >{{ count ? `${count} selected` : 'Nothing selected' }}</span
    >
    <button
      type="button"
      class="tool-button"
      :disabled="isEmpty(table.selected)"
      aria-label="Copy what is selected"
      :title="withKey('Copy', 'art-copy')"
      @click="does('art-copy')"
    >
      <ClipboardCopy :size="14" />
    </button>
    <button
      type="button"
      class="tool-button"
      :disabled="!table.clip || !desk.drawing"
      aria-label="Paste in place"
      :title="withKey('Paste in place', 'art-paste')"
      @click="does('art-paste')"
    >
      <ClipboardPaste :size="14" />
    </button>
    <button
      v-if="table.clip && several"
      type="button"
      class="push-button h-7"
      title="In place, on every drawing of the selected frames"
      @click="does('art-paste-range')"
    >
      on all {{ several }}
    </button>
    <button
      type="button"
      class="tool-button"
      :disabled="isEmpty(table.selected)"
      aria-label="Mirror what is selected"
      title="Mirror about its centre"
      @click="does('art-mirror')"
    >
      <FlipHorizontal2 :size="14" />
    </button>
    <button
      type="button"
      class="tool-button"
      :disabled="isEmpty(table.selected)"
      aria-label="Delete what is selected"
      :title="withKey('Delete', 'art-delete')"
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
      /><span class="@max-[920px]:hidden">keep widths</span></label
    >
    <ToggleButton
      class="h-7 px-2"
      aria-label="By numbers …"
      :on="side.open === 'reshape'"
      :disabled="!desk.drawing"
      title="Move, turn, scale by numbers, on this drawing or a range of drawings"
      @click="side.open = side.open === 'reshape' ? null : 'reshape'"
    >
      <Ruler :size="14" /><span class="@max-[920px]:hidden">By numbers …</span>
    </ToggleButton>
    <ToggleButton
      class="h-7 px-2 @max-[920px]:hidden"
      :on="side.open === 'lines'"
      :disabled="!desk.drawing"
      :title="withKey('Colour, width, strength and smoothness of what is drawn', 'side-lines')"
      @click="side.open = side.open === 'lines' ? null : 'lines'"
    >
      Lines …
    </ToggleButton>
    <ToggleButton
      class="h-7 @max-[920px]:hidden"
      :on="side.open === 'parts'"
      :title="withKey('Figures and named parts', 'side-parts')"
      @click="side.open = side.open === 'parts' ? null : 'parts'"
    >
      Parts …
    </ToggleButton>
  </div>
</template>
