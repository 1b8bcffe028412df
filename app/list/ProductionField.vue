<script setup lang="ts">
import { useId } from 'vue'
import type { ProductionInList } from '#core/document'

/** The name of a production: one that is there, or a new one. */
defineProps<{ productions: readonly ProductionInList[] }>()
const production = defineModel<string>({ required: true })
const known = useId()
</script>

<template>
  <label class="block"
    >Production<input
      v-model="production"
      class="field mt-0.5 w-full"
      maxlength="80"
      :list="known" /><datalist :id="known">
      <option
        v-for="p in productions"
        :key="p.id"
        :value="p.name"
      /></datalist
  ></label>
</template>
