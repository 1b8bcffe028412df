<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { tell, useMessages } from '~/ui/messages'
import { Hand } from './hand'
import PictureView from './PictureView.vue'
import { usePicture } from './store'
import { ToolBox } from './tool-box'
import ToolBar from './ToolBar.vue'

/** The picture with its tools: one view of it, or two, in one of which a part is held still. */
const emit = defineEmits<{ files: [files: File[]] }>()
const [desk, messages, picture, tools] = [useDesk(), useMessages(), usePicture(), useTools()]
const hand = new Hand()
const toolBox = new ToolBox(hand)
const { joints, measure, path } = toolBox

const room = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(room)
/** Two views stand side by side where the picture is larger that way, else one above the other. */
const flat = computed(() => {
  const { width: w, height: h } = desk.shown!.picture
  const sizeIn = (across: number, down: number) => Math.min(across / w, down / h)
  return sizeIn(width.value / 2, height.value) >= sizeIn(width.value, height.value / 2)
})

onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && toolBox.busy()) toolBox.cancel()
  }),
)

function makeFigure(name: string): void {
  if (joints.make(name)) tools.tool = 'pose'
}

/** What was drawn off its path is asked about in the place for messages. */
watch(path.asked, asked => {
  if (!asked) return messages.withdraw('off-path')
  tell(`Off its path. Make ${asked.number} a breakdown here?`, {
    asks: 'off-path',
    closed: () => path.answer({ yes: false }),
    offers: [
      { label: 'Breakdown here', do: () => path.answer({ yes: true }) },
      { label: 'Leave it', do: () => path.answer({ yes: false }) },
    ],
  })
})
</script>

<template>
  <ToolBar
    :joints="joints.joints.value.length"
    :measure="measure"
    @back="joints.back()"
    @clear="joints.clear()"
    @make="makeFigure"
    @again="measure = null"
  />
  <div
    ref="room"
    class="flex min-h-0 flex-1"
    :class="flat ? '' : 'flex-col'"
  >
    <PictureView
      view="plain"
      :tool-box="toolBox"
      :hand="hand"
      @files="emit('files', $event)"
    />
    <template v-if="picture.two">
      <div
        class="shrink-0 bg-edge"
        :class="flat ? 'w-px' : 'h-px'"
      />
      <PictureView
        view="beside"
        :tool-box="toolBox"
        :hand="hand"
        @files="emit('files', $event)"
      />
    </template>
  </div>
</template>
