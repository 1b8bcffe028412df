<script setup lang="ts">
import { computed } from 'vue'
import type { ShotInList } from '#core/document'
import { feetOfLength, rateLabel } from '#core/time'
import type { ShotAsk } from './asks'
import ShotMenu from './ShotMenu.vue'
import ShotPoster from './ShotPoster.vue'
import ShotTick from './ShotTick.vue'

/** A shot of the list, as a card or as a row; empty while it is on its way. */
const { shot, place = undefined } = defineProps<{
  shot: ShotInList | undefined
  as: 'cards' | 'rows'
  /** Its place in the list; where it has none it cannot be selected. */
  place?: number
  /** Its place among the shots of its production. */
  position: { at: number; of: number }
  selected?: boolean
  /** Others are selected: it can be seen where this one can be. */
  selecting?: boolean
}>()
const emit = defineEmits<{ toggle: [range: boolean]; ask: [what: ShotAsk] }>()
const seconds = computed(() => (shot ? `${((shot.length * shot.rate.den) / shot.rate.num).toFixed(1)} s` : ''))
const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const changed = computed(() => (shot ? when.format(new Date(shot.updatedAt)) : ''))
</script>

<template>
  <li
    :aria-posinset="position.at"
    :aria-setsize="position.of"
  >
    <div
      v-if="!shot"
      class="h-full animate-pulse border-rule motion-reduce:animate-none"
      :class="as === 'cards' ? 'rounded-md border bg-sheet/60' : 'border-b'"
      aria-hidden="true"
    />
    <div
      v-else-if="as === 'cards'"
      class="group relative h-full rounded-md border bg-sheet transition-shadow hover:shadow-md"
      :class="selected ? 'border-ledger ring-2 ring-ledger' : 'border-edge'"
    >
      <NuxtLink
        :to="`/shots/${shot.id}`"
        :data-place="place"
        class="block rounded-md"
      >
        <ShotPoster
          :shot="shot"
          class="aspect-video rounded-t-md border-b border-rule"
        />
        <span class="block px-3 py-1.5">
          <span class="block truncate pr-6 text-[14px] font-semibold">{{ shot.name }}</span>
          <span class="block truncate text-soft"
            >{{ shot.length }} frames · {{ seconds }} · {{ feetOfLength(shot.length) }} ·
            {{ rateLabel(shot.rate) }} fps</span
          >
          <span class="flex gap-2 text-soft"
            ><span class="truncate">Changed {{ changed }}</span
            ><span
              v-if="shot.status"
              class="ml-auto max-w-1/2 shrink-0 truncate rounded border border-edge px-1 text-graphite"
              >{{ shot.status }}</span
            ></span
          >
        </span>
      </NuxtLink>
      <ShotTick
        v-if="place !== undefined"
        class="absolute top-1.5 left-1.5 size-7 rounded border border-edge bg-panel pointer-coarse:size-10"
        :class="
          selected || selecting
            ? ''
            : 'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100'
        "
        :name="shot.name"
        :selected="selected"
        @toggle="emit('toggle', $event)"
      />
      <ShotMenu
        :shot="shot"
        class="absolute! right-1.5 bottom-10.5"
        @ask="emit('ask', $event)"
      />
    </div>
    <div
      v-else
      class="flex h-full items-center gap-2 border-b border-rule pr-1 hover:bg-wash"
      :class="{ 'bg-wash': selected }"
    >
      <ShotTick
        v-if="place !== undefined"
        class="h-full w-7 pointer-coarse:w-10"
        :name="shot.name"
        :selected="selected"
        @toggle="emit('toggle', $event)"
      />
      <NuxtLink
        :to="`/shots/${shot.id}`"
        :data-place="place"
        class="flex min-w-0 flex-1 items-center gap-3 rounded px-1 py-1"
      >
        <ShotPoster
          :shot="shot"
          class="h-9 w-16 shrink-0 rounded border border-rule"
        />
        <span class="min-w-0 flex-1 truncate font-semibold">{{ shot.name }}</span>
        <span
          v-if="shot.status"
          class="hidden max-w-40 shrink-0 truncate rounded border border-edge px-1 sm:block"
          >{{ shot.status }}</span
        >
        <span class="w-20 shrink-0 text-right text-soft">{{ shot.length }} frames</span>
        <span class="hidden w-14 text-right text-soft sm:block">{{ seconds }}</span>
        <span class="hidden w-16 text-right text-soft md:block">{{ rateLabel(shot.rate) }} fps</span>
        <span class="hidden w-28 text-right text-soft sm:block">{{ changed }}</span>
      </NuxtLink>
      <ShotMenu
        :shot="shot"
        @ask="emit('ask', $event)"
      />
    </div>
  </li>
</template>
