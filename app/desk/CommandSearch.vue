<script setup lang="ts">
import { computed, ref } from 'vue'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import type { Action } from './action'
import { whyNot } from './action'
import AppDialog from '~/ui/AppDialog.vue'
import { useDesk } from './desk'
import { Finder } from './find'
import KeyCaps from './KeyCaps.vue'
import { useShortcuts } from './shortcuts'

const { actions, also } = defineProps<{
  actions: readonly Action[]
  /** What else people call them, by their ids. */
  also: Readonly<Record<string, readonly string[]>>
}>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const shortcuts = useShortcuts()
const query = ref('')
const finder = new Finder(
  actions.filter(a => a.id !== 'search'),
  also,
)
/** As many as one looks through. */
const MOST = 30
const found = computed(() => finder.find(query.value).slice(0, MOST))
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
            :class="active ? 'bg-wash' : ''"
          >
            <span :class="can(a) ? '' : 'text-soft'"
              >{{ a.name
              }}<span
                v-if="can(a) && a.hint"
                class="text-soft"
                >{{ `, ${a.hint}` }}</span
              ><span
                v-else-if="!can(a)"
                class="text-[12px]"
                >{{ ` · not now: ${whyNot(a, desk)}` }}</span
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
