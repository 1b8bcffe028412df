<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { ChevronDown, Maximize } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { entriesOf } from '~/desk/entries'
import { foldActions } from '~/desk/fold-actions'
import { pictureActions } from './actions'
import { STRAIGHT, viewOf } from './lens'
import MenuLines from '~/ui/MenuLines.vue'
import { usePicture } from './store'

/** How the picture is looked at: how large, how far turned. */
const [desk, picture] = [useDesk(), usePicture()]
const percent = computed(() =>
  picture.box.width ? Math.round(viewOf(desk.shown!.picture, picture.box, picture.lens).scale * 100) : 0,
)
const degrees = computed(() => Math.round((picture.lens.turn * 180) / Math.PI))
const straight = computed(() => picture.lens.zoom === 1 && !picture.lens.x && !picture.lens.y && !picture.lens.turn)
const IDS = [
  ['frame-edge', 'action-safe'],
  ['zoom-in', 'zoom-out', 'zoom-actual', 'turn-left', 'turn-right'],
  ['steady', 'picture-only'],
]
const entries = computed(() => entriesOf([...pictureActions, ...foldActions], IDS, desk))
</script>

<template>
  <div class="flex shrink-0">
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="push-button rounded-r-none px-2 font-mono text-[12px]"
        :aria-label="`View ${percent} %${degrees ? ` ${degrees}°` : ''}`"
        title="View: zoom, rotate, picture only"
        >{{ percent }} %<template v-if="degrees">{{ ` ${degrees}°` }}</template
        ><ChevronDown :size="13"
      /></MenuButton>
      <MenuItems
        v-if="open"
        static
        class="floating-panel absolute right-0 bottom-8 w-56 p-1"
      >
        <MenuLines :entries="entries" />
      </MenuItems>
    </Menu>
    <button
      type="button"
      class="push-button rounded-l-none border-l-0 px-2"
      :disabled="straight"
      aria-label="Fit"
      :title="withKey('Fit the whole picture, straight', 'zoom-fit')"
      @click="picture.lens = STRAIGHT"
    >
      <Maximize :size="13" />
    </button>
  </div>
</template>
