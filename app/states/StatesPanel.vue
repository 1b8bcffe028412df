<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { tell } from '~/ui/messages'
import type { KeptState } from '#core/document'
import { useDesk } from '~/desk/desk'
import { useHistory } from '~/desk/history'
import SidePanel from '~/desk/SidePanel.vue'
import { server } from '~/sync/server'
import { nameOf, timeOf, whyOf } from './words'

/** The earlier states of the shot: to be looked at, brought back, and marked. */
const desk = useDesk()
const history = useHistory()
const states = ref<readonly KeptState[] | null>(null)
const fault = ref('')
const name = ref('')
const busy = ref(false)
const id = desk.session!.id

async function trying(work: () => Promise<void>): Promise<void> {
  if (busy.value) return
  busy.value = true
  fault.value = ''
  try {
    await work()
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
const load = () => trying(async () => void (states.value = (await server.states(id)).states))
const mark = () =>
  trying(async () => {
    const called = name.value.trim()
    if (!called) return
    states.value = (await server.mark(id, called)).states
    name.value = ''
    tell(`“${called}” is marked.`)
  })
const restore = (state: KeptState) =>
  trying(async () => {
    if (await desk.session!.restore(state, nameOf(state)))
      tell(`Restored ${nameOf(state)}.`, { detail: 'Undo brings back what was here before.' })
  })
onMounted(load)
</script>

<template>
  <SidePanel title="Earlier states">
    <template v-if="!desk.session?.readOnly">
      <form
        class="flex items-center gap-2"
        @submit.prevent="mark"
      >
        <input
          v-model="name"
          class="field h-7 min-w-0 flex-1"
          maxlength="80"
          placeholder="Name of this moment"
          aria-label="Name of the mark"
        /><button
          type="submit"
          class="push-button"
          :disabled="busy || !name.trim() || history.saving.state !== 'saved'"
          title="Keeps the shot as it is now under this name"
        >
          Set a mark
        </button>
      </form>
      <p
        v-if="history.saving.state !== 'saved'"
        class="mt-1 text-soft"
      >
        A mark is set when all is saved.
      </p>
    </template>
    <p
      v-if="fault"
      class="mt-2 text-signal"
      role="alert"
    >
      {{ fault }}
      <button
        type="button"
        class="push-button ml-1"
        @click="load"
      >
        Try again
      </button>
    </p>
    <p
      v-if="!states && !fault"
      class="mt-2 text-soft"
      role="status"
    >
      Looking for earlier states …
    </p>
    <ol
      v-if="states"
      class="mt-3 divide-y divide-edge border-y border-edge"
    >
      <li
        v-for="s in states"
        :key="`${s.revision} ${s.kind}`"
        class="flex items-center gap-2 py-1.5"
      >
        <span class="min-w-0 flex-1">
          <span
            class="block truncate"
            :class="s.kind === 'mark' ? 'font-semibold' : ''"
            >{{ s.name ?? whyOf(s) }}</span
          >
          <span class="block text-[12px] text-soft"
            >{{ timeOf(s) }}<template v-if="s.kind === 'mark'"> · mark</template></span
          >
        </span>
        <a
          class="push-button"
          :href="`/shots/${id}?state=${s.revision}&kind=${s.kind}`"
          target="_blank"
          rel="noopener"
          :aria-label="`Look at ${nameOf(s)} in a window of its own`"
          title="Look at it in a window of its own"
          >Look</a
        >
        <button
          v-if="!desk.session?.readOnly && s.kind !== 'unreadable'"
          type="button"
          class="push-button"
          :disabled="busy"
          :aria-label="`Restore ${nameOf(s)}`"
          title="Makes the shot as it was then; can be undone"
          @click="restore(s)"
        >
          Restore
        </button>
      </li>
    </ol>
  </SidePanel>
</template>
