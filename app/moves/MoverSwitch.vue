<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '~/desk/desk'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useMoves } from './store'

/** What is placed: the column that is worked on, or the camera. */
defineProps<{ label: string }>()
const [desk, moves] = [useDesk(), useMoves()]
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
    :label
  />
</template>
