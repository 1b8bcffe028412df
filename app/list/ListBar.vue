<script setup lang="ts">
import { LayoutGrid, Rows3, Search } from '@lucide/vue'
import PickList from '~/ui/PickList.vue'
import type { Order } from './listing'
import { ORDERS } from './listing'

/** How the list is seen: what is looked for, in which order, as cards or as rows. */
const typed = defineModel<string>('typed', { required: true })
const order = defineModel<Order>('order', { required: true })
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
