<script setup lang="ts">
import { useShortcuts, withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import { Pin, PinOff } from '@lucide/vue'
import { GHOSTS } from './ghosts'
import GhostChips from './GhostChips.vue'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import PickList from '~/ui/PickList.vue'
import SliderRow from '~/ui/SliderRow.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useFlipping } from '~/desk/flipping'
import { useGhosts } from './store'

/** Which ghosts are seen and how, and how one flips. */
const desk = useDesk()
const ghosts = useGhosts()
const flipping = useFlipping()
const set = ghosts.setRule
const ways = [
  { value: 'frame', name: 'frames', title: 'What is shown so many frames away' },
  { value: 'drawing', name: 'drawings', title: 'The neighbouring drawings, however long they are exposed' },
  { value: 'pose', name: 'poses', title: 'Only keys, extremes and breakdowns' },
] as const
const FLIPS = [
  ['flips between neighbours', 'flip-neighbours'],
  ['through what is selected', 'flip'],
  ['the pinned drawing', 'flip-pinned'],
] as const
const flipKeys = computed(() =>
  FLIPS.filter(([, id]) => useShortcuts().caps(id))
    .map(([words, id]) => withKey(words, id))
    .join(', '),
)
const SPREADS = [
  { value: 'this', name: 'this column' },
  { value: 'selected', name: 'selected columns' },
  { value: 'all', name: 'all columns' },
] as const
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
  <SidePanel title="Ghosts and flipping">
    <section
      class="space-y-2.5"
      role="group"
      aria-label="Ghosts"
      data-part="ghosts"
    >
      <div class="flex items-center gap-2">
        <span class="w-16 text-soft">Counted</span>
        <SwitchRow
          :model-value="ghosts.rule.by"
          :options="ways"
          label="Ghosts by"
          @update:model-value="set({ by: $event })"
        />
      </div>
      <div class="flex items-center gap-2"><span class="w-16 text-soft">Before</span><GhostChips side="before" /></div>
      <div class="flex items-center gap-2"><span class="w-16 text-soft">After</span><GhostChips side="after" /></div>
      <p class="text-[11.5px] text-soft">Drag a chip up or down for its strength.</p>
      <SliderRow
        name="All of them"
        label="Strength of all ghosts"
        title="How strongly all of them are seen"
        wide="w-16 text-soft"
        :min="0.1"
        :max="1"
        :step="0.05"
        :words="`${Math.round(ghosts.rule.overall * 100)} %`"
        :model-value="ghosts.rule.overall"
        @update:model-value="set({ overall: $event })"
      />
      <label
        class="flex items-center gap-2"
        title="How strongly this drawing itself is seen: faded, it is traced over"
        ><span class="w-16 text-soft">Drawing {{ desk.drawing?.number ?? '' }}</span
        ><input
          type="range"
          min="0"
          max="1"
          step="0.05"
          class="min-w-0 flex-1"
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
        /><span class="w-10 text-right font-mono">{{ Math.round((desk.drawing?.strength ?? 1) * 100) }} %</span></label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="ghosts.rule.span"
          @change="set({ span: !ghosts.rule.span })"
        />the two poses around the playhead, too</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="ghosts.rule.full"
          @change="set({ full: !ghosts.rule.full })"
        />filled faintly, not only outlines</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="ghosts.rule.penOff"
          @change="set({ penOff: !ghosts.rule.penOff })"
        />off while the pen is down</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="ghosts.rule.front"
          @change="set({ front: !ghosts.rule.front })"
        />before filled bodies, not behind them</label
      >
      <label
        class="flex items-center gap-2"
        title="To tell limbs apart where a half cycle is traced with near and far exchanged; before and after are told by their lines"
        ><input
          type="checkbox"
          :checked="ghosts.rule.parts"
          @change="set({ parts: !ghosts.rule.parts })"
        />far limbs and named parts in tints of their own</label
      >
      <label class="flex items-center gap-2"
        ><span class="w-16 text-soft">Of</span
        ><PickList
          :model-value="ghosts.rule.columns"
          :options="SPREADS"
          label="Columns whose ghosts are seen"
          @update:model-value="set({ columns: $event })"
      /></label>
      <div
        v-if="ghosts.rule.columns === 'selected'"
        class="flex flex-wrap gap-x-3 gap-y-1 pl-[72px]"
      >
        <label
          v-for="c in others"
          :key="c.id"
          class="flex items-center gap-1.5"
          ><input
            type="checkbox"
            :checked="ghosts.rule.selected.includes(c.id)"
            @change="select(c.id)"
          />{{ c.name }}</label
        >
      </div>
      <div class="flex items-center gap-2">
        <span class="w-16 text-soft">Tints</span>
        <label
          v-for="t in tints"
          :key="t.side"
          class="flex items-center gap-1"
          ><input
            type="color"
            class="h-6 w-7 cursor-pointer rounded border border-edge bg-sheet p-0.5"
            :value="ghosts.rule.tints[t.side]"
            :aria-label="t.name"
            :title="t.name"
            @input="setTint(t.side, $event)"
          />{{ t.side }}</label
        >
        <button
          v-if="!plain"
          type="button"
          class="push-button px-2"
          title="The usual tints"
          @click="set({ tints: { ...GHOSTS.tints } })"
        >
          Reset
        </button>
      </div>
      <div class="flex flex-wrap items-center gap-1.5">
        <ToggleButton
          class="px-2"
          :on="pinnedHere"
          :disabled="!desk.drawing"
          :title="withKey('A pinned drawing is always seen as a dotted ghost', 'ghost-pin')"
          @click="ghosts.togglePinned(desk.stack!.id, desk.drawing!.id)"
        >
          <Pin :size="13" />Pin this drawing
        </ToggleButton>
        <button
          v-for="p in pins"
          :key="p.id"
          type="button"
          class="flex h-7 items-center gap-1 rounded border border-dotted px-1.5 font-mono text-[11.5px] hover:bg-wash"
          :style="{ borderColor: ghosts.rule.tints.pinned }"
          :title="`Unpin ${p.words}`"
          :aria-label="`Unpin ${p.words}`"
          @click="ghosts.togglePinned(p.stack, p.id)"
        >
          {{ p.words }}<PinOff :size="12" />
        </button>
      </div>
    </section>
    <section
      class="mt-4 space-y-2 border-t border-edge pt-3"
      aria-label="Flipping"
    >
      <h3 class="font-semibold">Flipping</h3>
      <label class="flex items-center gap-2"
        ><span class="flex-1">Neighbouring drawings</span
        ><PickList
          :model-value="flipping.n"
          :options="[2, 3, 4, 5].map(value => ({ value, name: String(value) }))"
          label="How many drawings are flipped between"
          @update:model-value="flipping.set({ n: $event })"
      /></label>
      <label class="flex items-center gap-2"
        ><span class="flex-1">Drawings a second</span
        ><PickList
          :model-value="flipping.speed"
          :options="[1, 2, 3, 4, 6, 8, 12, 24].map(value => ({ value, name: String(value) }))"
          label="Drawings a second while flipping"
          @update:model-value="flipping.set({ speed: $event })"
      /></label>
      <p
        v-if="flipKeys"
        class="text-[11.5px] text-soft"
      >
        Hold a key: {{ flipKeys }}.
      </p>
    </section>
  </SidePanel>
</template>
