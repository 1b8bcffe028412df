<script setup lang="ts">
import { computed } from 'vue'
import { depthOf } from '#core/pass'
import { useDesk } from '~/desk/desk'
import FormRow from '~/ui/FormRow.vue'
import { tell } from '~/ui/messages'
import { useMoves } from './store'

/** How near the column lies: what is nearer passes faster when the camera moves. */
const [desk, moves] = [useDesk(), useMoves()]
const column = computed(() => desk.column!)
const rides = computed(() => !!column.value.carrier && !!desk.plan!.columns[column.value.carrier.column])
const depth = computed(() => depthOf(desk.plan!, column.value))
const words = computed(() => {
  const d = depth.value
  if (rides.value) return 'It lies as near as what it rides on.'
  if (d === 0) return 'Endlessly far away: it stays where it is in what is seen.'
  if (d === 1) return 'It passes as far as the camera moves.'
  return `It passes ${d} times as far: ${d > 1 ? 'nearer' : 'farther'} than what is at 1.`
})
function typed(e: Event): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.trim().replace(',', '.'))
  if (!field.value.trim() || !(n >= 0 && n <= 20))
    tell('Type a number from 0 (endlessly far) to 20. Nothing was changed.')
  else desk.run({ name: 'column.set', args: { plan: desk.plan!.id, column: column.value.id, depth: n } })
  field.value = String(depth.value)
}
</script>

<template>
  <section
    aria-label="How near it lies"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">How near it lies</h3>
    <FormRow
      name="passes"
      unit="times as far"
      ><input
        class="field h-7 w-16 text-right font-mono"
        inputmode="decimal"
        :value="depth"
        :disabled="rides || column.locked"
        aria-label="How many times as far it passes"
        @change="typed"
    /></FormRow>
    <p class="text-soft">{{ words }}{{ moves.camera ? '' : ' It is seen once there is a camera.' }}</p>
  </section>
</template>
