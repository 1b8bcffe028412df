<script setup lang="ts">
import { computed } from 'vue'
import { Columns2, Layers2, X } from '@lucide/vue'
import { withKey } from '~/desk/shortcuts'
import { useDesk } from '~/desk/desk'
import { useLaid } from '~/ghosts/laid'
import { rideName } from '~/sheet/carry'
import { steadyAt, steadyChoices } from './steady'
import type { ViewId } from './store'
import { usePicture } from './store'

/** What is seen otherwise than it lies: the part that is held still, and what is laid over the drawing. */
const { view } = defineProps<{ view: ViewId }>()
const [desk, laid, picture] = [useDesk(), useLaid(), usePicture()]
const held = computed(() => picture.holds(view))
const choices = computed(() => (desk.scene ? steadyChoices(desk.scene, desk.focus!) : []))
const name = computed(() => (picture.steady && desk.scene ? rideName(desk.scene, picture.steady.on) : ''))
function hold(e: Event): void {
  const select = e.target as HTMLSelectElement
  const choice = choices.value[Number(select.value)]
  if (select.value !== '' && choice) picture.steady = steadyAt(choice, desk.workFrame)
  select.value = ''
}
const numbers = computed(() =>
  Object.keys(laid.here)
    .flatMap(d => desk.stack?.drawings[d]?.number ?? [])
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true })),
)
</script>

<template>
  <div class="pointer-events-none absolute top-0 left-0 flex max-w-full flex-col items-start text-[12px] font-semibold">
    <div
      v-if="held"
      class="pointer-events-auto flex h-6 max-w-full items-center bg-signal pr-1 pl-2.5 text-sheet"
      data-part="held-still"
    >
      <label class="relative flex min-w-0 items-center gap-1"
        ><span class="min-w-0 truncate">Held still: {{ name }}</span
        ><span aria-hidden="true">▾</span
        ><select
          class="absolute inset-0 w-full cursor-pointer opacity-0"
          aria-label="Which part is held still"
          title="Hold another part still"
          @change="hold"
        >
          <option value="">
            {{ name }}
          </option>
          <option
            v-for="(c, i) in choices"
            :key="i"
            :value="i"
          >
            {{ c.name }}
          </option>
        </select></label
      >
      <button
        type="button"
        class="ml-2 rounded p-0.5 hover:bg-black/20"
        :aria-pressed="picture.beside"
        :aria-label="picture.beside ? 'In one view' : 'Beside the ordinary view'"
        :title="picture.beside ? 'In the one view of the picture' : 'In a view beside the ordinary one'"
        @click="picture.beside = !picture.beside"
      >
        <Columns2 :size="14" />
      </button>
      <button
        type="button"
        class="rounded p-0.5 hover:bg-black/20"
        aria-label="Hold nothing still"
        :title="withKey('Hold nothing still', 'steady')"
        @click="picture.steady = null"
      >
        <X :size="14" />
      </button>
    </div>
    <div
      v-if="numbers.length"
      class="flex h-6 items-center gap-1 bg-graphite px-2.5 text-sheet"
      data-part="superimposed"
    >
      <Layers2 :size="13" />Superimposed: {{ numbers.join(', ') }}
    </div>
  </div>
</template>
