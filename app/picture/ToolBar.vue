<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import type { Vec } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { useFolds } from '~/desk/folds'
import PlayButton from '~/desk/PlayButton.vue'
import { useTools } from '~/desk/tools'
import JointForm from '~/figures/JointForm.vue'
import PoseSettings from '~/figures/PoseSettings.vue'
import EraserSettings from '~/light-table/EraserSettings.vue'
import PencilSettings from '~/light-table/PencilSettings.vue'
import SelectSettings from '~/light-table/SelectSettings.vue'
import MoveSettings from '~/moves/MoveSettings.vue'
import SuperimposeSettings from '~/superimpose/SuperimposeSettings.vue'
import TiesSettings from '~/ties/TiesSettings.vue'
import MessageLine from '~/ui/MessageLine.vue'
import { Minimize2 } from '@lucide/vue'
import PictureTools from './PictureTools.vue'
import ScaleForm from './ScaleForm.vue'

/** The bar above the picture: the tools, and in the same line what belongs to the one in hand. */
defineProps<{ joints: number; measure: { a: Vec; b: Vec; done: boolean } | null }>()
const emit = defineEmits<{ back: []; clear: []; make: [name: string]; again: [] }>()
const [desk, folds, tools] = [useDesk(), useFolds(), useTools()]
</script>

<template>
  <div
    class="@container relative z-10 flex h-10 shrink-0 items-center gap-2 border-b border-edge bg-panel px-2"
    data-part="tools"
  >
    <PictureTools />
    <span class="h-5 w-px shrink-0 bg-edge" />
    <PoseSettings v-if="tools.tool === 'pose'" />
    <PencilSettings v-else-if="tools.tool === 'pencil'" />
    <EraserSettings v-else-if="tools.tool === 'eraser'" />
    <SelectSettings v-else-if="tools.tool === 'select'" />
    <TiesSettings v-else-if="tools.tool === 'ties'" />
    <MoveSettings v-else-if="tools.tool === 'move'" />
    <SuperimposeSettings v-else-if="tools.tool === 'superimpose'" />
    <JointForm
      v-else-if="tools.tool === 'joints'"
      :count="joints"
      @back="emit('back')"
      @clear="emit('clear')"
      @make="emit('make', $event)"
    />
    <ScaleForm
      v-else-if="tools.tool === 'scale'"
      :measure="measure"
      @again="emit('again')"
    />
    <p
      v-else
      class="min-w-0 truncate text-soft"
      title="Click points of the figure to follow them; drag a dot along its path, or off it for a breakdown."
    >
      Click points to follow them; drag a dot along its path.
    </p>
    <template v-if="folds.pictureOnly">
      <MessageLine class="justify-end" />
      <output
        class="shrink-0 font-mono text-[17px] font-semibold"
        aria-label="Frame"
        >{{ desk.frame }}</output
      >
      <PlayButton class="push-button shrink-0" />
      <button
        type="button"
        class="push-button shrink-0"
        :title="withKey('Back to the whole desk', 'picture-only')"
        @click="folds.pictureOnly = false"
      >
        <Minimize2 :size="14" />Whole desk
      </button>
    </template>
  </div>
</template>
