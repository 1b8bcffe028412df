<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue'
import { actions } from '~/actions'
import { useBeside } from '~/beside/store'
import { contextMenus } from '~/context-menus'
import ContextMenu from '~/desk/ContextMenu.vue'
import CommandSearch from '~/desk/CommandSearch.vue'
import { OTHER_WORDS } from '~/other-words'
import { useDesk } from '~/desk/desk'
import { useDialogs } from '~/desk/dialogs'
import { useFolds } from '~/desk/folds'
import { useContextMenu } from '~/desk/menu'
import ShortcutSheet from '~/desk/ShortcutSheet.vue'
import TopBar from '~/desk/TopBar.vue'
import { useKeys } from '~/desk/useKeys'
import { useLongPress } from '~/desk/useLongPress'
import { useStepAsks } from '~/chart/useStepAsks'
import { usePlayback } from '~/desk/usePlayback'
import { useFootage } from '~/footage/useFootage'
import { useExchange } from '~/exchange/store'
import FoldBar from '~/desk/FoldBar.vue'
import SheetGhosts from '~/ghosts/SheetGhosts.vue'
import BeginOffers from '~/guide/BeginOffers.vue'
import FirstSteps from '~/guide/FirstSteps.vue'
import { useGuide } from '~/guide/store'
import { panels } from '~/panels'
import { useMouths } from '~/mouths/store'
import PictureBar from '~/picture/PictureBar.vue'
import PictureViews from '~/picture/PictureViews.vue'
import { useFlip } from '~/picture/useFlip'
import PoseRow from '~/poses/PoseRow.vue'
import RailView from '~/rail/RailView.vue'
import CameraLane from '~/moves/CameraLane.vue'
import ReadingLane from '~/reading/ReadingLane.vue'
import { resetRooms, selections } from '~/rooms'
import { addColumn } from '~/sheet/actions-column'
import RangeBar from '~/sheet/RangeBar.vue'
import { useShelfNews } from '~/shelf/useShelfNews'
import SheetView from '~/sheet/SheetView.vue'
import { useHeard } from '~/sound/useHeard'
import ReadOnlyBar from '~/states/ReadOnlyBar.vue'
import type { StateName } from '~/sync/server'
import { ServerAway } from '~/sync/server'
import { useTravel } from '~/travel/store'
import TravelPlot from '~/travel/TravelPlot.vue'
import { usePens } from '~/ui/pen-near'
import SkipLinks from '~/ui/SkipLinks.vue'
import { useRemembered } from '~/ui/remembered'
import { useSide } from '~/ui/side'
import MessageLine from '~/ui/MessageLine.vue'
import SplitBar from '~/ui/SplitBar.vue'
import { useDivision } from '~/useDivision'

const route = useRoute()
const [desk, dialogs, folds, side] = [useDesk(), useDialogs(), useFolds(), useSide()]
const [exchange, menu, travel] = [useExchange(), useContextMenu(), useTravel()]
const [beside, guide] = [useBeside(), useGuide()]
const BesidePlay = defineAsyncComponent(() => import('~/beside/BesidePlay.vue'))
/** The shots that were opened in this browser, the last one first. */
const MOST_OPENED = 12
const opened = useRemembered<string[]>('fintro-opened', [])
const SKIPS = [
  { to: '#sheet', name: 'Skip to the sheet' },
  { to: '[aria-label=Picture]', name: 'Skip to the picture' },
  { to: '[aria-label=Poses]', name: 'Skip to the poses' },
  { to: '[aria-label="Side slot"]', name: 'Skip to the side slot' },
]
const failed = ref('')
const ready = ref(false)
usePlayback(useHeard())
useStepAsks()
useFootage()
useFlip()
useKeys(actions, selections())
useLongPress()
usePens()
useShelfNews()
useMouths()
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
    const id = String(route.params.id)
    await desk.open(id, lookedAt())
    ready.value = true
    opened.value = [id, ...opened.value.filter(x => x !== id)].slice(0, MOST_OPENED)
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

const { division, limits, poseHeight, pictureHeight } = useDivision()
const panel = computed(() => (side.open ? panels[side.open] : null))
const panelKey = computed(() => `${side.open} ${panel.value?.ofColumn ? desk.column?.id : ''}`)

/** The menu key without anything in focus is meant for the cell under the playhead. */
function menuKey(e: MouseEvent): void {
  if (e.target === document.body || (e.target as Element).matches('[tabindex="-1"]')) menu.ask(e, 'cell')
}
</script>

