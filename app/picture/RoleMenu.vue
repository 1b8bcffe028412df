<script setup lang="ts">
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { chartActions } from '~/chart/actions'
import { inChart } from '~/chart/breakdowns'
import { useDesk } from '~/desk/desk'
import { entriesOf } from '~/desk/entries'
import { poseActions } from '~/poses/actions'
import MenuLines from '~/ui/MenuLines.vue'

/** The role of the drawing under the playhead, and whether its chart makes it. */
const desk = useDesk()
const ROLES = ['role-key', 'role-extreme', 'role-breakdown']
const entries = computed(() => {
  if (!inChart(desk)) return entriesOf([...poseActions, ...chartActions], [ROLES, ['delete']], desk)
  const { own } = desk.drawing!
  const ids = ['role-breakdown', ...(own ? ['release'] : ['break-parts', 'own'])]
  return entriesOf([...poseActions, ...chartActions], [ids, ['delete']], desk)
})
</script>

<template>
  <Menu
    v-slot="{ open }"
    as="div"
    class="relative shrink-0"
  >
    <MenuButton
      class="push-button px-2"
      :aria-label="`Role of the drawing: ${desk.drawing?.role}`"
      :title="`Role of the drawing: ${desk.drawing?.role}`"
      >{{ desk.drawing?.role }}<ChevronDown :size="13"
    /></MenuButton>
    <MenuItems
      v-if="open"
      static
      class="floating-panel absolute bottom-8 left-0 w-72 p-1"
    >
      <MenuLines :entries="entries" />
    </MenuItems>
  </Menu>
</template>
