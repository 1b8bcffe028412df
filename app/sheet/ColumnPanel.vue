<script setup lang="ts">
import ToggleButton from '~/ui/ToggleButton.vue'
import { plural } from '#core/basic'
import { computed } from 'vue'
import SidePanel from '~/desk/SidePanel.vue'
import ColumnCarrier from './ColumnCarrier.vue'
import ColumnInside from './ColumnInside.vue'
import { ArrowLeft, ArrowRight, Trash2 } from '@lucide/vue'
import { stepName } from '#core/sheet'
import { INKS, plansOf } from '#core/document'
import type { ColumnSettings } from './actions-column'
import { duplicateColumn, lineUp, removeColumn, moveColumn, setColumn } from './actions-column'
import { END_WORDS, endAs, endOf, isOpenEnded } from './column-end'
import { releaseDrafts } from './columns'
import { newId } from '~/sync/ids'
import { useDesk } from '~/desk/desk'

const desk = useDesk()
const column = computed(() => desk.column)
/** The column that is worked on, which the panel is of. */
const id = computed(() => column.value!.id)
const drawings = computed(() =>
  column.value ? Object.keys(desk.shown!.stacks[column.value.stack]!.drawings).length : 0,
)

/** Another column of any plan that exposes the same drawings: they stay with it. */
const sharer = computed(() =>
  plansOf(desk.shown!)
    .flatMap(p => Object.values(p.columns))
    .find(c => c.stack === column.value?.stack && c.id !== id.value),
)
const deletes = computed(() =>
  sharer.value
    ? `Delete the column; its drawings stay in ${sharer.value.name}`
    : `Delete the column and its ${plural(drawings.value, 'drawing')}`,
)
const end = computed(() =>
  column.value && isOpenEnded(desk.scene!, column.value) ? endOf(desk.scene!, id.value) : null,
)

const set = (values: ColumnSettings) => setColumn(desk, id.value, values)
function rename(e: Event): void {
  const name = (e.target as HTMLInputElement).value.trim()
  if (name && name !== column.value?.name) set({ name })
}
const place = computed(() => desk.columns.findIndex(c => c.id === id.value))
const move = (by: 1 | -1): void => moveColumn(desk, id.value, by)
const others = computed(() => desk.columns.filter(c => c.id !== id.value && !c.background))
const linkedWith = (id: string) => !!column.value?.link && desk.plan!.columns[id]!.link === column.value.link
function link(id: string): void {
  const c = column.value!
  if (linkedWith(id)) desk.run({ name: 'columns.link', args: { plan: desk.plan!.id, columns: [id], link: null } })
  else desk.run({ name: 'columns.link', args: { plan: desk.plan!.id, columns: [c.id, id], link: c.link ?? newId() } })
}
</script>

