<script setup lang="ts">
import { withKey } from './shortcuts'
import { Pause, Play } from '@lucide/vue'
import { useDesk } from './desk'

/** Plays, or stops. Its class is its own. */
const desk = useDesk()
</script>

<template>
  <button
    type="button"
    :title="withKey(desk.playing ? 'Stop' : 'Play', 'play')"
    @click="desk.playing = !desk.playing"
  >
    <component
      :is="desk.playing ? Pause : Play"
      :size="14"
    />{{ desk.playing ? 'Stop' : 'Play' }}
  </button>
</template>
