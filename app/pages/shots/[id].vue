<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { deskActions } from '~/actions'
import { ServerAway } from '~/sync/server'
import { newId } from '~/sync/ids'
import AddPose from '~/poses/AddPose.vue'
import CommandSearch from '~/desk/CommandSearch.vue'
import DrawingBar from '~/picture/DrawingBar.vue'
import ExportDialog from '~/exchange/ExportDialog.vue'
import GhostRow from '~/ghosts/GhostRow.vue'
import ImportDialog from '~/exchange/ImportDialog.vue'
import PartsPanel from '~/figures/PartsPanel.vue'
import PictureView from '~/picture/PictureView.vue'
import PinPanel from '~/figures/PinPanel.vue'
import PoseRow from '~/poses/PoseRow.vue'
import PosesPanel from '~/poses/PosesPanel.vue'
import RangeBar from '~/sheet/RangeBar.vue'
import RangeMore from '~/sheet/RangeMore.vue'
import ReshapePanel from '~/light-table/ReshapePanel.vue'
import SheetView from '~/sheet/SheetView.vue'
import ShortcutSheet from '~/desk/ShortcutSheet.vue'
import ShotPanel from '~/shot/ShotPanel.vue'
import TopBar from '~/desk/TopBar.vue'
import TravelPlot from '~/travel/TravelPlot.vue'
import TrayPanel from '~/tray/TrayPanel.vue'
import { useDesk } from '~/desk/desk'
import { useFlip } from '~/picture/useFlip'
import { useKeys } from '~/desk/useKeys'
import { usePlayback } from '~/desk/usePlayback'
import { useTheme } from '~/ui/useTheme'

const route = useRoute()
const desk = useDesk()
const failed = ref('')
const ready = ref(false)
const dialog = ref<'search' | 'shortcuts' | 'hand-off' | null>(null)
const adding = ref(false)
const more = ref(false)
const typing = ref(false)
const noting = ref<{ frame: number; frames: number } | null>(null)
const { toggle } = usePlayback(desk)
const { toggle: theme } = useTheme()
useFlip(desk)
const actions = deskActions({
  play: toggle,
  search: () => {
    dialog.value = 'search'
  },
  shortcuts: () => {
    dialog.value = 'shortcuts'
  },
  addPose: () => {
    adding.value = true
  },
  handOff: () => {
    dialog.value = 'hand-off'
  },
  theme,
  type: () => {
    typing.value = true
  },
  note: () => {
    desk.notes = true
    noting.value = { frame: desk.frame, frames: 1 }
  },
  more: () => {
    more.value = true
  },
})
useKeys(desk, actions)
useHead({ title: () => (desk.shot ? `${desk.shot.name} · Fintro` : 'Fintro') })

async function load(): Promise<void> {
  failed.value = ''
  try {
    await desk.open(String(route.params.id))
    ready.value = true
  } catch (error) {
    failed.value =
      error instanceof ServerAway
        ? 'The server does not answer. What you did is kept in this browser.'
        : (error as Error).message
  }
}
onMounted(load)
onBeforeUnmount(() => desk.close())

function addColumn(): void {
  const [column, stack] = [newId(), newId()]
  const name = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[desk.columns.length] ?? `Column ${desk.columns.length + 1}`
  desk.run({
    name: 'column.add',
    args: {
      plan: desk.plan!.id,
      index: desk.columns.length,
      stack: { id: stack, subjects: {}, drawings: {} },
      column: {
        id: column,
        name,
        stack,
        ink: '#26302c',
        step: 2,
        background: false,
        locked: false,
        hidden: false,
        runs: [],
      },
    },
  })
  desk.columnId = column
}
</script>

<template>
  <div class="flex h-screen min-w-[1024px] flex-col overflow-hidden">
    <template v-if="ready && desk.shot">
      <TopBar
        :production="desk.session?.production ?? ''"
        @play="toggle"
        @search="dialog = 'search'"
        @shortcuts="dialog = 'shortcuts'"
        @hand-off="dialog = 'hand-off'"
      />
      <main class="relative flex min-h-0 flex-1">
        <section
          class="flex min-h-0 shrink-0 flex-col border-r border-edge"
          aria-label="Sheet and rail"
        >
          <SheetView
            :typing="typing"
            :noting="noting"
            @note="noting = $event"
            @add-column="addColumn"
            @typed="typing = false"
            @type="typing = true"
          />
          <div
            v-if="desk.overhang > 0"
            class="flex items-center gap-2 border-t border-edge bg-panel px-2.5 py-1.5"
          >
            <span
              ><strong>{{ desk.overhang }} frame{{ desk.overhang === 1 ? '' : 's' }}</strong> overhang the end of the
              shot.</span
            >
            <button
              type="button"
              class="push-button"
              title="Make the shot as long as what is exposed (F)"
              @click="desk.run({ name: 'shot.set', args: { length: desk.shot.length + desk.overhang } })"
            >
              Make it {{ desk.shot.length + desk.overhang }} long
            </button>
          </div>
          <RangeBar @more="more = true" />
        </section>
        <section
          class="relative flex min-h-0 min-w-0 flex-1 flex-col"
          aria-label="Picture"
        >
          <PartsPanel
            v-if="desk.side === 'parts'"
            :key="desk.column?.id"
          />
          <ReshapePanel v-if="desk.side === 'reshape'" />
          <PictureView />
          <GhostRow v-if="desk.ghostRow" />
          <DrawingBar />
          <PoseRow @add="adding = true" />
          <TravelPlot v-if="desk.plot" />
        </section>
        <TrayPanel
          v-if="desk.side === 'tray'"
          :key="desk.column?.id"
        />
        <PosesPanel
          v-if="desk.side === 'poses'"
          :key="desk.column?.id"
        />
        <ShotPanel v-if="desk.side === 'shot'" />
        <RangeMore
          v-if="more"
          @close="more = false"
        />
        <PinPanel
          v-if="desk.pinPanel"
          @close="desk.pinPanel = false"
        />
        <AddPose
          v-if="adding"
          @close="adding = false"
        />
      </main>
      <ImportDialog v-if="desk.bringing" />
      <ShortcutSheet
        v-if="dialog === 'shortcuts'"
        :actions="actions"
        @close="dialog = null"
      />
      <CommandSearch
        v-if="dialog === 'search'"
        :actions="actions"
        @close="dialog = null"
      />
      <ExportDialog
        v-if="dialog === 'hand-off'"
        @close="dialog = null"
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
