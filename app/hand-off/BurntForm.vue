<script setup lang="ts">
import { computed } from 'vue'
import { columnsOf } from '#core/document'
import PickList from '~/ui/PickList.vue'
import { useDesk } from '~/desk/desk'
import type { Burnt } from './given'

/** What is written over the foot of each picture. */
const burnt = defineModel<Burnt>({ required: true })
const desk = useDesk()
const parts = [
  { key: 'frame', name: 'frame' },
  { key: 'timecode', name: 'timecode' },
  { key: 'shot', name: 'shot' },
] as const
const columns = computed(() => {
  const names = desk.plan ? columnsOf(desk.plan).map(c => c.name) : []
  return [{ value: '', name: 'no drawing numbers' }, ...names.map(n => ({ value: n, name: `drawings of ${n}` }))]
})
/** Remembered from another shot, the column may not be in this one. */
const column = computed({
  get: () => (columns.value.some(c => c.value === burnt.value.column) ? burnt.value.column : ''),
  set: name => (burnt.value = { ...burnt.value, column: name }),
})
</script>

<template>
  <fieldset>
    <legend>Written over the picture</legend>
    <div class="mt-0.5 flex flex-wrap items-center gap-x-3">
      <label
        v-for="p in parts"
        :key="p.key"
        class="flex h-7 items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="burnt[p.key]"
          @change="burnt = { ...burnt, [p.key]: !burnt[p.key] }"
        />{{ p.name }}</label
      >
    </div>
    <PickList
      v-model="column"
      class="w-full"
      :options="columns"
      label="Drawing numbers written over the picture"
    />
  </fieldset>
</template>
