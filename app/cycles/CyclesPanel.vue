<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import CycleFrames from './CycleFrames.vue'
import CycleGround from './CycleGround.vue'
import CycleHalf from './CycleHalf.vue'
import CycleStages from './CycleStages.vue'
import CycleTable from './CycleTable.vue'
import PlanCycle from './PlanCycle.vue'
import WaveForm from './WaveForm.vue'
import { useCycles } from './store'

/** Cycles: the one of the column, and a table of all. */
const [desk, cycles] = [useDesk(), useCycles()]
const shown = computed(() => (cycles.planning ? null : cycles.here))
</script>

<template>
  <SidePanel
    title="Cycles"
    :words="desk.column ? `in the column ${desk.column.name}` : undefined"
    data-tries
  >
    <template v-if="!shown">
      <PlanCycle />
      <WaveForm class="mt-3 border-t border-edge pt-2" />
    </template>
    <template v-else>
      <CycleStages :found="shown" />
      <WaveForm
        v-if="shown.cycle.wave"
        class="mt-3 border-t border-edge pt-2"
      />
      <CycleHalf
        :found="shown"
        class="mt-3 border-t border-edge pt-2"
      />
      <CycleFrames
        :found="shown"
        class="mt-3 border-t border-edge pt-2"
      />
      <CycleGround
        :found="shown"
        class="mt-3 border-t border-edge pt-2"
      />
    </template>
    <CycleTable
      v-if="cycles.all.length"
      class="mt-3 border-t border-edge pt-2"
    />
  </SidePanel>
</template>
