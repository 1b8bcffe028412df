<script setup lang="ts">
import { LayoutGrid, Rows3, Search } from '@lucide/vue'
import { computed } from 'vue'
import PickList from '~/ui/PickList.vue'
import type { ListPage } from '#core/document'
import type { Order } from './order'
import { ORDERS } from './order'

/** How the list is seen: what is looked for, in which order, as cards or as rows. */
const typed = defineModel<string>('typed', { required: true })
const order = defineModel<Order>('order', { required: true })
const status = defineModel<string | null>('status', { required: true })
const { statuses } = defineProps<{ statuses: ListPage['statuses'] }>()
/** A list to pick from holds texts: those of one status begin with a mark that no status is. */
const OWN = '='
const picked = computed({
  get: () => (status.value === null ? '' : OWN + status.value),
  set: text => (status.value = text ? text.slice(OWN.length) : null),
})
const choices = computed(() => [
  { value: '', name: 'any status' },
  ...statuses.map(s => ({ value: OWN + s.name, name: `${s.name} (${s.count})` })),
  { value: OWN, name: 'without a status' },
])
const as = defineModel<'cards' | 'rows'>('as', { required: true })
const WAYS = [
  { value: 'cards' as const, name: 'Cards', icon: LayoutGrid },
  { value: 'rows' as const, name: 'Rows', icon: Rows3 },
]
</script>

<template>
  <div class="mt-4 flex flex-wrap items-center gap-2">
    <label class="relative min-w-56 flex-1"
      ><Search
        :size="14"
        class="absolute top-1/2 left-2 -translate-y-1/2 text-soft" /><input
        v-model="typed"
        type="search"
        class="field h-8 w-full pl-7!"
        placeholder="Search shots and productions"
        aria-label="Search shots and productions"
        @keydown.esc="typed = ''"
    /></label>
    <PickList
      v-model="order"
      class="h-8!"
      :options="ORDERS"
      label="Order of the shots"
    />
    <PickList
      v-if="statuses.length || status !== null"
      v-model="picked"
      class="h-8! max-w-48"
      :options="choices"
      label="Shots of which status"
    />
    <div
      class="flex overflow-hidden rounded border border-edge"
      role="radiogroup"
      aria-label="The list is seen as"
    >
      <button
        v-for="w in WAYS"
        :key="w.value"
        type="button"
        role="radio"
        :aria-checked="as === w.value"
        class="switch h-8 px-2 -outline-offset-2"
        :class="{ 'switch-on': as === w.value }"
        :aria-label="w.name"
        :title="w.name"
        @click="as = w.value"
      >
        <component
          :is="w.icon"
          :size="15"
        />
      </button>
    </div>
  </div>
</template>
