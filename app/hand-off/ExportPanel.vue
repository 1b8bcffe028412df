<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import SwitchRow from '~/ui/SwitchRow.vue'
import { usePaint } from '~/ui/usePaint'
import { columnsOf } from '#core/document'
import { plural } from '#core/basic'
import DataForm from './DataForm.vue'
import { expectedWords } from './expected'
import { useFramesOut } from './frames'
import FramesForm from './FramesForm.vue'
import { giveOpen } from './gather'
import GifForm from './GifForm.vue'
import type { Look } from './given'
import HandOffFoot from './HandOffFoot.vue'
import { imagesFault, imagesFor, summaryOf } from './image-names'
import ImagesForm from './ImagesForm.vue'
import MovieForm from './MovieForm.vue'
import type { Previewed } from './preview'
import { drawPreview } from './preview'
import { orderOf } from './settle'
import { useSoundFile } from './sound-file'
import { useOrders } from './orders'
import { useChoices } from './remembered'

const desk = useDesk()
const choices = useChoices()
const orders = useOrders()
const frames = useFramesOut()
const sound = useSoundFile()
const KINDS = [
  { value: 'movie' as const, name: 'Movie' },
  { value: 'gif' as const, name: 'GIF' },
  { value: 'images' as const, name: 'Images' },
  { value: 'data' as const, name: 'Data' },
]
onMounted(() => {
  void orders.look()
})

const canMovie = ref(true)
const order = computed(() =>
  desk.scene && desk.session
    ? orderOf(choices, {
        scene: desk.scene,
        production: desk.session.production,
        shots: frames.several ? frames.shots : null,
      })
    : null,
)
const images = computed(() => {
  const o = order.value
  if (o?.kind !== 'images' || frames.wrong) return null
  const at = { shot: desk.scene!.shot, plan: desk.scene!.plan, production: o.production }
  return { fault: imagesFault(at.plan, o.choices), ...summaryOf(at, frames, o.choices) }
})
const can = computed(
  () =>
    !!order.value?.shots.length &&
    (frames.several || !frames.wrong) &&
    (choices.kind !== 'movie' || canMovie.value) &&
    (!images.value || (!images.value.fault && images.value.count > 0)),
)
const label = computed(() => {
  if (frames.several) return `Export ${plural(frames.shots.length, 'shot')}`
  if (choices.kind === 'images')
    return choices.images.by === 'contact'
      ? 'Export contact sheet'
      : `Export ${plural(images.value?.count ?? 0, 'image')}`
  return choices.kind === 'gif' ? 'Export GIF' : 'Export movie'
})

function go(): void {
  const wanted = order.value
  if (!wanted) return
  const { session, plan } = desk
  const range = { first: frames.first, last: frames.last }
  void orders.make(wanted, {
    open: {
      id: session!.id,
      give: of => giveOpen(session!, plan!.id, of === 'whole' ? { first: 1, last: session!.shot.length } : range),
    },
    sound: frames.several ? null : sound.sound,
  })
}

/** The first picture that goes out. */
const previewed = computed<Previewed>(() => {
  const o = order.value
  const first = frames.wrong || frames.several ? 1 : frames.first
  const frame = { frame: first, column: null, drawing: null }
  if (o?.kind !== 'images' || o.choices.by === 'contact' || !images.value?.count || images.value.fault) return frame
  const last = o.choices.by === 'drawing' ? frames.last : first
  const at = { shot: desk.scene!.shot, plan: desk.scene!.plan, production: '' }
  return imagesFor(at, { first, last }, o.choices)[0] ?? frame
})
const look = computed<Look>(() => {
  const o = order.value
  return {
    ...(o?.choices ?? choices.movie),
    paper: o?.kind !== 'images' || o.choices.paper || o.choices.by === 'contact',
  }
})
const canvas = ref<HTMLCanvasElement | null>(null)
const { repaint } = usePaint(
  canvas,
  [() => desk.scene, previewed, look],
  (c, width, height) => desk.scene && drawPreview(c, { width, height }, desk.scene, look.value, previewed.value),
)
watch(() => choices.kind, repaint, { flush: 'post' })

const expected = ref('')
let asking = 0
watch(
  [order, () => frames.first, () => frames.last, () => frames.wrong],
  async () => {
    const mine = ++asking
    const o = order.value
    if (!o || !desk.scene || frames.wrong) return void (expected.value = '')
    // What is typed is not answered letter by letter.
    await new Promise(done => setTimeout(done, 250))
    if (mine !== asking) return
    const words = await expectedWords(desk.scene, o, frames).catch(() => '')
    if (mine === asking) expected.value = words
  },
  { immediate: true },
)
const noColumns = computed(() => !columnsOf(desk.plan!).length)
</script>

<template>
  <SidePanel title="Export">
    <SwitchRow
      v-model="choices.kind"
      :options="KINDS"
      label="What is exported"
    />
    <DataForm v-if="choices.kind === 'data'" />
    <template v-else>
      <div class="mt-3"><FramesForm :several="true" /></div>
      <hr class="my-3 border-edge" />
      <MovieForm
        v-if="choices.kind === 'movie'"
        @can="canMovie = $event"
      />
      <GifForm v-else-if="choices.kind === 'gif'" />
      <ImagesForm
        v-else-if="choices.kind === 'images'"
        :images="images ?? { count: 0, first: '', last: '' }"
        :fault="images?.fault ?? ''"
      />
      <div
        class="mt-3 overflow-hidden rounded border border-edge"
        :style="{ aspectRatio: `${desk.shot!.picture.width} / ${desk.shot!.picture.height}`, maxHeight: '170px' }"
      >
        <canvas
          ref="canvas"
          role="img"
          aria-label="The first picture that is exported"
        />
      </div>
      <p class="mt-1 min-h-4 text-soft">
        {{ noColumns ? 'The shot has no columns yet: there is only paper to export.' : expected }}
      </p>
      <HandOffFoot
        :label="label"
        :can="can"
        @go="go"
      />
    </template>
  </SidePanel>
</template>
