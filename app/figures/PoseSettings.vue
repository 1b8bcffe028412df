<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import { Menu, MenuButton, MenuItems } from '@headlessui/vue'
import { ChevronDown, Pin } from '@lucide/vue'
import { subjectsOf } from '#core/document'
import { library } from '#core/figure'
import { useDesk } from '~/desk/desk'
import MenuLines from '~/ui/MenuLines.vue'
import { useSide } from '~/ui/side'
import { bringFigure, placeFigure, takeFigureOff } from './place'

/** What belongs to posing: the figures on the drawing, pins, parts. */
const [desk, side] = [useDesk(), useSide()]
const content = computed(() =>
  desk.drawing ? desk.scene!.contents.of(desk.scene!, desk.stack!, desk.drawing.id) : null,
)
const subjects = computed(() => (desk.stack ? subjectsOf(desk.stack) : []))
const absent = computed(() =>
  subjects.value.filter(s => !content.value?.poses[s.id] && (s.kind !== 'part' || s.strokes)),
)
const present = computed(() => subjects.value.filter(s => content.value?.poses[s.id]))
const groups = computed(() =>
  [
    {
      title: 'Of this column, not on this drawing',
      items: absent.value.map(s => ({ name: s.name, do: () => bringFigure(desk, s.id) })),
    },
    {
      title: 'On this drawing',
      items: present.value.map(s => ({
        name: `Remove ${s.name} from this drawing`,
        do: () => takeFigureOff(desk, s.id),
      })),
    },
    {
      title: 'New',
      items: [
        ...library.map(f => ({ name: f.name, do: () => placeFigure(desk, f) })),
        { name: 'From the shelf …', do: () => useSide().show('shelf', 'figure') },
      ],
    },
  ].filter(g => g.items.length),
)
</script>

<template>
  <div
    class="flex min-w-0 items-center gap-1.5"
    role="toolbar"
    aria-label="Posing"
  >
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="push-button"
        :disabled="!desk.column || desk.column.locked"
        title="Place a figure on this drawing, or remove one"
        >Figure<ChevronDown :size="13"
      /></MenuButton>
      <MenuItems
        v-if="open"
        static
        class="floating-panel absolute top-8 left-0 w-64 p-1"
      >
        <template
          v-for="g in groups"
          :key="g.title"
        >
          <p class="px-2 pt-1 text-[11.5px] text-soft">{{ g.title }}</p>
          <MenuLines :entries="g.items" />
        </template>
      </MenuItems>
    </Menu>
    <ToggleButton
      :on="side.open === 'parts'"
      :title="withKey('Figures and named parts of this column', 'side-parts')"
      @click="side.toggle('parts')"
    >
      Figures and parts …
    </ToggleButton>
    <ToggleButton
      :on="side.open === 'pins'"
      :disabled="!desk.drawing"
      :title="withKey('Pin a part to its place', 'pin')"
      @click="side.toggle('pins')"
    >
      <Pin :size="13" />Pins …
    </ToggleButton>
  </div>
</template>
