<script setup lang="ts">
import { computed } from 'vue'
import type { ShotInList } from '#core/document'
import { feetOfLength, rateLabel } from '#core/time'
import ShotMenu from './ShotMenu.vue'

/** A shot of the list, as a card or as a row. */
const { shot, as } = defineProps<{ shot: ShotInList; as: 'cards' | 'rows' }>()
const emit = defineEmits<{ edit: []; duplicate: []; remove: [] }>()
const seconds = computed(() => `${((shot.length * shot.rate.den) / shot.rate.num).toFixed(1)} s`)
const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const changed = computed(() => when.format(new Date(shot.updatedAt)))
const poster = computed(() => `/api/shots/${shot.id}/poster?r=${shot.revision}`)
</script>

<template>
  <li
    v-if="as === 'cards'"
    class="group relative rounded-md border border-edge bg-sheet transition-shadow hover:shadow-md"
  >
    <NuxtLink
      :to="`/shots/${shot.id}`"
      class="block rounded-md"
    >
      <span class="block aspect-video overflow-hidden rounded-t-md border-b border-rule bg-board"
        ><img
          :src="poster"
          alt=""
          class="size-full object-contain"
          loading="lazy"
      /></span>
      <span class="block px-3 py-2">
        <span class="block truncate pr-6 text-[14px] font-semibold">{{ shot.name }}</span>
        <span class="block text-soft"
          >{{ shot.length }} frames · {{ seconds }} · {{ feetOfLength(shot.length) }} ·
          {{ rateLabel(shot.rate) }} fps</span
        >
        <span class="block text-soft">Changed {{ changed }}</span>
      </span>
    </NuxtLink>
    <ShotMenu
      :shot="shot"
      class="absolute! right-1.5 bottom-11"
      @edit="emit('edit')"
      @duplicate="emit('duplicate')"
      @remove="emit('remove')"
    />
  </li>
  <li
    v-else
    class="flex items-center gap-3 border-b border-rule pr-1 hover:bg-wash"
  >
    <NuxtLink
      :to="`/shots/${shot.id}`"
      class="flex min-w-0 flex-1 items-center gap-3 rounded px-1 py-1"
    >
      <span class="block h-9 w-16 shrink-0 overflow-hidden rounded border border-rule bg-board"
        ><img
          :src="poster"
          alt=""
          class="size-full object-contain"
          loading="lazy"
      /></span>
      <span class="min-w-0 flex-1 truncate font-semibold">{{ shot.name }}</span>
      <span class="w-24 text-right text-soft">{{ shot.length }} frames</span>
      <span class="hidden w-16 text-right text-soft sm:block">{{ seconds }}</span>
      <span class="hidden w-20 text-right text-soft md:block">{{ rateLabel(shot.rate) }} fps</span>
      <span class="hidden w-32 text-right text-soft sm:block">{{ changed }}</span>
    </NuxtLink>
    <ShotMenu
      :shot="shot"
      @edit="emit('edit')"
      @duplicate="emit('duplicate')"
      @remove="emit('remove')"
    />
  </li>
</template>
