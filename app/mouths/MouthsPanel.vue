<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import ExposeForm from './ExposeForm.vue'
import MakeMouths from './MakeMouths.vue'
import MouthChecks from './MouthChecks.vue'
import MouthRows from './MouthRows.vue'
import StressOffers from './StressOffers.vue'
import { useMouths } from './store'

/** Mouths: the set of a column, and what is exposed of a reading with it. */
const [desk, mouths] = [useDesk(), useMouths()]
const others = computed(() => desk.columns.filter(c => c.mouths && c.id !== desk.column?.id))
</script>

<template>
  <SidePanel
    title="Mouths"
    :words="desk.column ? `of the column ${desk.column.name}` : undefined"
    data-tries
  >
    <p
      v-if="others.length && !mouths.set"
      class="mb-2"
    >
      Mouths are in
      <template
        v-for="(c, i) in others"
        :key="c.id"
        >{{ i ? ', ' : ''
        }}<button
          type="button"
          class="underline underline-offset-2"
          @click="desk.columnId = c.id"
        >
          {{ c.name }}
        </button></template
      >.
    </p>
    <MakeMouths v-if="!mouths.set" />
    <template v-else>
      <ExposeForm />
      <MouthChecks
        v-if="mouths.heard?.length && mouths.written?.runs.count"
        class="mt-3 border-t border-edge pt-2"
      />
      <StressOffers
        v-if="mouths.heard?.length"
        class="mt-3 border-t border-edge pt-2"
      />
      <MouthRows class="mt-3 border-t border-edge pt-2" />
    </template>
  </SidePanel>
</template>
