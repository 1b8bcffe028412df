<script setup lang="ts">
import CloseButton from '~/ui/CloseButton.vue'
import { onMounted, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'

/** What the side slot holds. It covers nothing: the picture is refitted beside it. */
defineProps<{ title: string; words?: string }>()
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
    class="flex h-full w-full min-w-0 flex-col border-l border-edge bg-panel outline-none"
    @keydown.esc.stop="close"
  >
    <div class="flex min-h-10 shrink-0 items-center gap-2 px-3 pt-1">
      <div class="min-w-0 flex-1">
        <h2 class="truncate font-semibold">{{ title }}</h2>
        <p
          v-if="words"
          class="truncate text-[11.5px] text-soft"
          :title="words"
        >
          {{ words }}
        </p>
      </div>
      <CloseButton @click="close" />
    </div>
    <div
      class="min-h-0 flex-1 overflow-x-hidden overflow-y-auto px-3 pt-1 pb-3"
      style="scrollbar-width: thin"
    >
      <slot />
    </div>
  </section>
</template>
