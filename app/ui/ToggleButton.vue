<script setup lang="ts">
/** A push button that stays down while what it stands for is on. Class, title and click are the button's own. */
defineProps<{ on: boolean }>()
</script>

<template>
  <button
    type="button"
    class="push-button"
    :class="{ 'push-button-on': on }"
    :aria-pressed="on"
  >
    <slot />
  </button>
</template>
