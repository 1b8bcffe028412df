<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { X } from '@lucide/vue'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useDesk } from '~/desk/desk'
import { HandOffFault } from '~/hand-off/given'
import { opened, Painter } from '~/hand-off/work/painter'
import { tell } from '~/ui/messages'
import { after, shownAfter } from './reel'
import { useBeside } from './store'

/** The open shot between its neighbours, over and over, in the place of the picture. */
const [desk, beside] = [useDesk(), useBeside()]
const canvas = ref<HTMLCanvasElement | null>(null)
const room = ref<HTMLElement | null>(null)
const size = useElementSize(room)
const shown = ref({ at: 0, frame: 1 })
const given = computed(() => beside.shots ?? [])
const lengths = computed(() => given.value.map(g => ({ frames: g.shot.length, rate: g.shot.rate })))
const BURNT = { frame: false, timecode: false, shot: false, column: '' }

/** Each shot as large as it fits; anew where the room becomes another one. */
const painters = computed(() =>
  given.value.map(g => {
    const { width, height } = g.shot.picture
    const ratio = Math.min(2, window.devicePixelRatio || 1)
    const fit = Math.min(size.width.value / width, size.height.value / height) * ratio
    const scale = Math.max(0.02, Math.min(2, fit))
    return new Painter(opened(g), { background: true, paper: true, scale, burnt: BURNT })
  }),
)

/** Frames that come next are drawn in what is left of each frame of the display, ms. */
const AHEAD_MS = 8
const MOST_AHEAD = 24
/** It was closed: a frame that is being drawn asks for no further one. */
let closed = false
let asked = 0
let began = 0
let last = ''

async function tick(now: number): Promise<void> {
  const painted = painters.value
  if (!canvas.value || !painted.length || !size.width.value) return goOn()
  began ||= now
  const at = shownAfter((now - began) / 1000, lengths.value)
  const key = `${at.at} ${at.frame} ${size.width.value} ${size.height.value}`
  if (key !== last) {
    const image = await painted[at.at]!.frame(at.frame)
    put(image)
    shown.value = at
    last = key
  }
  let next = at
  for (let i = 0; i < MOST_AHEAD && performance.now() - now < AHEAD_MS; i++) {
    next = after(lengths.value, next)
    await painted[next.at]!.frame(next.frame)
  }
  goOn()
}
function goOn(): void {
  if (closed) return
  asked = requestAnimationFrame(now => {
    tick(now).catch((error: unknown) => {
      if (!(error instanceof HandOffFault)) throw error
      tell('The shots cannot be played.', { detail: error.message })
      beside.stop()
    })
  })
}
function put(image: OffscreenCanvas): void {
  const to = canvas.value
  if (!to) return
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  const [width, height] = [Math.round(size.width.value * ratio), Math.round(size.height.value * ratio)]
  if (to.width !== width || to.height !== height) Object.assign(to, { width, height })
  const c = to.getContext('2d')!
  c.clearRect(0, 0, width, height)
  c.drawImage(image, Math.round((width - image.width) / 2), Math.round((height - image.height) / 2))
}

const words = computed(() => {
  const own = given.value.findIndex(g => g.shot.id === desk.shot?.id)
  const { at } = shown.value
  return at < own ? 'before' : at > own ? 'after' : 'this shot'
})
// Playing by itself goes on in the picture.
watch(
  () => desk.playing,
  playing => {
    if (playing) beside.stop()
  },
)
const box = ref<HTMLElement | null>(null)
onMounted(() => {
  box.value?.focus()
  goOn()
})
onBeforeUnmount(() => {
  closed = true
  cancelAnimationFrame(asked)
})
</script>

<template>
  <div
    ref="box"
    class="absolute inset-0 z-20 flex flex-col bg-board outline-none"
    role="group"
    aria-label="The shot with those before and after it"
    tabindex="-1"
    data-own-keys
    @keydown.esc.stop="beside.stop()"
    @keydown.space.stop.prevent="beside.stop()"
  >
    <div class="flex h-10 shrink-0 items-center gap-2 border-b border-edge bg-panel px-3">
      <span
        v-if="beside.fetching"
        role="status"
        >Fetching the shots before and after …</span
      >
      <template v-else>
        <ol class="flex min-w-0 items-center gap-1.5">
          <li
            v-for="(g, i) in given"
            :key="g.shot.id"
            class="min-w-0 truncate rounded border px-1.5 py-0.5"
            :class="i === shown.at ? 'border-ledger bg-wash font-semibold' : 'border-edge text-soft'"
            :aria-current="i === shown.at ? 'true' : undefined"
          >
            {{ g.shot.name }}
          </li>
        </ol>
        <span class="shrink-0 font-mono tabular-nums">{{ shown.frame }}</span><span class="shrink-0 text-soft">{{
          words
        }}</span>
      </template>
      <button
        type="button"
        class="push-button ml-auto h-7 shrink-0"
        @click="beside.stop()"
      >
        <X :size="14" />Stop
      </button>
    </div>
    <div
      ref="room"
      class="min-h-0 flex-1 overflow-hidden"
    >
      <canvas
        ref="canvas"
        class="size-full"
        role="img"
        aria-label="The shots one after the other"
      />
    </div>
  </div>
</template>
