<script setup lang="ts">
import { useTheme } from '~/ui/useTheme'

useTheme()
</script>

<template>
  <div class="h-full">
    <NuxtPage />
  </div>
</template>
