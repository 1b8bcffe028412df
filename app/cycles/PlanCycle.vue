<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { CycleKindId } from '#core/cycle'
import { atStage, CYCLE_KINDS, stagesOf } from '#core/cycle'
import { equal } from '#core/document'
import { useDesk } from '~/desk/desk'
import { takeHere } from './actions'
import FormRow from '~/ui/FormRow.vue'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useGhosts } from '~/ghosts/store'
import { tell } from '~/ui/messages'
import type { Begin } from './drafts'
import { beginHere, freeFrame, planDrafts, plannedFrames, writtenIn } from './drafts'
import { kindOf, likeFirstHalf, onEvery, stepsOfKind } from './steps'
import type { Steps } from './steps'
import StepsForm from './StepsForm.vue'
import { DRAWN_ON, useCycles } from './store'

/** A cycle as one would plan it on paper, before anything is drawn. */
const [desk, cycles, ghosts] = [useDesk(), useCycles(), useGhosts()]
const kind = ref<CycleKindId>('walk')
const KINDS = CYCLE_KINDS.map(k => ({ value: k.id, name: k.name }))
const steps = ref<Steps>(stepsOfKind('walk'))
const derived = ref(true)
watch(kind, now => {
  steps.value = onEvery(stepsOfKind(now), cycles.on)
  derived.value = kindOf(now).exchanged
})
const halves = computed(() => steps.value.length % 2 === 0)
const halved = computed(() => derived.value && halves.value)
watch(halved, now => {
  if (now) steps.value = likeFirstHalf(steps.value)
})
/** Its moments lie where what is between them fits, on ones, twos or threes. */
watch(
  () => cycles.on,
  (on, before) => {
    const usual = stepsOfKind(
      kind.value,
      steps.value.map(s => s.frames),
    )
    steps.value = onEvery(equal(steps.value, onEvery(usual, before)) ? usual : steps.value, on)
  },
)
const times = ref<'end' | 'once' | 'more'>('end')
const TIMES = [
  { value: 'end' as const, name: 'to the end' },
  { value: 'once' as const, name: 'once' },
  { value: 'more' as const, name: 'so often' },
]
const rounds = ref(4)
/** In place of the last drawing, or behind everything. */
const behind = computed<Begin>(() => {
  const column = desk.scene && desk.column ? writtenIn(desk.scene, desk.column.id) : undefined
  return { onFrame: column ? freeFrame(column, desk.workFrame) : 1, clear: null }
})
const inPlace = computed(() => (desk.scene && desk.focus ? beginHere(desk.scene, desk.focus) : null))
const chosen = ref<'here' | 'behind' | null>(null)
const where = computed({
  get: () => (inPlace.value ? (chosen.value ?? (desk.column?.runs.count === 1 ? 'here' : 'behind')) : 'behind'),
  set: to => (chosen.value = to),
})
const WHERE = computed(() => [
  {
    value: 'here' as const,
    name: `with ${desk.drawing?.number ?? 'this'}`,
    title: 'This drawing is the first of the cycle',
  },
  { value: 'behind' as const, name: 'behind it', title: 'Behind everything that is exposed' },
])
const begin = computed(() => (where.value === 'here' && inPlace.value ? inPlace.value : behind.value))
const total = computed(() => plannedFrames(steps.value))
const first = computed(() => atStage({ steps: steps.value }, stagesOf({ steps: steps.value })[0]!))
const words = computed(() => {
  const held = first.value.map(p => p.frames)
  const same = held.every(f => f === held[0])
  return `${plural(total.value, 'frame')} a round. It begins with ${plural(held.length, 'pose')} held ${
    same ? held[0] : held.join(' and ')
  }, from frame ${begin.value.onFrame} on.`
})
const has = computed(() => desk.stack && Object.values(desk.stack.subjects).some(s => s.kind === 'figure'))

function plan(): void {
  const often = times.value === 'end' ? null : times.value === 'once' ? 1 : rounds.value
  const drafts = planDrafts(desk.scene!, desk.focus!, {
    ...{ kind: kind.value, steps: steps.value, derived: halved.value, begin: begin.value },
    times: often,
  })
  const at = begin.value.onFrame
  if (!desk.run(...drafts)) return
  cycles.planning = false
  ghosts.on = true
  desk.goTo(at)
  tell(`${plural(first.value.length, 'drawing')} to begin with. Pose or draw them, then take the next stage.`)
}
const take = (): void => takeHere(desk, kind.value)
</script>

<template>
  <section
    aria-label="Planning a cycle"
    class="space-y-2"
  >
    <p
      v-if="!desk.column"
      class="text-soft"
    >
      There is no column yet.
    </p>
    <template v-else>
      <FormRow name="kind"
        ><PickList
          v-model="kind"
          class="min-w-0 flex-1"
          :options="KINDS"
          label="Kind of cycle"
      /></FormRow>
      <StepsForm
        :steps
        :from="1"
        :halved
        @change="steps = $event"
      />
      <FormRow
        name="drawn"
        choices
        ><SwitchRow
          v-model="cycles.on"
          :options="DRAWN_ON"
          label="What lies between its moments"
        />
      </FormRow>
      <label
        v-if="halves"
        class="flex items-start gap-1.5"
        ><input
          v-model="derived"
          type="checkbox"
          class="mt-0.5"
        />the second half is the first with left and right exchanged</label
      >
      <FormRow
        v-if="inPlace"
        name="begins"
        choices
        ><SwitchRow
          v-model="where"
          :options="WHERE"
          label="Where the cycle begins"
        />
      </FormRow>
      <FormRow
        name="shown"
        choices
        class="flex-wrap"
        ><SwitchRow
          v-model="times"
          :options="TIMES"
          label="How often it is shown"
        /><label
          v-if="times === 'more'"
          class="ml-20 flex items-center gap-1 pl-2"
          ><input
            v-model.number="rounds"
            type="number"
            min="2"
            max="999"
            class="field h-7 w-16 text-right font-mono"
            aria-label="How often in all"
          />times</label
        >
      </FormRow>
      <p role="status">{{ words }}</p>
      <p
        v-if="!has"
        class="text-soft"
      >
        No figure is in this column: its drawings are empty, to be drawn.
      </p>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button push-button-main"
          @click="plan"
        >
          Plan it</button
        ><button
          type="button"
          class="push-button"
          title="The poses that are exposed there become its moments"
          @click="take"
        >
          Take the selected frames</button
        ><button
          v-if="cycles.planning && cycles.inColumn.length"
          type="button"
          class="push-button"
          @click="cycles.planning = false"
        >
          Not now
        </button>
      </div>
    </template>
  </section>
</template>