<template>
  <div
    class="flex h-screen flex-col overflow-hidden select-none"
    @contextmenu="menuKey"
  >
    <template v-if="ready && desk.shot">
      <SkipLinks
        v-if="!folds.pictureOnly"
        :links="SKIPS"
      />
      <TopBar
        v-if="!folds.pictureOnly"
        :production="desk.session?.production ?? ''"
        :actions="actions"
      />
      <FirstSteps
        v-if="guide.shown && !folds.pictureOnly"
        :actions="actions"
      />
      <ReadOnlyBar
        v-if="desk.session?.readOnly"
        @restored="toShot"
        @back="toShot"
      />
      <main
        class="relative min-h-0 flex-1"
        :class="division.upright ? 'grid grid-cols-[minmax(0,1fr)_auto]' : 'flex'"
        :style="
          division.upright
            ? { gridTemplateRows: folds.pictureOnly ? '1fr' : `${pictureHeight}px auto minmax(0, 1fr)` }
            : {}
        "
      >
        <section
          v-show="!folds.pictureOnly"
          class="flex min-h-0 min-w-0 flex-col"
          :class="division.upright ? 'order-3' : 'shrink-0'"
          aria-label="Sheet and rail"
        >
          <SheetView
            :width="division.sheet"
            :beside="division.rail"
            @add-column="addColumn(desk)"
            @files="exchange.importFiles($event)"
          >
            <template #over="{ scroll }"
              ><SheetGhosts :scroll="scroll" /><ReadingLane :scroll="scroll" /><CameraLane :scroll="scroll"
            /></template>
            <template #between>
              <SplitBar
                lies="upright"
                label="Width of the sheet"
                :size="division.sheet"
                :least="limits.sheet.least"
                :most="limits.sheet.most"
                @resize="folds.resize({ sheet: $event })"
                @usual="folds.resize({ sheet: null })"
              />
            </template>
            <template #beside="{ scroll, viewHeight }">
              <RailView
                :scroll="scroll"
                :view-height="viewHeight"
              />
            </template>
          </SheetView>
          <RangeBar />
        </section>
        <SplitBar
          v-if="!folds.pictureOnly && !division.upright"
          lies="upright"
          :label="division.rail ? 'Width of the rail' : 'Width of the sheet'"
          :size="division.rail || division.sheet"
          :least="division.rail ? limits.rail.least : limits.sheet.least"
          :most="division.rail ? limits.rail.most : limits.sheet.most"
          @resize="folds.resize(division.rail ? { rail: $event } : { sheet: $event })"
          @usual="folds.resize(division.rail ? { rail: null } : { sheet: null })"
        />
        <section
          class="relative flex min-h-0 min-w-0 flex-col"
          :class="division.upright ? 'order-1 col-span-2' : 'flex-1'"
          aria-label="Picture"
        >
          <BesidePlay v-if="beside.on" />
          <PictureViews @files="exchange.importFiles($event)" />
          <template v-if="!folds.pictureOnly">
            <PictureBar />
            <TravelPlot v-if="travel.plot" />
            <template v-if="!folds.poses">
              <SplitBar
                lies="flat"
                after
                label="Height of the pose row"
                :size="poseHeight"
                :least="limits.poses.least"
                :most="limits.poses.most"
                @resize="folds.resize({ poses: $event })"
                @usual="folds.resize({ poses: null })"
              />
              <PoseRow :high="poseHeight" />
            </template>
          </template>
        </section>
        <SplitBar
          v-if="!folds.pictureOnly && division.upright"
          class="order-2 col-span-2"
          lies="flat"
          label="Height of the picture"
          :size="pictureHeight"
          :least="limits.picture.least"
          :most="limits.picture.most"
          @resize="folds.resize({ picture: $event })"
          @usual="folds.resize({ picture: null })"
        />
        <aside
          v-if="panel && !folds.pictureOnly"
          class="min-h-0 shrink-0"
          :class="division.upright ? 'order-4' : ''"
          :style="{ width: `${division.slot}px` }"
          aria-label="Side slot"
        >
          <component
            :is="panel.component"
            :key="panelKey"
          />
        </aside>
      </main>
      <footer
        v-if="!folds.pictureOnly"
        class="flex shrink-0 items-center border-t border-edge bg-panel"
      >
        <MessageLine><BeginOffers v-if="guide.empty && !guide.shown" /></MessageLine><FoldBar :actions="actions" />
      </footer>
      <ContextMenu
        v-if="menu.open"
        :key="`${menu.open.of} ${menu.open.x} ${menu.open.y}`"
        :actions="actions"
        :groups="contextMenus[menu.open.of]"
        :at="menu.open"
        @close="menu.close($event)"
      />
      <ShortcutSheet
        v-if="dialogs.open === 'shortcuts'"
        :actions="actions"
        @close="dialogs.open = null"
      />
      <CommandSearch
        v-if="dialogs.open === 'search'"
        :actions="actions"
        :also="OTHER_WORDS"
        @close="dialogs.open = null"
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