<template>
  <SidePanel
    v-if="column"
    :title="`Column ${column.name}`"
  >
    <label class="block"
      >Name<input
        class="field mt-0.5 w-full"
        :value="column.name"
        maxlength="80"
        @change="rename"
    /></label>
    <div class="mt-2">
      New drawings on
      <div
        class="mt-0.5 flex gap-1"
        role="group"
        aria-label="Exposure step"
      >
        <ToggleButton
          v-for="n in 4"
          :key="n"
          class="px-2"
          :on="column.step === n"
          @click="set({ step: n })"
        >
          {{ stepName(n) }}
        </ToggleButton>
      </div>
    </div>
    <div class="mt-2">
      New drawings are
      <div
        class="mt-0.5 flex gap-1"
        role="group"
        aria-label="What new drawings are"
      >
        <ToggleButton
          v-for="r in ['key', 'extreme', 'in-between'] as const"
          :key="r"
          class="px-2"
          :on="(column.adds ?? 'key') === r"
          @click="set({ adds: r })"
        >
          {{ r }}s
        </ToggleButton>
      </div>
    </div>
    <div
      v-if="end"
      class="mt-2"
    >
      After its last exposure
      <div
        class="mt-0.5 flex gap-1"
        role="group"
        aria-label="End of the column"
      >
        <ToggleButton
          v-for="(words, kind) in END_WORDS"
          :key="kind"
          class="px-2"
          :on="end === kind"
          @click="desk.run(...endAs(desk.scene!, id, kind))"
        >
          {{ words }}
        </ToggleButton>
      </div>
    </div>
    <div class="mt-2">
      Ink
      <div
        class="mt-0.5 flex gap-1.5"
        role="group"
        aria-label="Ink"
      >
        <button
          v-for="(ink, i) in INKS"
          :key="ink"
          type="button"
          class="size-6 rounded-full border-2"
          :class="column.ink === ink ? 'border-signal' : 'border-edge'"
          :style="{ background: ink }"
          :aria-pressed="column.ink === ink"
          :aria-label="['Graphite', 'Brown', 'Blue grey', 'Plum', 'Moss'][i]"
          :title="['Graphite', 'Brown', 'Blue grey', 'Plum', 'Moss'][i]"
          @click="set({ ink })"
        />
      </div>
    </div>
    <label class="mt-2 flex items-center gap-2"
      >Strength<input
        type="range"
        class="min-w-0 flex-1"
        min="0"
        max="100"
        step="5"
        :value="Math.round((column.strength ?? 1) * 100)"
        aria-label="Strength in percent"
        @change="set({ strength: Number(($event.target as HTMLInputElement).value) / 100 })"
      /><span class="w-10 text-right font-mono">{{ Math.round((column.strength ?? 1) * 100) }} %</span></label
    >
    <div class="mt-2 flex items-center gap-1.5">
      Place
      <button
        type="button"
        class="push-button px-2"
        :disabled="place === 0"
        aria-label="One to the left"
        title="One to the left: further back in the picture"
        @click="move(-1)"
      >
        <ArrowLeft :size="13" />
      </button>
      <button
        type="button"
        class="push-button px-2"
        :disabled="place === desk.columns.length - 1"
        aria-label="One to the right"
        title="One to the right: further in front"
        @click="move(1)"
      >
        <ArrowRight :size="13" />
      </button>
    </div>
    <div class="mt-2">
      Duplicate
      <div class="mt-0.5 flex flex-wrap gap-1">
        <button
          type="button"
          class="push-button px-2"
          title="With copies of its drawings and charts"
          @click="duplicateColumn(desk, 'copies')"
        >
          with copies
        </button>
        <button
          type="button"
          class="push-button px-2"
          title="With the same drawings: a change to one shows in both"
          @click="duplicateColumn(desk, 'same')"
        >
          same drawings
        </button>
        <button
          type="button"
          class="push-button px-2"
          title="Its settings only"
          @click="duplicateColumn(desk, 'empty')"
        >
          empty
        </button>
      </div>
    </div>
    <fieldset
      v-if="others.length"
      class="mt-2"
    >
      <legend title="Linked columns follow each other's inserted and removed frames">Linked with</legend>
      <label
        v-for="o in others"
        :key="o.id"
        class="mr-3 inline-flex items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="linkedWith(o.id)"
          @change="link(o.id)"
        />{{ o.name }}</label
      >
    </fieldset>
    <div class="mt-2">
      <template v-if="column.leader !== undefined">
        <p>
          Lined up with <strong>{{ desk.plan!.columns[column.leader]?.name }}</strong>: its timing follows.
        </p>
        <button
          type="button"
          class="push-button mt-1"
          @click="desk.run(...releaseDrafts(desk.scene!, column))"
        >
          Release it
        </button>
      </template>
      <button
        v-else-if="!column.background"
        type="button"
        class="push-button"
        :title="
          `A new column with an empty drawing wherever ${column.name} changes; ` +
          `its drawings are locked, its timing is not; it is faint while one draws over it`
        "
        @click="lineUp(desk)"
      >
        New column lined up with it
      </button>
    </div>
    <ColumnCarrier />
    <ColumnInside />
    <div class="mt-3 space-y-1">
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="!!column.reference"
          @change="set({ reference: !column.reference })"
        />Reference column: not exported</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="column.background"
          @change="set({ background: !column.background })"
        />Background</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="column.locked"
          @change="set({ locked: !column.locked })"
        />Locked</label
      >
      <label
        v-if="!column.locked"
        class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="!!column.drawingsLocked"
          @change="set({ drawingsLocked: !column.drawingsLocked })"
        />Its drawings locked, its timing free</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="column.hidden"
          @change="set({ hidden: !column.hidden })"
        />Hidden, also from what is exported</label
      >
    </div>
    <button
      type="button"
      class="push-button mt-3 w-full justify-center"
      :disabled="desk.columns.length < 2 || column.locked"
      :title="desk.columns.length < 2 ? 'A shot keeps at least one column.' : ''"
      @click="removeColumn(desk)"
    >
      <Trash2 :size="14" />{{ deletes }}
    </button>
  </SidePanel>
</template>
