<script setup lang="ts">
import { useLightTable } from './store'

/** The pencils of the box, side by side; one is in hand. */
const table = useLightTable()
</script>

<template>
  <span
    role="radiogroup"
    aria-label="Pencil"
    ><button
      v-for="p in table.pencils"
      :key="p.id"
      type="button"
      role="radio"
      class="grid h-7 w-8 place-items-center rounded hover:bg-wash"
      :class="p.id === table.pencil.id ? 'ring-2 ring-graphite ring-inset' : ''"
      :aria-checked="p.id === table.pencil.id"
      :aria-label="p.name"
      :title="`${p.name}: ${p.width} px`"
      @click="table.pencilId = p.id"
    >
      <span class="grid h-5 w-6 place-items-center rounded-sm bg-[#fffdf6]"
        ><span
          class="w-5 rounded-full"
          :style="{ background: p.colour, height: `${Math.max(2, Math.min(14, p.width * 0.7))}px` }"
      /></span></button
  ></span>
</template>
