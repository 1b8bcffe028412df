<script setup lang="ts">
/** A number with its unit behind it. `label` is read aloud; least, most and step are the field's own. */
defineProps<{ label: string; unit: string }>()
const n = defineModel<number>({ required: true })
defineOptions({ inheritAttrs: false })
</script>

<template>
  <label class="flex items-center gap-1"
    ><input
      v-model.number="n"
      type="number"
      class="field h-7 w-20 text-right font-mono"
      :aria-label="label"
      v-bind="$attrs"
    />{{ unit }}</label
  >
</template>
