<script setup lang="ts">
import CloseButton from '~/ui/CloseButton.vue'
import { onMounted, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'

/**
 * A panel that stays while one works: over the picture's right edge, which leaves the sheet free; or beside the
 * picture, over the rail, where the picture is what is worked on.
 */
defineProps<{ title: string; beside?: boolean }>()
const desk = useDesk()
const side = useSide()
const panel = ref<HTMLElement | null>(null)
onMounted(() => panel.value?.focus())
function close(): void {
  desk.drop()
  side.open = null
}
</script>

<template>
  <section
    ref="panel"
    role="dialog"
    :aria-label="title"
    tabindex="-1"
    class="floating-panel absolute top-2 flex max-h-[calc(100%-16px)] w-[372px] flex-col"
    :class="beside ? 'right-full mr-2' : 'right-2'"
    @keydown.esc.stop="close"
  >
    <div class="flex items-baseline justify-between px-3 pt-3 pb-1">
      <h2 class="font-semibold">{{ title }}</h2>
      <CloseButton @click="close" />
    </div>
    <div
      class="min-h-0 overflow-y-auto px-3 pb-3"
      style="scrollbar-width: thin"
    >
      <slot />
    </div>
  </section>
</template>
