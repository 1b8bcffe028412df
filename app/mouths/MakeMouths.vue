<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { placeAfter } from '~/sheet/actions-column'
import { rideDraft } from '~/sheet/carry'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { SAME } from '#core/motion'
import { setOfDrawings, starterDrafts } from './drafts'
import { headsFirst, mouthPlace } from './place'
import { useMouths } from './store'

/** The first mouths: plain ones of ours in a column of their own, or drawings that are there. */
const [desk, mouths] = [useDesk(), useMouths()]
const found = computed(() => (desk.scene && desk.focus ? headsFirst(desk.scene, desk.focus.workFrame) : null))
const rides = computed(() => found.value?.rides ?? [])
/** A head, where one is seen here, until something else is chosen. */
const on = ref<number | null>(null)
const rideChoices = computed(() => [
  ...rides.value.map((r, i) => ({ value: i, name: r.name })),
  { value: -1, name: 'nothing: in the middle of the picture' },
])
const ride = computed({
  get: () => {
    const usual = found.value?.heads ? 0 : -1
    return on.value === null || on.value >= rides.value.length ? usual : on.value
  },
  set: (i: number) => (on.value = i),
})
const count = ref<2 | 4 | 8>(8)
const COUNTS = [
  { value: 2 as const, name: '2', title: 'Open and shut' },
  { value: 4 as const, name: '4', title: 'Shut, a little open, round, open' },
  { value: 8 as const, name: '8', title: 'All shapes' },
]
const from = ref<'front' | 'right' | 'left'>('front')
const FROM = [
  { value: 'left' as const, name: 'left' },
  { value: 'front' as const, name: 'front' },
  { value: 'right' as const, name: 'right' },
]
function make(): void {
  const scene = desk.scene!
  const frame = desk.focus!.workFrame
  const picked = ride.value < 0 ? null : rides.value[ride.value]!
  const { at, width } = mouthPlace(scene, picked, frame, from.value)
  const look = { width, ink: '#26302c', from: from.value }
  const { column, drafts } = starterDrafts(scene, { count: count.value, index: placeAfter(desk), at, look })
  const carry = picked && rideDraft(scene, { id: column, was: null, now: SAME }, picked, frame)
  if (typeof carry === 'string') return tell(carry)
  if (desk.run(...oneStep([...drafts, ...(carry ? [carry] : [])], 'Plain mouths'))) desk.columnId = column
}
const fromDrawings = computed(() =>
  desk.column && desk.stack && !Object.keys(desk.stack.subjects).length
    ? setOfDrawings(desk.column, desk.stack)?.mouths.length
    : undefined,
)
function take(): void {
  const set = setOfDrawings(desk.column!, desk.stack!)
  if (set) mouths.put(set)
}
</script>

<template>
  <div class="space-y-2">
    <p class="text-soft">
      A mouth set says which drawing shows which sound. Then a reading is exposed by it: few mouths, a little early.
      Open and shut are enough to begin with.
    </p>
    <div class="flex items-center gap-2">
      <span class="w-14">mouths</span
      ><SwitchRow
        v-model="count"
        :options="COUNTS"
        label="How many mouths"
      />
    </div>
    <div class="flex items-center gap-2">
      <span class="w-14">looks to</span
      ><SwitchRow
        v-model="from"
        :options="FROM"
        label="Where the face looks"
      />
    </div>
    <label class="flex items-center gap-2"
      ><span class="w-14">rides on</span
      ><PickList
        v-model="ride"
        class="min-w-0 flex-1"
        :options="rideChoices"
        label="What the mouths ride on"
    /></label>
    <button
      type="button"
      class="push-button push-button-main"
      :disabled="!desk.scene"
      @click="make"
    >
      Draw plain mouths
    </button>
    <p class="text-soft">In a column of their own, to be redrawn.</p>
    <template v-if="fromDrawings">
      <button
        type="button"
        class="push-button"
        @click="take"
      >
        The {{ fromDrawings }} drawings here are mouths
      </button>
      <p class="text-soft">What each of them shows can be set right afterwards.</p>
    </template>
  </div>
</template>
