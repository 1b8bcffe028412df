<script setup lang="ts">
/** The end of a form in a dialog: why it was not done, and its two buttons. */
defineProps<{ failed: string; does: string; off?: boolean }>()
const emit = defineEmits<{ cancel: [] }>()
</script>

<template>
  <p
    v-if="failed"
    class="text-signal"
    role="alert"
  >
    {{ failed }}
  </p>
  <div class="flex items-center justify-end gap-2">
    <slot />
    <button
      type="button"
      class="push-button h-8"
      @click="emit('cancel')"
    >
      Cancel
    </button>
    <button
      type="submit"
      class="push-button push-button-main h-8"
      :disabled="off"
    >
      {{ does }}
    </button>
  </div>
</template>
