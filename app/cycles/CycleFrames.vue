<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import SwitchRow from '~/ui/SwitchRow.vue'
import { tell } from '~/ui/messages'
import type { CycleSeen } from './store'
import { useCycles } from './store'

/** A frame out, or in, at all contacts: tried and compared while it plays, then taken. */
const props = defineProps<{ found: CycleSeen }>()
const [desk, cycles] = [useDesk(), useCycles()]
type How = 'as' | 'out' | 'in'
const tried = ref<How>('as')
const HOW = [
  { value: 'as' as const, name: 'as it is' },
  { value: 'out' as const, name: 'a frame out' },
  { value: 'in' as const, name: 'a frame in' },
]
const linked = computed(() => {
  const { link } = props.found.column
  return link === undefined ? 0 : desk.columns.filter(c => c.link === link).length - 1
})
const frames = computed(() => props.found.bracket.frames)
const how = computed({
  get: () => tried.value,
  set: to => {
    tried.value = to
    if (to === 'as') return desk.drop()
    const refused = desk.tryOut(
      {
        name: 'cycle.frame',
        args: {
          ...{ plan: cycles.planId, column: props.found.column.id, cycle: props.found.id },
          by: to === 'out' ? -1 : 1,
        },
      },
      to === 'out' ? 'A frame out at all contacts: play it, compare, then take it.' : 'A frame in at all contacts.',
    )
    if (!refused) return
    tell(refused)
    tried.value = 'as'
  },
})
function take(): void {
  const words = tried.value === 'out' ? 'A frame out at all contacts.' : 'A frame in at all contacts.'
  if (desk.take()) desk.tellDone(words)
  tried.value = 'as'
}
watch(
  () => desk.preview,
  now => {
    if (!now) tried.value = 'as'
  },
)
</script>

<template>
  <section
    aria-label="A frame at the contacts"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">Where it drags</h3>
    <p>
      At each contact{{ linked ? `, in ${plural(linked, 'linked column')}, too` : '' }}.
      <span role="status">{{ plural(frames, 'frame') }} a round.</span>
    </p>
    <div class="flex flex-wrap items-center gap-1.5">
      <SwitchRow
        v-model="how"
        :options="HOW"
        label="Frames at the contacts"
      /><button
        v-if="tried !== 'as'"
        type="button"
        class="push-button push-button-main"
        @click="take"
      >
        Take it
      </button>
    </div>
  </section>
</template>
