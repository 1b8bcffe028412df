<script setup lang="ts">
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'
import { useTheme } from '~/ui/useTheme'

useTheme()
</script>

<template>
  <div class="h-full">
    <NuxtPage />
    <ClientOnly
      ><Toaster
        position="bottom-center"
        :visible-toasts="3"
        close-button
    /></ClientOnly>
  </div>
</template>
