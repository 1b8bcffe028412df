<script setup lang="ts">
import { computed } from 'vue'
import { introduction, stages } from '~/guide/guide'
import GuideText from '~/guide/GuideText.vue'
import { useTheme } from '~/ui/useTheme'

useTheme()
const route = useRoute()
const stage = computed(() => stages.find(s => s.id === route.params.stage) ?? null)
useHead({ title: () => `${stage.value?.title ?? 'Guide'} · Fintro` })
const next = computed(() => stages[stages.indexOf(stage.value!) + 1])
</script>

<template>
  <div class="min-h-screen">
    <header class="on-dark flex h-12 items-center gap-3 bg-bottle px-4 text-on-bottle">
      <NuxtLink
        to="/"
        class="flex items-center gap-2 rounded px-1 font-semibold"
        title="To the list of shots"
        ><img
          src="/fintro.svg"
          alt=""
          class="size-6"
        />Fintro</NuxtLink
      >
    </header>
    <main class="mx-auto max-w-3xl px-6 py-8 text-[14px] max-sm:px-3">
      <h1 class="text-[22px] font-semibold">{{ stage?.title ?? 'Guide' }}</h1>
      <nav
        class="mt-3 flex flex-wrap gap-1"
        aria-label="Stages of the work"
      >
        <NuxtLink
          v-for="s in stages"
          :key="s.id"
          :to="`/guide/${s.id}`"
          class="push-button h-8 px-3"
          :class="{ 'push-button-on': s.id === stage?.id }"
          :aria-current="s.id === stage?.id ? 'page' : undefined"
          >{{ s.title }}</NuxtLink
        >
      </nav>
      <GuideText
        v-if="stage"
        class="mt-5"
        :stage="stage"
      />
      <!-- eslint-disable vue/no-v-html -->
      <div
        v-else
        class="mt-5"
        v-html="introduction"
      />
      <!-- eslint-enable vue/no-v-html -->
      <p
        v-if="next"
        class="mt-6"
      >
        <NuxtLink
          :to="`/guide/${next.id}`"
          class="push-button push-button-main h-8"
          >{{ stage ? 'Next' : 'Begin' }}: {{ next.title }}</NuxtLink
        >
      </p>
    </main>
  </div>
</template>
