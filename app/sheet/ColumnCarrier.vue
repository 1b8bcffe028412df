<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import type { RideHow } from './carry'
import { carryDraft, letGoDraft, rideName, ridesFor, simplerMoves, SIMPLER_BY } from './carry'
import { standOn } from '#core/picture'

/** What the column that is worked on rides on. */
const desk = useDesk()
const column = computed(() => desk.column!)
const rides = computed(() => (desk.scene ? ridesFor(desk.scene, column.value, desk.focus!.workFrame) : []))
const carrier = computed(() => column.value.carrier)
function ride(e: Event): void {
  const select = e.target as HTMLSelectElement
  const picked = rides.value[Number(select.value)]
  select.value = ''
  if (picked) carry(picked)
}
function carry(on: Pick<(typeof rides.value)[number], 'column' | 'part'>, how?: RideHow): void {
  const draft = carryDraft(desk.scene!, column.value, on, desk.focus!.workFrame, how)
  if (typeof draft === 'string') tell(draft)
  else desk.run(draft)
}
const stand = computed({
  get: () => standOn(column.value, desk.workFrame),
  set: at =>
    desk.run({
      name: 'column.stand',
      args: { plan: desk.plan!.id, column: column.value.id, frame: desk.workFrame, at },
    }),
})
const over = computed(() => (carrier.value && desk.plan!.columns[carrier.value.column]?.name) ?? '')
function simplify(): void {
  const draft = simplerMoves(desk.scene!, column.value)
  if (!draft) return void tell(`These moves cannot be fewer: something would lie ${SIMPLER_BY} px off.`)
  const before = column.value.moves!.length
  if (desk.run(draft))
    tell(
      `${plural(column.value.moves!.length, 'move')} instead of ${before}: nothing lies more than ${SIMPLER_BY} px off.`,
    )
}
const setHow = (change: Partial<RideHow>): void => {
  const { sizes, stays } = carrier.value!
  carry(carrier.value!, { sizes, stays, ...change })
}
</script>

<template>
  <div class="mt-3 border-t border-edge pt-2">
    <p v-if="carrier">
      Rides on <strong>{{ rideName(desk.scene!, carrier) }}</strong>
    </p>
    <p v-else-if="column.moves">
      Moved {{ plural(column.moves.length, 'time', 'times') }}: it lies where it was let go.
    </p>
    <select
      class="field mt-1 h-7 w-full"
      aria-label="What the column rides on"
      :disabled="column.locked || !rides.length"
      @change="ride"
    >
      <option value="">
        {{ carrier ? 'Ride on something else …' : 'Ride on …' }}
      </option>
      <option
        v-for="(r, i) in rides"
        :key="i"
        :value="i"
      >
        {{ r.name }}
      </option>
    </select>
    <template v-if="carrier">
      <label class="mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="carrier.sizes"
          :disabled="column.locked"
          @change="setHow({ sizes: !carrier.sizes })"
        />Grows and shrinks with it</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="carrier.stays"
          :disabled="column.locked"
          @change="setHow({ stays: !carrier.stays })"
        />Stays where that is not seen</label
      >
      <label
        class="mt-1 flex items-center gap-2"
        :title="`From frame ${desk.workFrame} on, until it is said otherwise`"
        ><span class="shrink-0">From frame {{ desk.workFrame }}</span
        ><select
          v-model="stand"
          class="field h-7 min-w-0 flex-1"
          aria-label="Where it stands to what it rides on"
          :disabled="column.locked"
        >
          <option value="own">in its own place</option>
          <option value="before">before {{ over }}</option>
          <option value="behind">behind {{ over }}</option>
        </select></label
      >
    </template>
    <div class="mt-1 flex flex-wrap gap-1.5">
      <button
        v-if="carrier"
        type="button"
        class="push-button"
        :disabled="column.locked"
        title="It rides no more, and lies on every frame where it lies now"
        @click="desk.run(letGoDraft(desk.scene!, column, 'place'))"
      >
        Let it go
      </button>
      <button
        v-if="!carrier && (column.moves?.length ?? 0) > 2"
        type="button"
        class="push-button"
        :disabled="column.locked"
        title="Fewer moves that go evenly from one to the next; nothing lies more than 1 px off"
        @click="simplify"
      >
        Simplify
      </button>
      <button
        v-if="carrier || column.moves"
        type="button"
        class="push-button"
        :disabled="column.locked"
        title="It lies as it is drawn, in the picture’s own place"
        @click="desk.run(letGoDraft(desk.scene!, column, 'nothing'))"
      >
        As it is drawn
      </button>
    </div>
  </div>
</template>
