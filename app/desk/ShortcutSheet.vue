<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Action } from './action'
import AppDialog from '~/ui/AppDialog.vue'
import ToggleButton from '~/ui/ToggleButton.vue'
import ShortcutLine from './ShortcutLine.vue'
import { plural } from '#core/basic'
import { useShortcuts } from './shortcuts'

/** All commands with their keys, to be looked up and to be changed. */
const { actions } = defineProps<{ actions: readonly Action[] }>()
const emit = defineEmits<{ close: [] }>()
const shortcuts = useShortcuts()
const [find, changing, clashesOnly] = [ref(''), ref(false), ref(false)]
const fits = (words: string): boolean => words.toLowerCase().includes(find.value.trim().toLowerCase())
/** Where nothing is changed or looked for, what has a key. */
function isListed(a: Action): boolean {
  if (clashesOnly.value && changing.value) return shortcuts.clashing.has(a.id)
  if (!changing.value && !shortcuts.keysOf(a).length) return false
  return fits(`${a.name} ${a.hint ?? ''} ${a.group}`)
}
/** Which groups stand in which column: one that grows does not move what stands in the other. */
const COLUMNS: readonly (readonly Action['group'][])[] = [
  ['Look', 'Poses', 'In-betweens'],
  ['Exposure', 'Draw', 'Shot'],
]
const columns = computed(() =>
  COLUMNS.map(names =>
    names
      .map(name => ({ name, list: actions.filter(a => a.group === name && isListed(a)) }))
      .filter(g => g.list.length),
  ),
)
const gestures = computed(() => (changing.value ? [] : pointer.filter(([what, does]) => fits(`${what} ${does}`))))
const pointer = [
  ['Drag a bar of the rail sideways', 'spacing: where the drawing sits between its poses'],
  ['Drag a bar up or down', 'timing: trade with the neighbours, the total stays'],
  ['Drag the end of a bar', 'exposure: what follows moves (Alt: trade with the next)'],
  ['Pull a bar on past its beginning', 'reduce it to nothing; it stays in the tray'],
  ['Drag in the frame margin', 'scrub'],
  ['Drag along the left edge of the margin', 'the play range'],
  ['Drag the double line in the margin', 'the end of the shot'],
  ['Drag in the action column', 'write a note over these frames'],
  ['Drag in a column', 'select frames'],
  ['Ctrl while clicking or dragging in a column', 'select these frames, too, or let them go'],
  ['Drag the edge of what is selected', 'carry it elsewhere (Alt: between, Ctrl: a copy)'],
  ['Drag the head of a column', 'put it in another place'],
  ['Drag a pose in the pose row', 'move it in time; what lies between goes along'],
  ['Alt and click a pose in the pose row', 'a copy of it at the playhead'],
  ['Ctrl while turning a joint', 'it alone: what it carries keeps its direction'],
  ['Shift while moving a figure', 'take its feet along'],
  ['Esc during a drag', 'leave everything as it was'],
] as const
/** Those alone that clash, or all again. */
function showClashes(): void {
  clashesOnly.value = !(clashesOnly.value && changing.value)
  changing.value = true
}
</script>

<template>
  <AppDialog
    title="Shortcuts"
    wide
    @close="emit('close')"
  >
    <div class="sticky top-0 z-10 bg-panel pb-2">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <input
          v-model="find"
          type="search"
          class="field w-56"
          aria-label="Find a shortcut"
          placeholder="Find"
          autocomplete="off"
        />
        <ToggleButton
          :on="changing"
          @click="changing = !changing"
          >Change shortcuts</ToggleButton
        >
        <template v-if="changing">
          <label class="flex items-center gap-1.5">
            <input
              v-model="shortcuts.singles"
              type="checkbox"
            />
            Single keys (letters, digits and signs without Ctrl or Alt)
          </label>
          <button
            type="button"
            class="push-button"
            :disabled="!shortcuts.anyChanged"
            @click="shortcuts.putAllBack()"
          >
            Put all back
          </button>
        </template>
      </div>
      <div
        v-if="changing || shortcuts.clashing.size"
        class="mt-2 flex h-8 items-center gap-2"
      >
        <template v-if="shortcuts.clashing.size">
          <strong role="status">{{ plural(shortcuts.clashing.size, 'command') }} with a key that another has.</strong>
          <ToggleButton
            :on="clashesOnly && changing"
            @click="showClashes"
            >Show these</ToggleButton
          >
        </template>
        <span
          v-if="changing"
          class="text-soft"
          >Click a key, then press another. They are kept in this browser.</span
        >
      </div>
    </div>
    <p
      v-if="!changing && !find"
      class="mb-3 max-w-[80ch]"
    >
      What is copied, pasted, inserted, blanked, deleted or typed means the selected frames, or else the one frame under
      the playhead: also within a hold, on a blank and after the end. After a click on the picture, Copy and Delete mean
      what is selected there; after a click on a bar, a card or the tray, Delete means that drawing. What is pasted is
      what was copied last.
    </p>
    <p v-if="columns.every(c => !c.length) && !gestures.length">
      {{ find.trim() ? 'No shortcut of that name.' : 'No key clashes with another.' }}
    </p>
    <div class="grid grid-cols-2 gap-8">
      <div
        v-for="(groups, i) in columns"
        :key="i"
        class="min-w-0"
      >
        <section
          v-for="{ name, list } in groups"
          :key="name"
          class="mb-4"
        >
          <h3 class="mb-1 font-semibold text-ledger">{{ name }}</h3>
          <ul>
            <ShortcutLine
              v-for="a in list"
              :key="a.id"
              :action="a"
              :changing="changing"
            />
          </ul>
        </section>
        <section v-if="i === columns.length - 1 && gestures.length">
          <h3 class="mb-1 font-semibold text-ledger">Pointer and pen</h3>
          <dl>
            <div
              v-for="[what, does] in gestures"
              :key="what"
              class="border-b border-rule py-[3px]"
            >
              <dt class="inline font-medium">{{ what }}:</dt>
              {{ ' ' }}
              <dd class="inline">{{ does }}</dd>
            </div>
          </dl>
        </section>
      </div>
    </div>
  </AppDialog>
</template>
