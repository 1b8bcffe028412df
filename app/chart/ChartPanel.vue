<script setup lang="ts">
import CloseButton from '~/ui/CloseButton.vue'
import { computed, onMounted, ref } from 'vue'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { onClickOutside } from '@vueuse/core'
import { mostIn } from './fill'
import ChartKept from './ChartKept.vue'
import ChartParts from './ChartParts.vue'
import ChartSpacing from './ChartSpacing.vue'
import ChartWork from './ChartWork.vue'
import { passesHere } from '~/desk/scene'
import { useDesk } from '~/desk/desk'
import { useCharts } from './store'

const props = defineProps<{ left: number }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const charts = useCharts()
const panel = ref<HTMLElement | null>(null)
const tab = ref(charts.panel?.tab ?? 0)
const TABS = ['Spacing', 'Order of work', 'Parts', 'Kept']

/** The pass is looked up in the shot itself, so that what is tried out does not move the panel. */
const pass = computed(() => {
  const { scene, focus } = desk.stored!
  return passesHere(scene, focus).find(p => p.from.run.id === charts.panel?.run) ?? null
})
const name = (id: string) => desk.stack?.drawings[id]?.number ?? '?'
const frames = computed(() => (pass.value ? pass.value.to.start - pass.value.from.start : 0))
const usual = computed(() => (pass.value ? mostIn(pass.value, pass.value.chart?.step ?? desk.column!.step) : 0))

function close(): void {
  desk.drop()
  emit('close')
}
onClickOutside(panel, close)
onMounted(() => panel.value?.focus())
function showTab(to: number): void {
  tab.value = to
  desk.drop()
}
</script>

<template>
  <div
    ref="panel"
    role="dialog"
    :aria-label="pass ? `From ${name(pass.from.drawing)} to ${name(pass.to.drawing)}` : 'Chart'"
    tabindex="-1"
    class="floating-panel absolute top-2 flex max-h-[calc(100%-16px)] w-[344px] flex-col"
    :style="{ left: `${props.left}px` }"
    @keydown.esc.stop="close"
  >
    <template v-if="pass">
      <div class="px-3 pt-3">
        <div class="flex items-baseline justify-between">
          <h2 class="font-semibold">
            From {{ name(pass.from.drawing) }} to {{ name(pass.to.drawing)
            }}<span
              v-if="pass.backward"
              class="font-normal text-soft"
            >
              (return)</span
            >
          </h2>
          <CloseButton @click="close" />
        </div>
        <p class="mt-0.5 text-soft">
          Frame {{ pass.from.start }} to {{ pass.to.start }}, {{ frames }} apart; on its step {{ usual }} fit between
        </p>
      </div>
      <TabGroup
        :selected-index="tab"
        @change="showTab"
      >
        <TabList
          class="mt-2 flex gap-4 border-b border-edge px-3"
          aria-label="Parts of the panel"
        >
          <Tab
            v-for="t in TABS"
            :key="t"
            v-slot="{ selected }"
            as="template"
            ><button
              type="button"
              class="-mb-px border-b-2 pb-1"
              :class="
                selected
                  ? 'border-bottle font-semibold text-graphite'
                  : 'border-transparent text-soft hover:text-graphite'
              "
            >
              {{ t }}
            </button></Tab
          >
        </TabList>
        <TabPanels
          class="min-h-0 overflow-y-auto p-3"
          style="scrollbar-width: thin"
        >
          <TabPanel tabindex="-1"><ChartSpacing :pass="pass" /></TabPanel>
          <TabPanel tabindex="-1"><ChartWork :pass="pass" /></TabPanel>
          <TabPanel tabindex="-1"><ChartParts :pass="pass" /></TabPanel>
          <TabPanel tabindex="-1"><ChartKept :pass="pass" /></TabPanel>
        </TabPanels>
      </TabGroup>
    </template>
    <p
      v-else
      class="p-3"
    >
      This pass is not in the sheet any more.
    </p>
  </div>
</template>
