<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import SwitchRow from '~/ui/SwitchRow.vue'
import { plural } from '#core/basic'
import DataForm from './DataForm.vue'
import { useFramesOut } from './frames'
import FramesForm from './FramesForm.vue'
import { giveOpen } from './gather'
import GifForm from './GifForm.vue'
import HandOffFoot from './HandOffFoot.vue'
import HandOffPreview from './HandOffPreview.vue'
import { imagesFault, summaryOf } from './image-names'
import ImagesForm from './ImagesForm.vue'
import MovieForm from './MovieForm.vue'
import { useOrders } from './orders'
import PaperForm from './PaperForm.vue'
import { useChoices } from './remembered'
import { orderOf } from './settle'
import { useSoundFile } from './sound-file'
import { useSounds } from '~/sound/store'

const desk = useDesk()
const choices = useChoices()
const orders = useOrders()
const frames = useFramesOut()
const sound = useSoundFile()
const KINDS = [
  { value: 'movie' as const, name: 'Movie' },
  { value: 'gif' as const, name: 'GIF' },
  { value: 'images' as const, name: 'Images' },
  { value: 'paper' as const, name: 'Paper' },
  { value: 'data' as const, name: 'Data' },
]
onMounted(orders.look)

const hasSounds = computed(() => useSounds().list.some(s => !s.muted))
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
  return { movie: 'Export movie', gif: 'Export GIF', paper: 'Export PDF', data: '' }[choices.kind]
})

function go(): void {
  const { session, plan } = desk
  if (!order.value || !session) return
  const range = { first: frames.first, last: frames.last }
  const whole = { first: 1, last: session.shot.length }
  void orders.make(order.value, {
    open: {
      id: session.id,
      bytes: file => session.pictures.bytes(file),
      give: of => giveOpen(session, plan!.id, of === 'whole' ? whole : range),
    },
    sound: frames.several || (choices.movie.sound && hasSounds.value) ? null : sound.sound,
  })
}
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
      <HandOffPreview
        v-if="order"
        :order="order"
        :named="!!images?.count && !images.fault"
      />
      <div class="mt-2"><FramesForm /></div>
      <hr class="my-3 border-edge" />
      <MovieForm
        v-if="choices.kind === 'movie'"
        @can="canMovie = $event"
      />
      <GifForm v-else-if="choices.kind === 'gif'" />
      <PaperForm v-else-if="choices.kind === 'paper'" />
      <ImagesForm
        v-else
        :images="images ?? { count: 0, first: '', last: '' }"
        :fault="images?.fault ?? ''"
      />
      <HandOffFoot
        :label="label"
        :can="can"
        @go="go"
      />
    </template>
  </SidePanel>
</template>
