<script setup lang="ts">
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import MenuLines from '~/ui/MenuLines.vue'
import { useDesk } from './desk'
import { entriesOf } from './entries'
import type { Action } from './action'
import { usePlayer } from './player'
import { withKey } from './shortcuts'

/** Beside Play: the poses only, the shots before and after, and what is played where nothing is drawn yet. */
const { actions } = defineProps<{ actions: readonly Action[] }>()
const [desk, player] = [useDesk(), usePlayer()]
const entries = computed(() =>
  entriesOf(actions, [['play-poses'], ['play-beside'], ['undrawn-hold', 'undrawn-blank', 'undrawn-skip']], desk),
)
</script>

<template>
  <div class="flex">
    <button
      type="button"
      class="bar-button rounded-r-none px-2"
      :class="{ 'bg-white/20': player.how.posesOnly }"
      :aria-pressed="player.how.posesOnly"
      aria-label="Poses only"
      :title="withKey('Play the poses only: each is held up to the next one', 'play-poses')"
      @click="player.playAs({ posesOnly: !player.how.posesOnly })"
    >
      Poses
    </button>
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="bar-button min-w-6 justify-center rounded-l-none border-l-0 px-1"
        aria-label="Unfinished work"
        title="How unfinished work is played"
        ><ChevronDown :size="13"
      /></MenuButton>
      <MenuItems
        v-if="open"
        static
        class="floating-panel absolute top-8 left-0 z-40 w-72 p-1 text-graphite"
      >
        <MenuLines :entries="entries" />
      </MenuItems>
    </Menu>
  </div>
</template>
