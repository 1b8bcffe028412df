<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { useSide } from '~/ui/side'
import MoverSwitch from './MoverSwitch.vue'

/** What the tool that places works on. */
const side = useSide()
</script>

<template>
  <MoverSwitch
    label="What is placed by hand"
    class="shrink-0"
  />
  <ToggleButton
    class="hidden shrink-0 px-2 @min-[600px]:inline-flex"
    :on="side.open === 'moves'"
    :title="withKey('Placements in numbers, spacing, shakes', 'side-moves')"
    @click="side.toggle('moves')"
  >
    Moves …
  </ToggleButton>
  <p
    class="min-w-0 truncate text-soft"
    title="Drag inside to move it, a corner to size it, the knob to turn it. It is placed on this frame."
  >
    Inside moves it, corners size it, the knob turns it.
  </p>
</template>
