<script setup lang="ts">
import { computed, ref } from 'vue'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import Fuse from 'fuse.js'
import type { Action } from './action'
import AppDialog from '~/ui/AppDialog.vue'
import { useDesk } from './desk'
import KeyCaps from './KeyCaps.vue'
import { useShortcuts } from './shortcuts'

const props = defineProps<{ actions: readonly Action[] }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const shortcuts = useShortcuts()
const query = ref('')
const fuse = computed(
  () =>
    new Fuse(
      props.actions.filter(a => a.id !== 'search'),
      { keys: [{ name: 'name', weight: 3 }, 'hint', 'group'], threshold: 0.4, ignoreLocation: true },
    ),
)
const found = computed(() =>
  (query.value.trim()
    ? firstBegun(fuse.value.search(query.value).map(r => r.item))
    : props.actions.filter(a => a.id !== 'search')
  ).slice(0, 12),
)
/** Those that begin with what was typed come first. */
function firstBegun(all: readonly Action[]): Action[] {
  const typed = query.value.trim().toLowerCase()
  const begins = (a: Action) => a.name.toLowerCase().startsWith(typed)
  return [...all.filter(begins), ...all.filter(a => !begins(a))]
}
const can = (a: Action) => a.can?.(desk) ?? true

/** With nothing found what was typed stays, to be mended. */
function stay(e: KeyboardEvent): void {
  if (!found.value.length) e.stopImmediatePropagation()
}

function select(a: Action | null): void {
  if (!a) return
  emit('close')
  if (can(a)) requestAnimationFrame(() => a.do(desk, null))
}
</script>

<template>
  <AppDialog
    title="Find a command"
    @close="emit('close')"
  >
    <Combobox
      :model-value="null"
      @update:model-value="select"
    >
      <ComboboxInput
        class="field w-full text-[15px]"
        placeholder="What do you want to do?"
        aria-label="Command"
        autocomplete="off"
        @change="query = $event.target.value"
        @keydown.enter.capture="stay"
      />
      <ComboboxOptions
        static
        class="mt-2 max-h-96 overflow-auto"
      >
        <ComboboxOption
          v-for="a in found"
          :key="a.id"
          v-slot="{ active }"
          :value="a"
          :disabled="!can(a)"
          as="template"
        >
          <li
            class="flex items-baseline justify-between gap-3 rounded px-2 py-1"
            :title="can(a) ? undefined : a.why"
            :class="[active ? 'bg-wash' : '', can(a) ? '' : 'opacity-50']"
          >
            <span
              >{{ a.name
              }}<span
                v-if="a.hint"
                class="text-soft"
                >{{ `, ${a.hint}` }}</span
              ><span class="ml-2 text-[11.5px] text-soft">{{ a.group }}</span></span
            >
            <KeyCaps :keys="shortcuts.keysOf(a)[0]" />
          </li>
        </ComboboxOption>
        <li
          v-if="!found.length"
          class="px-2 py-1 text-soft"
        >
          No command of that name. Try “hold”, “spacing” or “pose”.
        </li>
      </ComboboxOptions>
    </Combobox>
  </AppDialog>
</template>
