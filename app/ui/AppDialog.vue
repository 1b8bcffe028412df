<script setup lang="ts">
import CloseButton from './CloseButton.vue'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

defineProps<{ title: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    :open="true"
    class="relative z-40"
    @close="emit('close')"
  >
    <div
      class="fixed inset-0 bg-[#0e231e]/45"
      aria-hidden="true"
    />
    <div class="fixed inset-0 overflow-y-auto p-6">
      <DialogPanel
        class="relative mx-auto rounded-lg border border-edge bg-panel p-5 text-graphite shadow-xl"
        :class="wide ? 'max-w-4xl' : 'max-w-lg'"
      >
        <DialogTitle class="mb-3 pr-10 text-[17px] font-semibold">{{ title }}</DialogTitle>
        <slot />
        <!-- Last, so that a dialog opens with its first field ready for typing. -->
        <CloseButton
          class="absolute top-5 right-5"
          :size="16"
          @click="emit('close')"
        />
      </DialogPanel>
    </div>
  </Dialog>
</template>
