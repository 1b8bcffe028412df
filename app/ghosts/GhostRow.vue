<script setup lang="ts">
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Pin, PinOff } from '@lucide/vue'
import type { GhostSettings } from './ghosts'
import { GHOSTS } from './ghosts'
import GhostChips from './GhostChips.vue'
import { useDesk } from '~/desk/desk'
import { useGhosts } from './store'

/** Which ghosts are seen and how, in one row under the picture. */
const desk = useDesk()
const ghosts = useGhosts()
const set = (change: Partial<GhostSettings>): void => {
  ghosts.rule = { ...ghosts.rule, ...change }
}
const ways = [
  { by: 'frame', name: 'frames' },
  { by: 'drawing', name: 'drawings' },
  { by: 'pose', name: 'core' },
] as const
const TITLES = {
  frame: 'What is shown so many frames away',
  drawing: 'The neighbouring drawings, however long they are exposed',
  pose: 'Only keys, extremes and breakdowns',
}
const SPREADS = { this: 'this column', selected: 'chosen columns', all: 'all columns' } as const
const others = computed(() => desk.columns.filter(c => !c.background && c.id !== desk.column?.id))
function select(id: string): void {
  const { selected } = ghosts.rule
  set({ columns: 'selected', selected: selected.includes(id) ? selected.filter(c => c !== id) : [...selected, id] })
}
const pins = computed(() =>
  Object.entries(ghosts.pinned).flatMap(([stack, ids]) =>
    ids.flatMap(id => {
      const d = desk.shown?.stacks[stack]?.drawings[id]
      const column = desk.columns.find(c => c.stack === stack)
      return d && column ? [{ stack, id, words: `${column.name} ${d.number}` }] : []
    }),
  ),
)
const pinnedHere = computed(() => !!desk.drawing && (ghosts.pinned[desk.stack!.id] ?? []).includes(desk.drawing.id))
const tints = [
  { side: 'before', name: 'Tint of ghosts before' },
  { side: 'after', name: 'Tint of ghosts after' },
  { side: 'pinned', name: 'Tint of pinned ghosts' },
] as const
const setTint = (side: 'before' | 'after' | 'pinned', e: Event): void =>
  set({ tints: { ...ghosts.rule.tints, [side]: (e.target as HTMLInputElement).value } })
const plain = computed(() => JSON.stringify(ghosts.rule.tints) === JSON.stringify(GHOSTS.tints))
</script>

