<script setup lang="ts">
import { computed, ref } from 'vue'
import { plural } from '#core/basic'
import { CYCLE_KINDS } from '#core/cycle'
import { planNow } from '#core/document'
import { useDesk } from '~/desk/desk'
import FormRow from '~/ui/FormRow.vue'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { stepsDraft } from './drafts'
import type { CycleSeen } from './store'
import type { WorkRow } from './stages'
import { betweenDrafts, exposedStage, nextStage, stageRows, stageTo, workRows } from './stages'
import type { Steps } from './steps'
import StepsForm from './StepsForm.vue'
import { DRAWN_ON, useCycles } from './store'

/** A cycle at its stages: the switch, and what is drawn in which order. */
const props = defineProps<{ found: CycleSeen }>()
const [desk, cycles] = [useDesk(), useCycles()]
const now = computed(() => exposedStage(props.found))
const stages = computed(() => stageRows(props.found))
const work = computed(() =>
  workRows(desk.stack!, props.found, d => {
    const scene = desk.scene!
    return scene.contents.state(scene, desk.stack!, d) !== 'empty'
  }),
)
const next = computed(() => nextStage(props.found.cycle, now.value, 1))
const nextWords = computed(() => stages.value.find(s => s.stage === next.value)?.words ?? '')
function go(row: WorkRow): void {
  if (row.exposed) desk.goTo(row.frame)
  else stageTo(desk, props.found, row.stage)
}

/** What lies between comes last. */
const between = computed(() => now.value !== null && !props.found.cycle.kept && !props.found.cycle.wave)
function fillBetween(): void {
  const drafts = betweenDrafts(desk.scene!, desk.focus!, props.found, cycles.on)
  if (!drafts.length) tell('There is no room between its moments on this step.')
  else if (desk.run(...drafts))
    desk.tellDone('Between its moments there are in-betweens now. Space them as any others.')
}

const KINDS = CYCLE_KINDS.map(k => ({ value: k.id, name: k.name }))
const kinds = computed(() =>
  KINDS.some(k => k.value === props.found.cycle.kind)
    ? KINDS
    : [{ value: props.found.cycle.kind, name: 'Wave' }, ...KINDS],
)
const planned = computed<Steps>(
  () => (planNow(props.found.cycle, props.found.bracket.there)?.steps as Steps | undefined) ?? props.found.cycle.steps,
)
/** What is dragged on the ruler is tried out until it is let go. */
const dragged = ref<Steps | null>(null)
const draftOf = (steps: Steps, kind = props.found.cycle.kind) =>
  stepsDraft(desk.scene!, props.found.column, props.found, kind, steps)
function done(): void {
  if (dragged.value) desk.run(draftOf(dragged.value))
  dragged.value = null
}
const remove = (): void =>
  void desk.run({
    name: 'cycle.remove',
    args: { plan: cycles.planId, column: props.found.column.id, cycle: props.found.id },
  })
const halved = computed(() => !!props.found.cycle.half && !props.found.cycle.half.timed)
const kind = computed({
  get: () => props.found.cycle.kind,
  set: to => void desk.run(draftOf(planned.value, to)),
})
</script>

<template>
  <section
    aria-label="The cycle"
    class="space-y-2"
  >
    <div class="flex items-center gap-2">
      <h3 class="min-w-0 flex-1 truncate font-semibold">{{ found.name }}</h3>
      <button
        type="button"
        class="push-button px-2"
        title="Another cycle behind this one"
        @click="cycles.planning = true"
      >
        Plan another
      </button>
    </div>
    <div
      role="radiogroup"
      aria-label="Exposed up to which stage"
      class="flex w-full overflow-hidden rounded border border-edge"
    >
      <button
        v-for="s in stages"
        :key="String(s.stage)"
        type="button"
        role="radio"
        class="switch min-w-0 flex-1 flex-col px-1 py-1 leading-tight -outline-offset-2"
        :class="{ 'switch-on': s.stage === now }"
        :aria-checked="s.stage === now"
        :title="`${s.words}: ${s.held}. The length stays.`"
        style="height: auto"
        @click="stageTo(desk, found, s.stage)"
      >
        <span class="block truncate">{{ s.words }}</span><span class="block font-mono text-[11px]">{{ s.held }}</span>
      </button>
    </div>
    <ol
      aria-label="Order of work"
      class="grid grid-cols-2 gap-x-2"
    >
      <li
        v-for="row in work"
        :key="row.key"
      >
        <button
          type="button"
          class="flex w-full items-center gap-1.5 min-h-6 rounded px-1 py-0.5 text-left hover:bg-wash"
          :class="{ 'text-soft': !row.exposed }"
          :title="
            row.exposed
              ? row.derived
                ? 'Derived from the first half: a change of its own releases it'
                : 'Go to it'
              : 'Take its stage: it is exposed, the length stays'
          "
          @click="go(row)"
        >
          <span class="w-7 text-right font-mono">{{ row.frame }}</span><span class="min-w-0 flex-1 truncate">{{
            row.name
          }}</span
          ><span
            class="text-[11px]"
            :class="{ 'text-soft': !row.done || row.derived }"
            >{{ !row.exposed ? '' : row.derived ? 'derived' : row.done ? '✓' : 'empty' }}</span
          >
        </button>
      </li>
    </ol>
    <button
      v-if="next !== undefined"
      type="button"
      class="push-button push-button-main"
      @click="stageTo(desk, found, next)"
    >
      Next: {{ nextWords }}
    </button>
    <div
      v-else-if="between"
      class="flex flex-wrap items-center gap-1.5"
    >
      <button
        type="button"
        class="push-button push-button-main"
        title="In-betweens from each moment to the next, evenly, over the seam, too: change their spacing as any other"
        @click="fillBetween"
      >
        Next: what lies between</button
      ><SwitchRow
        v-model="cycles.on"
        :options="DRAWN_ON"
        label="Frames of each drawing between"
      />
    </div>
    <details>
      <summary class="cursor-pointer">Its frames and moments: {{ plural(found.bracket.frames, 'frame') }}</summary>
      <div class="mt-2 space-y-2">
        <FormRow name="kind"
          ><PickList
            v-model="kind"
            class="min-w-0 flex-1"
            :options="kinds"
            label="Kind of this cycle"
        /></FormRow>
        <StepsForm
          :steps="dragged ?? planned"
          :from="found.bracket.start"
          :halved
          :fixed="true"
          @change="dragged = $event"
          @done="done"
        />
        <button
          type="button"
          class="push-button px-2"
          title="Drawings, exposures and repeats stay as they are; nothing is derived any more"
          @click="remove"
        >
          No cycle any more
        </button>
      </div>
    </details>
  </section>
</template>
