<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import { ChartNoAxesColumn, Ghost, SlidersHorizontal, Spline } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { useFlipping } from '~/desk/flipping'
import { useGhosts } from '~/ghosts/store'
import { useTravel } from '~/travel/store'
import { useSide } from '~/ui/side'
import PenTarget from './PenTarget.vue'
import { usePicture } from './store'
import ViewMenu from './ViewMenu.vue'

/** The bar below the picture: what the pen will change, ghosts, flipping, arcs, travel and view. */
const [desk, flipping, ghosts] = [useDesk(), useFlipping(), useGhosts()]
const ghostsTitle = computed(
  () =>
    `${withKey('Ghosts on or off', 'ghosts')}, ${withKey('off while a key is held', 'ghosts-hide')}: before is dashed, after is whole`,
)
const flipTitle = computed(
  () =>
    `${withKey(`Flip between ${flipping.n} neighbouring drawings while it is held`, 'flip-neighbours')}; ` +
    `${withKey('through what is selected', 'flip')}; ${withKey('the pinned drawing', 'flip-pinned')}`,
)
const [picture, side, travel] = [usePicture(), useSide(), useTravel()]
</script>

<template>
  <div
    class="@container relative z-10 flex h-10 min-w-0 shrink-0 items-center border-t border-edge bg-panel px-2"
    data-part="light-table"
  >
    <div class="flex min-w-0 flex-1 items-center gap-1.5">
      <PenTarget />
      <span class="flex shrink-0">
        <ToggleButton
          class="rounded-r-none px-2"
          :on="ghosts.on"
          aria-label="Ghosts"
          :title="ghostsTitle"
          @click="ghosts.on = !ghosts.on"
        >
          <Ghost :size="14" /><span class="hidden @min-[700px]:inline">Ghosts</span>
        </ToggleButton>
        <button
          type="button"
          class="push-button rounded-l-none border-l-0 px-1.5"
          :aria-expanded="side.open === 'ghosts'"
          aria-label="Ghosts and flipping"
          :title="withKey('Which ghosts are seen, and how one flips …', 'ghost-row')"
          @click="side.toggle('ghosts')"
        >
          <SlidersHorizontal :size="13" />
        </button>
      </span>
      <button
        type="button"
        class="push-button shrink-0 px-2"
        :class="{ 'push-button-on': picture.flipping }"
        :disabled="!desk.column?.runs.count"
        :title="flipTitle"
        @pointerdown="picture.flipping = 'neighbours'"
        @pointerup="picture.flipping = null"
        @pointerleave="picture.flipping = null"
        @pointercancel="picture.flipping = null"
        @keydown.enter.prevent="picture.flipping = 'neighbours'"
        @keyup.enter="picture.flipping = null"
      >
        Flip
      </button>
      <ToggleButton
        class="shrink-0 px-2"
        :on="travel.arcs"
        aria-label="Arcs"
        :title="withKey('Arcs on or off', 'arcs')"
        @click="travel.arcs = !travel.arcs"
      >
        <Spline :size="14" /><span class="hidden @min-[760px]:inline">Arcs</span>
      </ToggleButton>
      <ToggleButton
        class="shrink-0 px-2"
        :on="travel.plot"
        aria-label="Travel plot"
        :title="withKey('Travel plot on or off', 'plot')"
        @click="travel.plot = !travel.plot"
      >
        <ChartNoAxesColumn :size="14" /><span class="hidden @min-[760px]:inline">Travel</span>
      </ToggleButton>
      <ViewMenu />
    </div>
  </div>
</template>
