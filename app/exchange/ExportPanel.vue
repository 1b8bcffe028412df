<script setup lang="ts">
import { saveFile } from '~/ui/save-file'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { proxy, wrap } from 'comlink'
import { Download } from '@lucide/vue'
import { storeShot } from '#core/document'
import { selectedDrawings } from '~/light-table/art'
import type { SvgWhat } from './svg-out'
import { svgOut } from './svg-out'
import type { ImagesWorker } from './images.worker'
import SheetCsv from './SheetCsv.vue'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import { useHistory } from '~/desk/history'
import { usePlayer } from '~/desk/player'
import { tell } from '~/ui/messages'

const desk = useDesk()
const history = useHistory()
const player = usePlayer()
/** As it is now: one goes on working beside the panel. */
const shot = computed(() => desk.shot!)
const first = ref(player.range.first)
const last = ref(player.range.last)
/** The frames follow what is played. */
watch([() => player.range.first, () => player.range.last], range => {
  ;[first.value, last.value] = range
})
const background = ref(true)
const done = ref(0)
const working = ref(false)
const failed = ref('')
const total = computed(() => last.value - first.value + 1)
const wrong = computed(() =>
  !Number.isInteger(first.value) ||
  !Number.isInteger(last.value) ||
  first.value < 1 ||
  last.value > shot.value.length ||
  first.value > last.value
    ? `Whole frames from 1 to ${shot.value.length}, the first not after the last.`
    : '',
)
const fileName = computed(
  () =>
    shot.value.name
      .replace(/[^A-Za-z0-9 _-]+/g, '')
      .trim()
      .replace(/\s+/g, '-') || 'shot',
)

let worker: Worker | null = null
let api: ReturnType<typeof wrap<ImagesWorker>> | null = null

async function images(): Promise<void> {
  if (wrong.value) return
  worker ??= new Worker(new URL('./images.worker.ts', import.meta.url), { type: 'module' })
  api ??= wrap<ImagesWorker>(worker)
  working.value = true
  failed.value = ''
  done.value = 0
  try {
    const strokes = await desk.session!.allStrokes()
    const pictures = await desk.session!.allPictures()
    const job = {
      pictures,
      shot: JSON.parse(JSON.stringify(storeShot(shot.value))) as ReturnType<typeof storeShot>,
      plan: desk.plan!.id,
      strokes,
      first: first.value,
      last: last.value,
      background: background.value,
      name: fileName.value,
    }
    const blob = await api.makeImages(
      job,
      proxy((n: number) => {
        done.value = n
      }),
    )
    if (blob) saveFile(`${job.name}-${job.first}-${job.last}.zip`, blob)
  } catch (error) {
    failed.value = `The images could not be made: ${(error as Error).message}`
  }
  working.value = false
}
const selected = computed(() => selectedDrawings(desk.focus!))
const svgFailed = ref('')
async function svg(what: SvgWhat): Promise<void> {
  svgFailed.value = ''
  try {
    const strokes = await desk.session!.allStrokes()
    const job = { drawings: selected.value, what, name: fileName.value, strokes }
    const made = await svgOut(desk.scene!, desk.focus!, job)
    saveFile(made.name, made.blob)
  } catch (error) {
    svgFailed.value = `The SVG could not be made: ${(error as Error).message}`
  }
}
const stop = () => void api?.stop()
onScopeDispose(() => {
  worker?.terminate()
  if (working.value) tell('Export stopped.', { detail: 'Its panel was closed before all images were there.' })
})
const waiting = computed(() => history.saving.state !== 'saved')
</script>

<template>
  <SidePanel title="Export">
    <section>
      <h3 class="font-semibold">Numbered images</h3>
      <p class="text-soft">
        One PNG for each frame, {{ shot.picture.width }} × {{ shot.picture.height }} px, in a zip. Ghosts and hidden
        columns stay out.
      </p>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <label
          >From frame<input
            v-model.number="first"
            type="number"
            min="1"
            :max="shot.length"
            class="field mt-0.5 block w-20"
        /></label>
        <label
          >to frame<input
            v-model.number="last"
            type="number"
            min="1"
            :max="shot.length"
            class="field mt-0.5 block w-20"
        /></label>
        <label class="flex h-8 items-center gap-2"
          ><input
            v-model="background"
            type="checkbox"
          />with the background and the paper</label
        >
      </div>
      <p
        v-if="wrong"
        class="mt-1 text-signal"
        role="alert"
      >
        {{ wrong }}
      </p>
      <p
        v-if="failed"
        class="mt-1 text-signal"
        role="alert"
      >
        {{ failed }}
      </p>
      <div class="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          class="push-button push-button-main"
          :disabled="working || !!wrong"
          @click="images"
        >
          <Download :size="14" />Export {{ wrong ? '' : total }} images
        </button>
        <template v-if="working">
          <progress
            class="flex-1"
            :max="total"
            :value="done"
            aria-label="Images made"
          />
          <span class="font-mono">{{ done }} / {{ total }}</span>
          <button
            type="button"
            class="push-button"
            @click="stop"
          >
            Stop
          </button>
        </template>
      </div>
    </section>
    <hr class="my-4 border-edge" />
    <section>
      <h3 class="font-semibold">Drawings as SVG</h3>
      <p class="text-soft">
        Of {{ desk.column?.name }}:
        {{
          selected.length === 1
            ? `drawing ${selected[0]!.number}, under the playhead`
            : selected.length
              ? `the ${selected.length} drawings of the selected frames, in a zip`
              : 'nothing is exposed here'
        }}. Each stroke is a path; other columns stay out.
      </p>
      <p
        v-if="svgFailed"
        class="mt-1 text-signal"
        role="alert"
      >
        {{ svgFailed }}
      </p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          class="push-button push-button-main"
          :disabled="!selected.length"
          @click="svg('drawing')"
        >
          <Download :size="14" />Export drawings</button
        ><button
          type="button"
          class="push-button"
          :disabled="!selected.length"
          @click="svg('pose')"
        >
          Export figures only
        </button>
      </div>
    </section>
    <hr class="my-4 border-edge" />
    <SheetCsv :name="fileName" />
    <hr class="my-4 border-edge" />
    <section>
      <h3 class="font-semibold">The whole shot</h3>
      <p class="text-soft">
        An archive with the plan and every stroke. Any Fintro imports it as a new shot, from its list of shots.
      </p>
      <p
        v-if="waiting"
        class="mt-1"
      >
        Not everything is saved yet; the archive holds what the server has.
      </p>
      <a
        class="push-button push-button-main mt-3"
        :href="`/api/shots/${shot.id}/archive`"
        download
        ><Download :size="14" />Export archive</a
      >
    </section>
  </SidePanel>
</template>
