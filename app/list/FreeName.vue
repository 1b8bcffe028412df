<script setup lang="ts">
/** A name that is there already, and one that is free. */
defineProps<{ free: string; production: string }>()
const name = defineModel<string>({ required: true })
</script>

<template>
  <p role="alert">
    “{{ name.trim() }}” is there already in {{ production.trim() }}.
    <button
      type="button"
      class="push-button ml-1"
      @click="name = free"
    >
      Call it “{{ free }}”
    </button>
  </p>
</template>
