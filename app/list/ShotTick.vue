<script setup lang="ts">
/** Selects a shot; with Shift all from the last one that was clicked on. */
defineProps<{ name: string; selected?: boolean }>()
const emit = defineEmits<{ toggle: [range: boolean] }>()
/** Whether Shift is held, which a change does not tell. */
const held = { range: false }
</script>

<template>
  <label class="flex items-center justify-center"
    ><input
      type="checkbox"
      :checked="selected"
      :aria-label="`Select ${name}`"
      @click="held.range = ($event as MouseEvent).shiftKey"
      @change="emit('toggle', held.range)"
  /></label>
</template>
