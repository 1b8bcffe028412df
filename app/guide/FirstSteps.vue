<script setup lang="ts">
import { Check, CircleHelp, X } from '@lucide/vue'
import { computed } from 'vue'
import type { Action } from '~/desk/action'
import { useDesk } from '~/desk/desk'
import { useShortcuts } from '~/desk/shortcuts'
import BeginOffers from './BeginOffers.vue'
import type { StepId } from './steps'
import { useGuide } from './store'

/** The first round through the work: four steps, each ticked when it is done. */
const { actions } = defineProps<{ actions: readonly Action[] }>()
const [desk, guide, shortcuts] = [useDesk(), useGuide(), useShortcuts()]
interface Step {
  readonly id: StepId
  readonly name: string
  readonly words: string
  /** What does it, by its key. */
  readonly action: string
  /** The page of the guide. */
  readonly stage: string
}
const STEPS: readonly Step[] = [
  { id: 'pose', name: 'Pose', words: 'Place a figure, or draw', action: 'tool-pose', stage: 'pose' },
  { id: 'time', name: 'Time', words: 'Go some frames on, and pose again', action: 'pose-copy', stage: 'time' },
  { id: 'chart', name: 'Chart', words: 'How it gets from one to the other', action: 'chart', stage: 'chart' },
  { id: 'play', name: 'Play', words: 'Watch it move', action: 'play', stage: 'check' },
]
const next = computed(() => STEPS.find(s => !guide.done.has(s.id)))
const keyOf = (s: Step): string => shortcuts.caps(s.action)
/** A second pose stands so many frames after the first, where the playhead is on that still. */
const LATER = 12
function act(s: Step): void {
  if (s.id === 'time' && desk.place) desk.goTo(Math.min(desk.frame + LATER, desk.shot!.length))
  const action = actions.find(a => a.id === s.action)
  if (action && (!action.can || action.can(desk))) action.do(desk, null)
  else guide.openAt(s.stage)
}
</script>

<template>
  <section
    class="flex h-10 shrink-0 items-center gap-2 overflow-hidden border-b border-edge bg-wash px-3"
    aria-label="First steps"
  >
    <ol class="flex min-w-0 flex-1 items-center gap-1.5">
      <li
        v-for="(s, i) in STEPS"
        :key="s.id"
        class="flex min-w-0 items-center"
        :aria-current="s === next ? 'step' : undefined"
      >
        <button
          type="button"
          class="flex h-7 min-w-0 items-center gap-1.5 rounded border px-2"
          :class="s === next ? 'border-ledger bg-sheet font-semibold' : 'border-transparent hover:bg-sheet'"
          :title="s.words"
          @click="act(s)"
        >
          <span
            class="grid size-4.5 shrink-0 place-items-center rounded-full border text-[11px]"
            :class="guide.done.has(s.id) ? 'border-ledger bg-ledger text-sheet' : 'border-soft'"
            ><Check
              v-if="guide.done.has(s.id)"
              :size="12"
              aria-label="done"
            /><template v-else>{{ i + 1 }}</template></span
          >{{ s.name
          }}<span
            v-if="s === next"
            class="truncate font-normal max-lg:hidden"
            >{{ s.words }}</span
          ><kbd
            v-if="keyOf(s)"
            class="shrink-0 rounded border border-edge bg-panel px-1 text-[11px] font-normal"
            >{{ keyOf(s) }}</kbd
          >
        </button>
        <button
          v-if="s === next"
          type="button"
          class="ml-0.5 grid size-6 shrink-0 place-items-center rounded hover:bg-sheet"
          :aria-label="`Guide: ${s.name}`"
          :title="`The guide tells more: ${s.stage}`"
          @click="guide.openAt(s.stage)"
        >
          <CircleHelp :size="14" />
        </button>
      </li>
      <li
        v-if="!next"
        class="truncate"
      >
        That is the whole round. Change anything, and play it again.
      </li>
    </ol>
    <BeginOffers v-if="guide.empty" />
    <button
      type="button"
      class="grid size-6 shrink-0 place-items-center rounded hover:bg-sheet"
      aria-label="Dismiss the first steps"
      title="Dismiss the first steps. Help brings them back."
      @click="guide.dismiss()"
    >
      <X :size="14" />
    </button>
  </section>
</template>
