<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { Drawing } from '#core/document'
import { subjectsOf } from '#core/document'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import SliderRow from '~/ui/SliderRow.vue'
import { isEmpty, selectedDrawings } from './art'
import type { Look, Meant } from './restroke'
import { meantHere, restrokeDrafts } from './restroke'
import { useLightTable } from './store'

/** How strokes that are drawn look: their colour, width, strength and smoothness, also by part across drawings. */
const [desk, table] = [useDesk(), useLightTable()]
const where = ref<'selected' | 'range' | 'column'>(isEmpty(table.selected) ? 'range' : 'selected')
const part = ref('all')
const parts = computed(() => [
  { value: 'all', name: 'all strokes' },
  { value: '', name: 'strokes of no part' },
  ...(desk.stack ? subjectsOf(desk.stack) : [])
    .filter(s => s.kind === 'part' && !s.strokes)
    .map(s => ({ value: s.id, name: s.name })),
])
const drawings = computed<readonly Drawing[]>(() => {
  if (!desk.stack || !desk.drawing) return []
  if (where.value === 'selected') return [desk.drawing]
  const all = where.value === 'range' ? selectedDrawings(desk.focus!) : Object.values(desk.stack.drawings)
  return all.filter(d => d.own)
})
const meant = computed<Meant>(() => {
  if (where.value === 'selected') return ref => !!table.selected?.strokes.includes(ref.id)
  return ref => part.value === 'all' || (ref.part ?? '') === part.value
})
const count = computed(() => {
  if (where.value === 'selected') return table.selected?.strokes.length ?? 0
  return drawings.value.reduce((sum, d) => sum + d.content.strokes.filter(meant.value).length, 0)
})

/** The strokes that are meant are selected on every drawing that is gone to. */
const picks = ref(false)
watch([picks, where, part, () => desk.drawing?.id], () => {
  if (!picks.value || where.value === 'selected' || !desk.drawing) return
  useTools().tool = 'select'
  table.selected = meantHere(desk.scene!, desk.focus!, meant.value)
})

const colour = ref<string | null>(null)
const [wider, smooth] = [ref(100), ref(0)]
const strength = ref<number | null>(null)
const look = computed<Look>(() => ({
  ...(colour.value ? { colour: colour.value } : {}),
  ...(wider.value !== 100 ? { wider: Math.max(1, wider.value) / 100 } : {}),
  ...(strength.value === null ? {} : { strength: strength.value }),
  ...(smooth.value ? { smooth: smooth.value } : {}),
}))
const plain = computed(() => !Object.keys(look.value).length)
function clear(): void {
  colour.value = strength.value = null
  wider.value = 100
  smooth.value = 0
}
function apply(): void {
  const drafts = restrokeDrafts(desk.scene!, desk.focus!, drawings.value, meant.value, look.value)
  if (!drafts) return void tell('These strokes have not come yet. Try again in a moment.')
  const [strokes, on] = [count.value, drafts.length]
  if (!desk.run(...drafts)) return
  desk.tellDone(`Changed ${plural(strokes, 'stroke')} on ${plural(on, 'drawing')}.`)
  clear()
}
</script>

<template>
  <SidePanel title="Lines">
    <fieldset class="space-y-1">
      <legend class="sr-only">Which strokes</legend>
      <label class="flex items-center gap-1.5"
        ><input
          v-model="where"
          type="radio"
          value="selected"
        />what is selected on drawing {{ desk.drawing?.number ?? '' }}</label
      >
      <label class="flex items-center gap-1.5"
        ><input
          v-model="where"
          type="radio"
          value="range"
        />on the drawings of the selected frames</label
      >
      <label class="flex items-center gap-1.5"
        ><input
          v-model="where"
          type="radio"
          value="column"
        />on all drawings of {{ desk.column?.name ?? 'the column' }}</label
      >
      <label
        v-if="where !== 'selected'"
        class="flex items-center gap-2 pl-5"
        >of them<PickList
          v-model="part"
          class="min-w-0 flex-1"
          :options="parts"
          label="Which strokes of these drawings"
      /></label>
      <label
        v-if="where !== 'selected'"
        class="flex items-center gap-1.5 pl-5"
        title="While this panel is open, they are selected on every drawing that is gone to"
        ><input
          v-model="picks"
          type="checkbox"
        />select them on each drawing</label
      >
      <p
        class="pl-5 text-[11.5px] text-soft"
        role="status"
      >
        {{ plural(count, 'stroke') }}. Computed in-betweens follow their poses.
      </p>
    </fieldset>
    <div class="mt-2 space-y-2 border-t border-edge pt-3">
      <label class="flex items-center gap-2"
        ><span class="w-14">Colour</span
        ><input
          type="color"
          class="h-7 w-10 cursor-pointer rounded border border-edge bg-sheet p-0.5"
          :value="colour ?? table.pencil.colour"
          aria-label="Colour of the strokes"
          @input="colour = ($event.target as HTMLInputElement).value"
        /><button
          type="button"
          class="push-button px-2"
          :title="colour ? 'Their own colours stay' : `The colour of ${table.pencil.name}`"
          @click="colour = colour ? null : table.pencil.colour"
        >
          {{ colour ? 'leave as it is' : 'as the pencil' }}
        </button></label
      >
      <SliderRow
        v-model="wider"
        name="Width"
        label="Width of the strokes, percent"
        :min="20"
        :max="400"
        :step="5"
        :words="wider === 100 ? 'as is' : `${wider} %`"
      />
      <SliderRow
        name="Strength"
        label="Strength of the strokes"
        :min="0.05"
        :max="1"
        :step="0.05"
        :words="strength === null ? 'as is' : `${Math.round(strength * 100)} %`"
        :model-value="strength ?? 1"
        @update:model-value="strength = $event"
      />
      <SliderRow
        v-model="smooth"
        name="Smooth"
        label="How much tremor is taken out"
        :min="0"
        :max="1"
        :step="0.1"
        :words="smooth ? `${Math.round(smooth * 100)} %` : 'as is'"
      />
    </div>
    <div class="mt-3 flex gap-1.5">
      <button
        type="button"
        class="push-button push-button-main"
        :disabled="plain || !count"
        @click="apply"
      >
        Apply</button
      ><button
        type="button"
        class="push-button"
        :disabled="plain"
        @click="clear"
      >
        Back to nothing
      </button>
    </div>
  </SidePanel>
</template>
