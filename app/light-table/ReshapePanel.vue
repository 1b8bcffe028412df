<script setup lang="ts">
import NumberField from '~/ui/NumberField.vue'
import PickList from '~/ui/PickList.vue'
import { computed, ref, watch, onScopeDispose } from 'vue'
import type { Recipe } from '#core/chart'
import type { Reshape } from '#core/motion'
import { areaKept, STILL } from '#core/motion'
import { subjectsOf } from '#core/document'
import { selectedBox, selectedDrawings, everythingHere, isEmpty, mapDraft } from './art'
import type { Along } from './over-range'
import { BOB, rangeDrafts, sharesAlong } from './over-range'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { useLightTable } from './store'

/**
 * Moving, turning, scaling, stretching and mirroring by numbers: what is selected, or all that is on a range of
 * drawings.
 */
const desk = useDesk()
const table = useLightTable()
const over = ref<'here' | 'range'>('here')
const along = ref<Along>('same')
const spacing = ref('even')
const SPACINGS: Record<string, { name: string; recipe: Recipe }> = {
  even: { name: 'evenly', recipe: { family: 'even' } },
  out: { name: 'slowly at first', recipe: { family: 'halves', slow: 'first' } },
  in: { name: 'slowly at last', recipe: { family: 'halves', slow: 'second' } },
  both: { name: 'slowly at both ends', recipe: { family: 'halves', slow: 'both' } },
}
const ALONGS: Record<Along, string> = {
  same: 'the same on all',
  grow: 'growing to all of it',
  die: 'dying away from all of it',
  swell: 'growing, and going again',
  bob: 'bobbing, there and back',
}
const SPACING_OPTIONS = Object.entries(SPACINGS).map(([value, { name }]) => ({ value, name }))
const ALONG_OPTIONS = (Object.keys(ALONGS) as Along[]).map(value => ({ value, name: ALONGS[value] }))

const zero = { x: 0, y: 0, turn: 0, scale: 100, stretch: 100, mirror: false }
const by = ref({ ...zero })
/** What it is done to on this drawing: what is selected, or everything. */
const selected = computed(() => (isEmpty(table.selected) ? everythingHere(desk.scene!, desk.focus!) : table.selected))
function middle() {
  const box = selected.value && selectedBox(desk.scene!, desk.focus!, selected.value)
  return box
    ? { x: Math.round((box.left + box.right) / 2), y: Math.round((box.top + box.bottom) / 2) }
    : { x: desk.shot!.picture.width / 2, y: desk.shot!.picture.height / 2 }
}
const about = ref(middle())
// By what is selected, not by where it is: what is tried out moves it.
watch(
  () => JSON.stringify(selected.value),
  () => {
    about.value = middle()
  },
)
const drawings = computed(() => selectedDrawings(desk.focus!).filter(d => d.own))
const every = ref(BOB)
const feet = ref(true)
/** The part that is meant on the drawings of a range: all of it, what is of no part, or one part or figure. */
const part = ref('all')
const partOptions = computed(() => [
  { value: 'all', name: 'all of it' },
  { value: '', name: 'what is of no part' },
  ...(desk.stack ? subjectsOf(desk.stack) : []).map(s => ({ value: s.id, name: s.name })),
])
const standing = computed(() =>
  drawings.value.some(d =>
    Object.keys(d.content.poses).some(id => desk.stack!.subjects[id]?.figure.chains.some(c => c.stands)),
  ),
)
const shares = computed(() =>
  sharesAlong(along.value, drawings.value.length, SPACINGS[spacing.value]!.recipe, every.value),
)

const reshape = computed<Reshape>(() => {
  const kept = areaKept(by.value.stretch / 100)
  const k = by.value.scale / 100
  return {
    ...STILL(about.value),
    move: { x: by.value.x, y: by.value.y },
    turn: (by.value.turn * Math.PI) / 180,
    scale: { x: kept.x * k * (by.value.mirror ? -1 : 1), y: kept.y * k },
  }
})
const good = computed(
  () =>
    [by.value.x, by.value.y, by.value.turn, about.value.x, about.value.y].every(Number.isFinite) &&
    by.value.scale > 0 &&
    by.value.stretch > 0,
)
const fault = ref('')
function draft() {
  if (!good.value) return null
  const how = { keepWidth: table.keepWidth, words: 'Move, turn, scale' }
  if (over.value === 'range')
    return rangeDrafts(desk.focus!, drawings.value, reshape.value, {
      ...how,
      along: along.value,
      recipe: SPACINGS[spacing.value]!.recipe,
      every: every.value,
      feet: feet.value,
      ...(part.value === 'all' ? {} : { part: part.value || null }),
    })
  const made = selected.value && mapDraft(desk.scene!, desk.focus!, selected.value, reshape.value, how)
  return made && [made]
}
const plain = computed(() => JSON.stringify(by.value) === JSON.stringify(zero))
watch(
  [by, about, over, along, spacing, every, feet, part, () => table.keepWidth],
  () => {
    const made = plain.value ? null : draft()
    if (made) fault.value = desk.tryOut(made) ?? ''
    else desk.drop()
  },
  { deep: true },
)
function take(): void {
  const made = draft()
  if (made && !plain.value && desk.run(...made)) by.value = { ...zero }
}
onScopeDispose(() => desk.drop())
</script>

