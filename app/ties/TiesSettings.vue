<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '#core/basic'
import { withKey } from '~/desk/shortcuts'
import { useDesk } from '~/desk/desk'
import ToggleButton from '~/ui/ToggleButton.vue'
import { freeAll, freeMeant, noneMeant } from './actions'
import { useTies } from './store'
import { matesOf, saidOf } from './ties'

/** What can be done with the ties of the span at the playhead. */
const [desk, ties] = [useDesk(), useTies()]
const words = computed(() => {
  const { counts, picked, points, span, chart } = ties
  if (!chart) return 'Ties are between two drawn poses with in-betweens.'
  if (!span || !counts) return 'The strokes are being paired …'
  if (points) return picked ? 'Now the same point of the other stroke' : 'Click a point of a stroke'
  if (picked) {
    const none = !matesOf(span, picked).length
    return `${none ? 'Becomes none. ' : ''}Click what it becomes`
  }
  const { pairs, alone, byHand } = counts
  const all = [plural(pairs, 'pair'), alone ? `${alone} alone` : '', byHand ? `${byHand} tied by hand` : '']
  return `${ties.rough ? 'Rough guess: ' : ''}${all.filter(Boolean).join(', ')}`
})
const said = computed(() => !!ties.span && !!ties.picked && saidOf(ties.span, ties.picked).length > 0)
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-1.5"
    role="toolbar"
    aria-label="Ties"
  >
    <span
      class="min-w-0 truncate px-1"
      role="status"
      :title="words"
      >{{ words }}</span
    >
    <button
      type="button"
      class="push-button h-7"
      :disabled="!ties.picked"
      :title="withKey('The clicked stroke becomes none', 'tie-none')"
      @click="noneMeant(desk)"
    >
      None
    </button>
    <button
      type="button"
      class="push-button h-7"
      :disabled="!said"
      :title="withKey('What was said of the clicked stroke is taken back', 'tie-free')"
      @click="freeMeant(desk)"
    >
      Free
    </button>
    <ToggleButton
      class="h-7 px-2"
      :on="ties.points"
      :disabled="!ties.span"
      title="Tie points of a pair: where a corner should go"
      @click="ties.points = !ties.points"
    >
      Points
    </ToggleButton>
    <button
      v-if="ties.counts?.byHand"
      type="button"
      class="push-button h-7"
      @click="freeAll(desk)"
    >
      Free all
    </button>
  </div>
</template>
