<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import { LONGEST_STEP, MOST_STEPS } from '#core/document'
import FormRow from '~/ui/FormRow.vue'
import { tell } from '~/ui/messages'
import type { Steps } from './steps'
import {
  changedMoment,
  likeFirstHalf,
  longerStep,
  movedMoment,
  stepStart,
  withMoment,
  withoutMoment,
  withSteps,
} from './steps'
import StepRuler from './StepRuler.vue'

/** The steps of a cycle: how long each is, and its named moments on their frames. */
const props = defineProps<{
  steps: Steps
  /** The frame that its first one is shown on. */
  from: number
  /** The second half is as the first: only that is planned. */
  halved: boolean
  /** How many steps there are is not to be changed. */
  fixed?: boolean
}>()
const emit = defineEmits<{ change: [steps: Steps]; done: [] }>()

const seen = computed(() => (props.halved ? props.steps.slice(0, props.steps.length / 2) : props.steps))
function put(steps: Steps): void {
  emit('change', props.halved ? likeFirstHalf(steps) : steps)
}
function done(steps: Steps): void {
  put(steps)
  emit('done')
}
const whole = (e: Event, least: number, most: number): number | null => {
  const field = e.target as HTMLInputElement
  const n = Number(field.value)
  if (Number.isInteger(n) && field.value.trim() && n >= least && n <= most) return n
  tell(`Type a whole number from ${least} to ${most}. Nothing was changed.`)
  return null
}
function count(e: Event): void {
  const n = whole(e, 1, MOST_STEPS)
  if (n !== null) done(withSteps(props.steps, n))
  else (e.target as HTMLInputElement).value = String(props.steps.length)
}
function length(e: Event, step: number): void {
  const n = whole(e, 1, LONGEST_STEP)
  if (n !== null) done(longerStep(props.steps, step, n))
  else (e.target as HTMLInputElement).value = String(props.steps[step]!.frames)
}
function typed(e: Event, step: number, moment: number): void {
  const { frames, moments } = props.steps[step]!
  const start = props.from + stepStart(props.steps, step)
  const [least, most] = [moments[moment - 1]!.off + 1, (moments[moment + 1]?.off ?? frames) - 1]
  const n = whole(e, start + least, Math.max(start + least, start + most))
  if (n !== null && most >= least) done(movedMoment(props.steps, step, moment, n - start))
  ;(e.target as HTMLInputElement).value = String(start + props.steps[step]!.moments[moment]!.off)
}
function rename(e: Event, step: number, moment: number): void {
  const field = e.target as HTMLInputElement
  const name = field.value.trim().slice(0, 80)
  if (name) done(changedMoment(props.steps, step, moment, { name }))
  else field.value = props.steps[step]!.moments[moment]!.name
}
function restage(e: Event, step: number, moment: number): void {
  const n = whole(e, 1, 8)
  if (n !== null) done(changedMoment(props.steps, step, moment, { stage: n }))
  else (e.target as HTMLInputElement).value = String(props.steps[step]!.moments[moment]!.stage)
}
function more(step: number): void {
  const now = withMoment(props.steps, step, 'between')
  if (now === props.steps) tell('There is no frame left in this step for another moment.')
  else done(now)
}
</script>

<template>
  <div class="space-y-3">
    <FormRow
      v-if="!fixed"
      name="steps"
      unit="a cycle"
      ><input
        class="field h-7 w-14 text-right font-mono"
        inputmode="numeric"
        :value="steps.length"
        aria-label="Steps of the cycle"
        @change="count"
    /></FormRow>
    <fieldset
      v-for="(s, i) in seen"
      :key="i"
      class="min-w-0"
    >
      <legend class="flex w-full items-center gap-2">
        <FormRow
          :name="seen.length > 1 ? `step ${i + 1}` : halved ? 'each step' : 'a step'"
          unit="frames"
          ><input
            class="field h-7 w-14 text-right font-mono"
            inputmode="numeric"
            :value="s.frames"
            :aria-label="`Frames of step ${i + 1}`"
            @change="length($event, i)"
        /></FormRow>
      </legend>
      <StepRuler
        :steps
        :step="i"
        :from="from + stepStart(steps, i)"
        :label="`Moments of step ${i + 1}`"
        class="mt-1"
        @change="put"
        @done="emit('done')"
      />
      <ol class="mt-1 space-y-1">
        <li
          v-for="(m, k) in s.moments"
          :key="k"
          class="flex items-center gap-1.5"
        >
          <input
            class="field h-7 w-12 text-right font-mono"
            inputmode="numeric"
            :value="from + stepStart(steps, i) + m.off"
            :disabled="k === 0"
            :aria-label="`Frame of ${m.name}, step ${i + 1}`"
            @change="typed($event, i, k)"
          /><input
            class="field h-7 min-w-0 flex-1"
            maxlength="80"
            :value="m.name"
            :aria-label="`Name of moment ${k + 1}, step ${i + 1}`"
            @change="rename($event, i, k)"
          /><label
            class="flex items-center gap-1 text-soft"
            title="Moments of stage 1 are drawn first, then those between them"
            >stage<input
              class="field h-7 w-9 text-right font-mono text-graphite"
              inputmode="numeric"
              :value="m.stage"
              :aria-label="`Stage of ${m.name}, step ${i + 1}`"
              @change="restage($event, i, k)" /></label
          ><button
            type="button"
            class="push-button px-1.5"
            :disabled="k === 0"
            :aria-label="`Take ${m.name} out of step ${i + 1}`"
            :title="k === 0 ? 'A step begins with this' : 'Take it out; its drawing stays'"
            @click="done(withoutMoment(steps, i, k))"
          >
            <Trash2 :size="14" />
          </button>
        </li>
      </ol>
      <button
        type="button"
        class="push-button mt-1 px-2"
        @click="more(i)"
      >
        <Plus :size="14" />One more moment
      </button>
    </fieldset>
  </div>
</template>
