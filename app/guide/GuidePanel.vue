<script setup lang="ts">
import { computed } from 'vue'
import SidePanel from '~/desk/SidePanel.vue'
import GuideText from './GuideText.vue'
import { stages } from './guide'
import { useGuide } from './store'

/** The guide at the side of the desk, a page for each stage of the work. */
const guide = useGuide()
const stage = computed(() => stages.find(s => s.id === guide.stage) ?? stages[0]!)
</script>

<template>
  <SidePanel title="Guide">
    <nav
      class="grid grid-cols-3 gap-1"
      aria-label="Stages of the work"
    >
      <button
        v-for="s in stages"
        :key="s.id"
        type="button"
        class="push-button h-7 justify-center px-2"
        :class="{ 'push-button-on': s.id === stage.id }"
        :aria-current="s.id === stage.id ? 'page' : undefined"
        @click="guide.stage = s.id"
      >
        {{ s.title }}
      </button>
    </nav>
    <GuideText
      :key="stage.id"
      class="mt-3"
      :stage="stage"
    />
    <p class="mt-3">
      <NuxtLink
        :to="`/guide/${stage.id}`"
        target="_blank"
        class="font-medium text-ledger underline"
        >Open it in a window of its own</NuxtLink
      >
    </p>
  </SidePanel>
</template>
