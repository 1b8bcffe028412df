<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import { computed, nextTick, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import type { Action } from './action'
import KeyCaps from './KeyCaps.vue'
import { pressedKey, refusedKey, sameKey } from './shortcut-keys'
import { useShortcuts } from './shortcuts'

/** A command with its keys, which can be changed here. */
const { action } = defineProps<{ action: Action; changing: boolean }>()
const shortcuts = useShortcuts()
const name = computed(() => action.name.replace(' …', ''))
/** Two spellings of one press are one key to the reader. */
const keys = computed(() => {
  const all = shortcuts.allKeys(action)
  return all.filter((k, i) => all.findIndex(o => sameKey(o) === sameKey(k)) === i)
})
const others = computed(() => shortcuts.clashing.get(action.id) ?? [])

/** The key that waits for another in its place; '' for one more. */
const asked = ref<string | null>(null)
const refused = ref('')
const line = ref<HTMLElement | null>(null)
function ask(key: string): void {
  asked.value = asked.value === key ? null : key
  refused.value = ''
}
/** Only the line that waits for a key listens. */
const listening = computed(() => (asked.value === null ? null : window))
useEventListener(
  listening,
  'keydown',
  (e: KeyboardEvent) => {
    if (asked.value === null) return
    e.preventDefault()
    e.stopPropagation()
    if (e.key === 'Escape') return ask(asked.value)
    const key = pressedKey(e)
    if (!key) return
    refused.value = refusedKey(key)
    if (refused.value) return
    shortcuts.give(action, key, asked.value || undefined)
    asked.value = null
  },
  { capture: true },
)
useEventListener(
  listening,
  'pointerdown',
  e => {
    if (asked.value !== null && !line.value?.contains(e.target as Node)) asked.value = null
  },
  { capture: true },
)
/** Taken away or put back: the focus stays on the line. */
async function then(change: () => void): Promise<void> {
  change()
  asked.value = null
  await nextTick()
  if (document.activeElement === document.body) line.value?.querySelector('button')?.focus()
}
/** Another loses what both have. */
function takeFrom(other: Action): void {
  const own = keys.value.map(sameKey)
  for (const key of shortcuts.allKeys(other).filter(k => own.includes(sameKey(k)))) shortcuts.takeAway(other, key)
}
</script>

<template>
  <li
    ref="line"
    class="border-b border-rule py-[3px]"
  >
    <div class="flex items-baseline justify-between gap-3">
      <span>
        {{ name
        }}<span
          v-if="action.hint"
          class="text-soft"
          >, {{ action.hint }}</span
        >
      </span>
      <span
        v-if="!changing"
        class="shrink-0"
      >
        <KeyCaps :keys="shortcuts.keysOf(action)[0]" />
      </span>
      <span
        v-else
        class="flex shrink-0 flex-wrap items-center justify-end gap-1"
      >
        <button
          v-if="shortcuts.isChanged(action)"
          type="button"
          class="text-[11.5px] text-ledger underline"
          :aria-label="`Put the keys of ${name} back`"
          @click="then(() => shortcuts.putBack(action))"
        >
          Put back
        </button>
        <span
          v-for="key in keys"
          :key="key"
          class="flex items-center rounded border border-brink"
        >
          <button
            type="button"
            class="min-h-6 px-1 hover:bg-wash"
            :aria-label="`Change the key of ${name}`"
            :aria-pressed="asked === key"
            @click="ask(key)"
          >
            <template v-if="asked === key">Press a key</template>
            <KeyCaps
              v-else
              :keys="key"
            />
          </button>
          <button
            type="button"
            class="grid size-6 place-items-center text-soft hover:bg-wash"
            :aria-label="`Switch a key of ${name} off`"
            title="Switch this key off"
            @click="then(() => shortcuts.takeAway(action, key))"
          >
            <X :size="12" />
          </button>
        </span>
        <button
          type="button"
          class="grid min-h-6 min-w-6 place-items-center rounded border border-dashed border-brink px-1 text-soft hover:bg-wash"
          :aria-label="`Give ${name} one more key`"
          :aria-pressed="asked === ''"
          title="One more key"
          @click="ask('')"
        >
          <template v-if="asked === ''">Press a key</template>
          <Plus
            v-else
            :size="12"
          />
        </button>
      </span>
    </div>
    <p
      v-if="asked !== null"
      class="text-right text-[11.5px] text-soft"
      role="status"
    >
      {{ refused }} Esc leaves it as it was.
    </p>
    <p
      v-for="o in others"
      :key="o.id"
      class="text-right text-[11.5px]"
    >
      <strong>Clash:</strong> also {{ o.name.replace(' …', '') }}.
      <button
        v-if="changing"
        type="button"
        class="text-ledger underline"
        @click="then(() => takeFrom(o))"
      >
        Take it from there
      </button>
    </p>
  </li>
</template>
