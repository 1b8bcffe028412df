<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useDesk } from '~/desk/desk'
import { usePaint } from '~/ui/usePaint'
import { columnsOf } from '#core/document'
import { PAPERS } from '#core/paper'
import { drawPage, measureOn } from './draw-page'
import { expectedWords } from './expected'
import { useFramesOut } from './frames'
import type { WhichImage } from './image-layers'
import { imagesFor, whichOf } from './image-names'
import { firstPage } from './paper-preview'
import { drawPreview } from './preview'
import type { Order } from './unfinished'

/** The first picture or page that goes out, and what is to be expected. */
const { order, named } = defineProps<{
  order: Order
  /** Images have names, so that one can be told from the other. */
  named: boolean
}>()
const desk = useDesk()
const frames = useFramesOut()
const range = computed(() =>
  frames.several || frames.wrong ? { first: 1, last: desk.shot!.length } : { first: frames.first, last: frames.last },
)
/** Width over height. */
const shape = computed(() => {
  const { width, height } = order.kind === 'paper' ? PAPERS[order.choices.paper] : desk.shot!.picture
  return { width, height }
})

const previewed = computed<WhichImage>(() => {
  const frame = { frame: range.value.first, column: null, drawing: null }
  if (order.kind !== 'images' || order.choices.by === 'contact' || !named) return frame
  const { first, last } = range.value
  const at = { shot: desk.scene!.shot, plan: desk.scene!.plan, production: '' }
  const [image] = imagesFor(at, { first, last: order.choices.by === 'drawing' ? last : first }, order.choices)
  return image ? whichOf(image) : frame
})
/** How high previews are, px: the choices below them stay in sight. */
const HIGH = { page: 210, picture: 132 }
const note = ref('')
function draw(c: CanvasRenderingContext2D, width: number, height: number): void {
  const { scene } = desk
  if (!scene) return
  note.value = ''
  if (order.kind !== 'paper') {
    const paper = order.kind !== 'images' || order.choices.paper || order.choices.by === 'contact'
    drawPreview(c, { width, height }, scene, { ...order.choices, paper }, previewed.value)
    return
  }
  const job = { scene, strokeBy: scene.strokeBy, production: order.production, measure: measureOn(c) }
  const { page, words } = firstPage(job, order.choices, range.value)
  note.value = words
  c.fillStyle = '#fff'
  c.fillRect(0, 0, width, height)
  c.scale(width / shape.value.width, height / shape.value.height)
  if (page) drawPage(c, page)
}
const canvas = ref<HTMLCanvasElement | null>(null)
const { repaint } = usePaint(canvas, [() => desk.scene, previewed, () => order], draw)
watch(shape, repaint, { flush: 'post' })

const expected = ref('')
let asking = 0
watch(
  [() => order, range],
  async () => {
    const mine = ++asking
    // What is typed is not answered letter by letter.
    await new Promise(done => setTimeout(done, 250))
    if (mine !== asking || !desk.scene) return
    const words = frames.wrong ? '' : await expectedWords(desk.scene, order, range.value).catch(() => '')
    if (mine === asking) expected.value = words
  },
  { immediate: true },
)
const empty = computed(() => !columnsOf(desk.plan!).length)
</script>

<template>
  <div
    class="mx-auto mt-3 overflow-hidden rounded border border-edge"
    :style="{
      aspectRatio: `${shape.width} / ${shape.height}`,
      width: `min(100%, ${(HIGH[order.kind === 'paper' ? 'page' : 'picture'] * shape.width) / shape.height}px)`,
    }"
  >
    <canvas
      ref="canvas"
      role="img"
      :aria-label="order.kind === 'paper' ? 'The first page that is printed' : 'The first picture that is exported'"
    />
  </div>
  <p
    class="mt-1 min-h-4 text-center text-soft"
    data-part="expected"
  >
    {{ empty ? 'The shot has no columns yet: there is nothing but paper to export.' : expected || note }}
  </p>
</template>
