<script setup lang="ts">
import { plural } from '#core/basic'
import { useWindowSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { actions } from '~/actions'
import ChartPanel from '~/chart/ChartPanel.vue'
import { useCharts } from '~/chart/store'
import CommandSearch from '~/desk/CommandSearch.vue'
import { useDesk } from '~/desk/desk'
import { useDialogs } from '~/desk/dialogs'
import { overhangOf } from '~/desk/scene'
import ShortcutSheet from '~/desk/ShortcutSheet.vue'
import TopBar from '~/desk/TopBar.vue'
import { useKeys } from '~/desk/useKeys'
import { usePlayback } from '~/desk/usePlayback'
import ExportDialog from '~/exchange/ExportDialog.vue'
import ImportDialog from '~/exchange/ImportDialog.vue'
import { useExchange } from '~/exchange/store'
import PinPanel from '~/figures/PinPanel.vue'
import { useFigures } from '~/figures/store'
import GhostRow from '~/ghosts/GhostRow.vue'
import SheetGhosts from '~/ghosts/SheetGhosts.vue'
import { useGhosts } from '~/ghosts/store'
import { panels } from '~/panels'
import DrawingBar from '~/picture/DrawingBar.vue'
import PictureView from '~/picture/PictureView.vue'
import { useFlip } from '~/picture/useFlip'
import AddPose from '~/poses/AddPose.vue'
import PoseRow from '~/poses/PoseRow.vue'
import { usePoses } from '~/poses/store'
import { RAIL } from '~/rail/layout'
import RailView from '~/rail/RailView.vue'
import { resetRooms, selections } from '~/rooms'
import { newColumn } from '~/sheet/columns'
import RangeBar from '~/sheet/RangeBar.vue'
import RangeMore from '~/sheet/RangeMore.vue'
import { useSheet } from '~/sheet/sheet'
import SheetView from '~/sheet/SheetView.vue'
import ReadOnlyBar from '~/states/ReadOnlyBar.vue'
import type { StateName } from '~/sync/server'
import { ServerAway } from '~/sync/server'
import { useTravel } from '~/travel/store'
import TravelPlot from '~/travel/TravelPlot.vue'
import { useSide } from '~/ui/side'

const route = useRoute()
const [desk, dialogs, side] = [useDesk(), useDialogs(), useSide()]
const [charts, exchange, figures, ghosts, poses, sheet, travel] = [
  useCharts(),
  useExchange(),
  useFigures(),
  useGhosts(),
  usePoses(),
  useSheet(),
  useTravel(),
]
const failed = ref('')
const ready = ref(false)
usePlayback()
useFlip()
useKeys(actions, selections())
useHead({ title: () => (desk.shot ? `${desk.shot.name} · Fintro` : 'Fintro') })

/** The earlier state that the address asks for. */
function lookedAt(): StateName | null {
  const { state, kind } = route.query
  return state === undefined ? null : { revision: Number(state), kind: (kind ?? 'regular') as StateName['kind'] }
}
/** Away from an earlier state, to the shot as it is. */
async function toShot(): Promise<void> {
  await navigateTo({ query: {} }, { replace: true })
  desk.close()
  await load()
}

async function load(): Promise<void> {
  failed.value = ''
  try {
    ready.value = false
    await desk.open(String(route.params.id), lookedAt())
    sheet.notes = Object.keys(desk.plan?.notes ?? {}).length > 0
    ready.value = true
  } catch (error) {
    failed.value =
      error instanceof ServerAway
        ? 'The server does not answer. What you did is kept in this browser.'
        : (error as Error).message
  }
}
onMounted(load)
onBeforeUnmount(() => {
  desk.close()
  resetRooms()
})

/** On a narrow window the rail folds away first, px. */
const NARROW = 1160
const { width: windowWidth } = useWindowSize()
const railWidth = computed(() => (windowWidth.value >= NARROW ? RAIL : 0))
const overhang = computed(() => (desk.shown ? overhangOf(desk.shown, desk.columns) : 0))
const panel = computed(() => (side.open ? panels[side.open] : null))
const panelKey = computed(() => `${side.open} ${panel.value?.ofColumn ? desk.column?.id : ''}`)

function addColumn(): void {
  const { id, draft } = newColumn(desk.scene!)
  if (desk.run(draft)) desk.columnId = id
}
</script>

<template>
  <div class="flex h-screen min-w-[1024px] flex-col overflow-hidden select-none">
    <template v-if="ready && desk.shot">
      <TopBar
        :production="desk.session?.production ?? ''"
        @export="exchange.exporting = true"
      />
      <ReadOnlyBar
        v-if="desk.session?.readOnly"
        @restored="toShot"
        @back="toShot"
      />
      <main class="relative flex min-h-0 flex-1">
        <section
          class="flex min-h-0 shrink-0 flex-col border-r border-edge"
          aria-label="Sheet and rail"
        >
          <SheetView
            :beside="railWidth"
            @add-column="addColumn"
            @files="exchange.importing = $event"
          >
            <template #over="{ scroll }"><SheetGhosts :scroll="scroll" /></template>
            <template #beside="{ scroll, viewHeight }">
              <RailView
                :scroll="scroll"
                :view-height="viewHeight"
              />
            </template>
            <template #panels="{ left }">
              <ChartPanel
                v-if="charts.panel"
                :key="charts.panel.run"
                :left="left"
                @close="charts.panel = null"
              />
            </template>
          </SheetView>
          <div
            v-if="overhang > 0"
            class="flex items-center gap-2 border-t border-edge bg-panel px-2.5 py-1.5"
          >
            <span
              ><strong>{{ plural(overhang, 'frame') }}</strong> overhang the end of the shot.</span
            >
            <button
              type="button"
              class="push-button"
              title="Make the shot as long as what is exposed (F)"
              @click="desk.run({ name: 'shot.set', args: { length: desk.shot.length + overhang } })"
            >
              Make it {{ desk.shot.length + overhang }} long
            </button>
          </div>
          <RangeBar @more="sheet.more = true" />
        </section>
        <section
          class="relative flex min-h-0 min-w-0 flex-1 flex-col"
          aria-label="Picture"
        >
          <component
            :is="panel.component"
            v-if="panel?.place === 'beside'"
            :key="panelKey"
          />
          <PictureView @files="exchange.importing = $event" />
          <GhostRow v-if="ghosts.rowOpen" />
          <DrawingBar />
          <PoseRow @add="poses.adding = true" />
          <TravelPlot v-if="travel.plot" />
        </section>
        <component
          :is="panel.component"
          v-if="panel?.place === 'over'"
          :key="panelKey"
        />
        <RangeMore
          v-if="sheet.more"
          @close="sheet.more = false"
        />
        <PinPanel
          v-if="figures.pinning"
          @close="figures.pinning = false"
        />
        <AddPose
          v-if="poses.adding"
          @close="poses.adding = false"
        />
      </main>
      <ImportDialog v-if="exchange.importing" />
      <ShortcutSheet
        v-if="dialogs.open === 'shortcuts'"
        :actions="actions"
        @close="dialogs.open = null"
      />
      <CommandSearch
        v-if="dialogs.open === 'search'"
        :actions="actions"
        @close="dialogs.open = null"
      />
      <ExportDialog
        v-if="exchange.exporting"
        @close="exchange.exporting = false"
      />
    </template>
    <main
      v-else
      class="grid flex-1 place-items-center"
    >
      <div
        v-if="failed"
        class="max-w-md text-center"
        role="alert"
      >
        <h1 class="text-lg font-semibold">The shot could not be opened</h1>
        <p class="mt-1 text-soft">{{ failed }}</p>
        <div class="mt-4 flex justify-center gap-2">
          <button
            type="button"
            class="push-button push-button-main"
            @click="load"
          >
            Try again</button
          ><NuxtLink
            to="/"
            class="push-button"
            >To the list of shots</NuxtLink
          >
        </div>
      </div>
      <p
        v-else
        class="text-soft"
        role="status"
      >
        Opening the shot …
      </p>
    </main>
  </div>
</template>
