<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import type { Plant } from '#core/document'
import { MOST_PLANTS } from '#core/document'
import { feetOf } from '#core/travel'
import { useDesk } from '~/desk/desk'
import PickList from '~/ui/PickList.vue'
import type { CycleSeen } from './store'
import { useCycles } from './store'

/** Which feet stand from which drawing to which, and how far each slides. */
const props = defineProps<{ found: CycleSeen }>()
const [desk, cycles] = [useDesk(), useCycles()]
const feet = computed(() => (desk.stack ? feetOf(desk.stack) : []))
const seen = computed(() => cycles.gait?.plants ?? [])
const number = (d: string): string => desk.stack?.drawings[d]?.number ?? '?'
const names = computed(() => feet.value.map(f => ({ value: `${f.subject} ${f.part}`, name: f.name })))
const drawings = computed(() =>
  [...new Set(props.found.bracket.there.flatMap(r => r.drawing ?? []))].map(d => ({ value: d, name: number(d) })),
)
const plants = computed(() => seen.value.map(p => p.plant))
const put = (next: readonly Plant[] | null): void =>
  void desk.run({
    name: 'cycle.feet',
    args: {
      ...{ plan: cycles.planId, column: props.found.column.id, cycle: props.found.id },
      plants: next && [...next],
    },
  })
const change = (i: number, to: Partial<Plant>): void => put(plants.value.map((p, k) => (k === i ? { ...p, ...to } : p)))
function foot(i: number, key: string): void {
  const f = feet.value.find(x => `${x.subject} ${x.part}` === key)
  if (f) change(i, { subject: f.subject, part: f.part })
}
function add(): void {
  const [f, a, b] = [feet.value[0], drawings.value[0], drawings.value[1]]
  if (f && a && b) put([...plants.value, { subject: f.subject, part: f.part, from: a.value, to: b.value }])
}
const px = (n: number): string => (n < 0.5 ? 'stands' : `slides ${Math.round(n)} px`)
</script>

<template>
  <div
    v-if="feet.length"
    class="space-y-1"
  >
    <ul
      aria-label="Planted feet"
      class="space-y-1"
    >
      <li
        v-for="(p, i) in seen"
        :key="i"
        class="flex flex-wrap items-center gap-1"
      >
        <PickList
          class="min-w-0 flex-1"
          :model-value="`${p.plant.subject} ${p.plant.part}`"
          :options="names"
          :label="`Planted foot ${i + 1}`"
          @update:model-value="foot(i, $event)"
        /><button
          type="button"
          class="push-button px-1.5"
          :aria-label="`Planted foot ${i + 1} is not planted`"
          title="It is not planted"
          @click="put(plants.filter((_, k) => k !== i))"
        >
          <Trash2 :size="14" />
        </button>
        <span class="flex w-full items-center gap-1"
          >from<PickList
            class="w-16"
            :model-value="p.plant.from"
            :options="drawings"
            :label="`Planted foot ${i + 1}, from drawing`"
            @update:model-value="change(i, { from: $event })"
          />to<PickList
            class="w-16"
            :model-value="p.plant.to"
            :options="drawings"
            :label="`Planted foot ${i + 1}, to drawing`"
            @update:model-value="change(i, { to: $event })"
          /><span :class="p.most < 0.5 ? 'text-soft' : ''">{{ px(p.most) }}</span></span
        >
      </li>
    </ul>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-if="drawings.length > 1 && seen.length < MOST_PLANTS"
        type="button"
        class="push-button px-2"
        @click="add"
      >
        <Plus :size="14" />One more planted foot</button
      ><button
        v-if="found.cycle.plants"
        type="button"
        class="push-button px-2"
        title="Worked out from the drawings again"
        @click="put(null)"
      >
        As they are drawn
      </button>
    </div>
  </div>
</template>
