<script setup lang="ts">
import type { ShotInList } from '#core/document'

/** The small picture of a shot. */
defineProps<{ shot: ShotInList }>()
</script>

<template>
  <span class="block overflow-hidden bg-board"
    ><img
      :src="`/api/shots/${shot.id}/poster?r=${shot.revision}`"
      alt=""
      class="size-full object-contain"
      loading="lazy"
  /></span>
</template>