<template>
  <div
    class="flex min-w-0 flex-wrap items-center gap-x-2.5 gap-y-1 border-t border-edge bg-panel px-3 py-1.5"
    role="group"
    aria-label="Ghosts"
    data-part="ghosts"
  >
    <div
      class="flex rounded border border-edge"
      role="radiogroup"
      aria-label="Ghosts by"
    >
      <button
        v-for="(w, i) in ways"
        :key="w.by"
        type="button"
        role="radio"
        :aria-checked="ghosts.rule.by === w.by"
        class="h-[26px] px-2"
        :class="[
          ghosts.rule.by === w.by ? 'bg-bottle text-on-bottle' : 'bg-sheet hover:bg-wash',
          i === 0 ? 'rounded-l' : '',
          i === 2 ? 'rounded-r' : '',
        ]"
        :title="TITLES[w.by]"
        @click="set({ by: w.by })"
      >
        {{ w.name }}
      </button>
    </div>
    <div class="flex items-center">
      <GhostChips side="before" /><span
        class="mx-1 h-5 w-[3px] rounded bg-signal"
        title="The drawing you are on"
      /><GhostChips side="after" />
    </div>
    <label
      class="flex items-center gap-1.5"
      title="How strongly all of them are seen"
      >all<input
        type="range"
        min="0.1"
        max="1"
        step="0.05"
        class="w-16 accent-bottle"
        :value="ghosts.rule.overall"
        aria-label="Strength of all ghosts"
        @input="set({ overall: Number(($event.target as HTMLInputElement).value) })"
    /></label>
    <label
      class="flex items-center gap-1"
      title="The two core drawings around the playhead, too"
      ><input
        type="checkbox"
        class="accent-bottle"
        :checked="ghosts.rule.span"
        @change="set({ span: !ghosts.rule.span })"
      />span</label
    >
    <label
      class="flex items-center gap-1"
      title="Filled faintly, not only outlines"
      ><input
        type="checkbox"
        class="accent-bottle"
        :checked="ghosts.rule.full"
        @change="set({ full: !ghosts.rule.full })"
      />in full</label
    >
    <label
      class="flex items-center gap-1"
      title="No ghosts while the pen is down"
      ><input
        type="checkbox"
        class="accent-bottle"
        :checked="ghosts.rule.penOff"
        @change="set({ penOff: !ghosts.rule.penOff })"
      />off while drawing</label
    >
    <label
      class="flex items-center gap-1.5"
      title="How strongly this drawing itself is seen: faded, it is traced over"
      >{{ desk.drawing?.number ?? '–'
      }}<input
        type="range"
        min="0"
        max="1"
        step="0.05"
        class="w-14 accent-bottle"
        :disabled="!desk.drawing"
        :value="desk.drawing?.strength ?? 1"
        aria-label="Strength of this drawing"
        @change="
          desk.run({
            name: 'drawing.set',
            args: {
              stack: desk.stack!.id,
              drawing: desk.drawing!.id,
              strength: Number(($event.target as HTMLInputElement).value),
            },
          })
        "
    /></label>
    <Menu
      v-slot="{ open }"
      as="div"
      class="relative"
    >
      <MenuButton
        class="push-button"
        title="In which columns"
        >{{ SPREADS[ghosts.rule.columns] }}</MenuButton
      >
      <MenuItems
        v-if="open"
        static
        class="absolute bottom-9 left-0 z-20 w-52 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none"
      >
        <MenuItem
          v-for="(name, id) in SPREADS"
          :key="id"
          v-slot="{ active }"
          as="template"
          ><button
            type="button"
            class="block w-full rounded px-2 py-1 text-left"
            :class="{ 'bg-wash': active, 'font-semibold': ghosts.rule.columns === id }"
            @click="set({ columns: id })"
          >
            {{ id === 'selected' ? 'Chosen columns only' : id === 'this' ? 'This column' : 'All columns' }}
          </button></MenuItem
        >
        <p
          v-if="others.length"
          class="px-2 pt-1 text-[11.5px] text-soft"
        >
          With this one
        </p>
        <MenuItem
          v-for="c in others"
          :key="c.id"
          v-slot="{ active }"
          as="template"
          ><button
            type="button"
            role="menuitemcheckbox"
            :aria-checked="ghosts.rule.selected.includes(c.id)"
            class="block w-full rounded px-2 py-1 text-left"
            :class="{ 'bg-wash': active }"
            @click="select(c.id)"
          >
            {{ ghosts.rule.selected.includes(c.id) ? '✓ ' : '' }}{{ c.name }}
          </button></MenuItem
        >
      </MenuItems>
    </Menu>
    <span class="flex items-center gap-1">
      <input
        v-for="t in tints"
        :key="t.side"
        type="color"
        class="h-6 w-6 cursor-pointer rounded border border-edge bg-sheet p-0.5"
        :value="ghosts.rule.tints[t.side]"
        :aria-label="t.name"
        :title="t.name"
        @input="setTint(t.side, $event)"
      />
      <button
        v-if="!plain"
        type="button"
        class="rounded px-1 text-soft hover:bg-wash"
        title="The tints as they were"
        @click="set({ tints: { ...GHOSTS.tints } })"
      >
        reset
      </button>
    </span>
    <ToggleButton
      class="px-2"
      :on="pinnedHere"
      :disabled="!desk.drawing"
      aria-label="Pin this drawing"
      title="Pin this drawing: it is always seen as a dotted ghost (Shift 0)"
      @click="ghosts.togglePinned(desk.stack!.id, desk.drawing!.id)"
    >
      <Pin :size="13" />
    </ToggleButton>
    <button
      v-for="p in pins"
      :key="p.id"
      type="button"
      class="flex items-center gap-1 rounded border border-dotted px-1.5 py-0.5 font-mono text-[11px] hover:bg-wash"
      :style="{ borderColor: ghosts.rule.tints.pinned }"
      :title="`Take the pin off ${p.words}`"
      :aria-label="`Take the pin off ${p.words}`"
      @click="ghosts.togglePinned(p.stack, p.id)"
    >
      {{ p.words }}<PinOff :size="11" />
    </button>
  </div>
</template>