<template>
  <SidePanel title="By numbers">
    <form
      class="grid grid-cols-[auto_1fr_auto_1fr] items-center gap-x-2 gap-y-1.5"
      @submit.prevent="take"
    >
      <span>Move</span
      ><NumberField
        v-model="by.x"
        step="1"
        label="To the right, px"
        unit="→ px"
      /><span /><NumberField
        v-model="by.y"
        step="1"
        label="Down, px"
        unit="↓ px"
      />
      <span>Turn</span
      ><NumberField
        v-model="by.turn"
        step="1"
        label="Turn clockwise, degrees"
        unit="°"
      /><span /><label class="flex items-center gap-1.5"
        ><input
          v-model="by.mirror"
          type="checkbox"
        />mirror</label
      >
      <span>Scale</span
      ><NumberField
        v-model="by.scale"
        min="1"
        step="1"
        label="Scale, percent"
        unit="%"
      /><span /><NumberField
        v-model="by.stretch"
        min="5"
        step="1"
        label="Stretch with the area kept, percent"
        unit="% tall"
        title="Taller and narrower, or lower and wider; the area stays"
      />
      <span>Centre</span
      ><NumberField
        v-model="about.x"
        label="Centre from the left, px"
        unit="→"
      /><span /><NumberField
        v-model="about.y"
        label="Centre from the top, px"
        unit="↓"
      />
    </form>
    <p class="mt-1 text-[11.5px] text-soft">Figures keep their shape: they move, turn and grow as a whole.</p>
    <label class="mt-1.5 flex items-center gap-1.5"
      ><input
        v-model="table.keepWidth"
        type="checkbox"
      />lines keep their widths</label
    >
    <fieldset class="mt-2 border-t border-edge pt-2">
      <legend class="sr-only">Where</legend>
      <label class="flex items-center gap-1.5"
        ><input
          v-model="over"
          type="radio"
          value="here"
        />{{
          isEmpty(table.selected)
            ? `everything on drawing ${desk.drawing?.number ?? ''}`
            : `what is selected on drawing ${desk.drawing?.number ?? ''}`
        }}</label
      >
      <label class="mt-1 flex items-center gap-1.5"
        ><input
          v-model="over"
          type="radio"
          value="range"
        />all that is on the drawings of the selected frames ({{ drawings.length }})</label
      >
      <div
        v-if="over === 'range'"
        class="mt-1.5 pl-5"
      >
        <label class="mb-1 flex items-center gap-2"
          >of them<PickList
            v-model="part"
            class="min-w-0 flex-1"
            :options="partOptions"
            label="What of the drawings"
        /></label>
        <PickList
          v-model="along"
          :options="ALONG_OPTIONS"
          label="How it runs along the drawings"
        />
        <PickList
          v-if="along !== 'same'"
          v-model="spacing"
          class="mt-1"
          :options="SPACING_OPTIONS"
          label="How it is spaced"
        />
        <label
          v-if="along === 'bob'"
          class="mt-1 flex items-center gap-2"
          >every<input
            v-model.number="every"
            type="number"
            min="2"
            max="48"
            class="field h-7 w-14 text-right font-mono"
            aria-label="Drawings a bob"
          />drawings</label
        >
        <label
          v-if="standing"
          class="mt-1 flex items-center gap-1.5"
          ><input
            v-model="feet"
            type="checkbox"
          />feet that stand stay on the ground</label
        >
        <p class="mt-1 font-mono text-[11px] text-soft">
          {{
            drawings.length
              ? drawings
                  .slice(0, 12)
                  .map((d, i) => `${d.number} ${Math.round(shares[i]! * 100)}%`)
                  .join('  ') + (drawings.length > 12 ? ' …' : '')
              : 'None of them is its own: computed in-betweens follow their poses.'
          }}
        </p>
      </div>
    </fieldset>
    <p
      v-if="fault"
      class="mt-2 text-signal"
      role="alert"
    >
      {{ fault }}
    </p>
    <p
      v-if="!good"
      class="mt-2 text-signal"
      role="alert"
    >
      Every field wants a number; scale and stretch one above 0.
    </p>
    <div class="mt-3 flex gap-1.5">
      <button
        type="button"
        class="push-button push-button-main"
        :disabled="plain || !good || (over === 'range' && !drawings.length)"
        @click="take"
      >
        Apply</button
      ><button
        type="button"
        class="push-button"
        :disabled="plain"
        @click="by = { ...zero }"
      >
        Back to nothing
      </button>
    </div>
  </SidePanel>
</template>
