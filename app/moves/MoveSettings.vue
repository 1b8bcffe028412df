<script setup lang="ts">
import { computed } from 'vue'
import { withKey } from '~/desk/shortcuts'
import { useDesk } from '~/desk/desk'
import ToggleButton from '~/ui/ToggleButton.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useSide } from '~/ui/side'
import { useMoves } from './store'

/** What the tool that places works on. */
const [desk, moves, side] = [useDesk(), useMoves(), useSide()]
const OF = computed(() => [
  { value: 'column' as const, name: desk.column?.name ?? 'Column' },
  { value: 'camera' as const, name: 'Camera' },
])
const of = computed({
  get: () => (moves.ofCamera ? ('camera' as const) : ('column' as const)),
  set: to => (moves.ofCamera = to === 'camera'),
})
</script>

<template>
  <SwitchRow
    v-model="of"
    :options="OF"
    label="What is placed by hand"
    class="shrink-0"
  />
  <ToggleButton
    class="hidden shrink-0 px-2 @min-[600px]:inline-flex"
    :on="side.open === 'moves'"
    :title="withKey('Placements in numbers, spacing, shakes', 'side-moves')"
    @click="side.toggle('moves')"
  >
    Moves …
  </ToggleButton>
  <p
    class="min-w-0 truncate text-soft"
    title="Drag inside to move it, a corner to size it, the knob to turn it. It is placed on this frame."
  >
    Inside moves it, corners size it, the knob turns it.
  </p>
</template>
