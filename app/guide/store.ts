import { defineStore, skipHydrate } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useDesk } from '~/desk/desk'
import { useRemembered } from '~/ui/remembered'
import { useSide } from '~/ui/side'
import type { StepId } from './steps'
import { isEmptyShot, stepsDone } from './steps'

/** The guide at the side, and the strip of the first four steps. */
export const useGuide = defineStore('guide', () => {
  const [desk, side] = [useDesk(), useSide()]
  const stage = ref('pose')
  function openAt(id: string): void {
    stage.value = id
    side.open = 'guide'
  }

  /** The strip was dismissed in this browser. */
  const dismissed = useRemembered('fintro-first-steps-dismissed', false)
  /** It was asked for in this shot. */
  const asked = ref(false)
  const played = ref(false)
  watch(
    () => desk.playing,
    playing => {
      if (playing) played.value = true
    },
  )
  const done = computed<ReadonlySet<StepId>>(() =>
    desk.shot && desk.plan ? stepsDone(desk.shot, desk.plan, { played: played.value }) : new Set(),
  )
  /** The shot had not come as far as a chart when it was opened: it stays so, for nothing must move while one works. */
  const young = ref(false)
  watch(
    () => desk.session,
    session => {
      asked.value = false
      played.value = false
      young.value = !!session && !done.value.has('chart')
    },
    { flush: 'post' },
  )
  const shown = computed(
    () => !!desk.shot && !desk.session?.readOnly && (asked.value || (young.value && !dismissed.value)),
  )
  const empty = computed(() => !!desk.shot && !desk.session?.readOnly && isEmptyShot(desk.shot))
  function show(): void {
    dismissed.value = false
    asked.value = true
  }
  function dismiss(): void {
    dismissed.value = true
    asked.value = false
  }
  return { stage, openAt, dismissed: skipHydrate(dismissed), done, shown, empty, show, dismiss }
})
