<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { mostIn } from './fill'
import ChartKept from './ChartKept.vue'
import ChartParts from './ChartParts.vue'
import ChartSpacing from './ChartSpacing.vue'
import ChartWork from './ChartWork.vue'
import { stepName } from '#core/sheet'
import { passesHere } from '~/desk/scene'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import { passHere } from './spans'
import { useCharts } from './store'

const desk = useDesk()
const charts = useCharts()
const tab = ref(charts.shown?.tab ?? 0)
watch(
  () => charts.shown,
  shown => (tab.value = shown?.tab ?? 0),
)
const TABS = ['Spacing', 'Order of work', 'Parts', 'Saved']

/** Opened without one, it is of the span that the playhead is in. */
if (!charts.shown) {
  const here = passHere(desk.stored!.scene, desk.stored!.focus)
  if (here) charts.show(here.from.run.id)
}

/** The pass is looked up in the shot itself, so that what is tried out does not move the panel. */
const pass = computed(() => {
  const { scene, focus } = desk.stored!
  return passesHere(scene, focus).find(p => p.from.run.id === charts.shown?.run) ?? null
})
const name = (id: string) => desk.stack?.drawings[id]?.number ?? '?'
const frames = computed(() => (pass.value ? pass.value.to.start - pass.value.from.start : 0))
const usual = computed(() => (pass.value ? mostIn(pass.value, pass.value.chart?.step ?? desk.column!.step) : 0))

const title = computed(() => {
  if (!pass.value) return 'Chart'
  const { from, to, backward } = pass.value
  return `Chart from ${name(from.drawing)} to ${name(to.drawing)}${backward ? ' (return)' : ''}`
})
const words = computed(() =>
  pass.value
    ? `Frames ${pass.value.from.start}–${pass.value.to.start}, ${frames.value} apart, room for ${usual.value} on ${onStep.value}`
    : '',
)
/** The step of its in-betweens, and that of its column where that is another one. */
const onStep = computed(() => {
  const [own, columns] = [pass.value?.chart?.step, desk.column!.step]
  return own && own !== columns ? `${stepName(own)} (column: ${stepName(columns)})` : stepName(columns)
})

/** The pass under the playhead, where there is another one than the one that is shown. */
const other = computed(() => {
  const here = passHere(desk.stored!.scene, desk.stored!.focus)
  return here && here.from.run.id !== pass.value?.from.run.id ? here : null
})
function showTab(to: number): void {
  tab.value = to
  desk.drop()
}
</script>

<template>
  <SidePanel
    :title="title"
    :words="words"
  >
    <button
      v-if="other"
      type="button"
      class="push-button mb-2"
      title="The chart of the span that the playhead is in"
      @click="charts.show(other.from.run.id, tab)"
    >
      Show {{ name(other.from.drawing) }} to {{ name(other.to.drawing) }}
    </button>
    <TabGroup
      v-if="pass"
      :selected-index="tab"
      @change="showTab"
    >
      <TabList
        class="flex gap-4 border-b border-edge"
        aria-label="Parts of the panel"
      >
        <Tab
          v-for="t in TABS"
          :key="t"
          v-slot="{ selected }"
          as="template"
          ><button
            type="button"
            class="-mb-px border-b-2 pb-1 whitespace-nowrap"
            :class="
              selected
                ? 'border-ledger font-semibold text-graphite'
                : 'border-transparent text-soft hover:text-graphite'
            "
          >
            {{ t }}
          </button></Tab
        >
      </TabList>
      <TabPanels class="pt-3">
        <TabPanel tabindex="-1"><ChartSpacing :pass="pass" /></TabPanel>
        <TabPanel tabindex="-1"><ChartWork :pass="pass" /></TabPanel>
        <TabPanel tabindex="-1"><ChartParts :pass="pass" /></TabPanel>
        <TabPanel tabindex="-1"><ChartKept :pass="pass" /></TabPanel>
      </TabPanels>
    </TabGroup>
    <p v-else>There is no span from pose to pose here. Click one of its labels on the rail, or move the playhead.</p>
  </SidePanel>
</template>
