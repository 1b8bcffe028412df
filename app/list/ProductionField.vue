<script setup lang="ts">
import { onMounted, ref, useId } from 'vue'
import { productionNames } from './calls'

/** The name of a production: one that is there, or a new one. */
const production = defineModel<string>({ required: true })
const known = useId()
const names = ref<string[]>([])
// Without them a name can be typed all the same.
onMounted(async () => (names.value = await productionNames().catch(() => [])))
</script>

<template>
  <label class="block"
    >Production<input
      v-model="production"
      class="field mt-0.5 w-full"
      maxlength="80"
      :list="known" /><datalist :id="known">
      <option
        v-for="name in names"
        :key="name"
        :value="name"
      /></datalist
  ></label>
</template>
