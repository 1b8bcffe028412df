<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { useElementSize, useWindowSize } from '@vueuse/core'
import type { Action } from './action'
import MenuLines from '~/ui/MenuLines.vue'
import { useDesk } from './desk'
import { entriesOf } from './entries'
import type { Asked } from './menu'

/** What applies to what was pointed at; `groups` are ids of actions, with a line between the groups. */
const { actions, groups, at } = defineProps<{
  actions: readonly Action[]
  groups: readonly (readonly string[])[]
  at: Asked
}>()
const emit = defineEmits<{ close: [menu: Asked] }>()
const desk = useDesk()
const button = ref<{ el: HTMLElement } | null>(null)
const list = ref<{ el: HTMLElement } | null>(null)
const size = useElementSize(() => list.value?.el, undefined, { box: 'border-box' })
const { width, height } = useWindowSize()
const place = computed(() => ({
  left: `${Math.max(4, Math.min(at.x, width.value - size.width.value - 4))}px`,
  top: `${Math.max(4, Math.min(at.y, height.value - size.height.value - 4))}px`,
}))
const entries = computed(() => entriesOf(actions, groups, desk))
onMounted(async () => {
  button.value!.el.click()
  await nextTick()
  list.value?.el.focus()
})
</script>

<template>
  <Menu v-slot="{ open }">
    <MenuButton
      ref="button"
      class="sr-only"
      tabindex="-1"
      >Menu</MenuButton
    >
    <MenuItems
      v-if="open"
      ref="list"
      static
      class="floating-panel fixed z-50 max-h-[calc(100vh-8px)] w-72 overflow-y-auto p-1"
      :style="place"
      aria-label="What can be done here"
      data-part="context-menu"
      @vue:before-unmount="emit('close', at)"
      @contextmenu.prevent
    >
      <MenuLines :entries="entries" />
    </MenuItems>
  </Menu>
</template>
