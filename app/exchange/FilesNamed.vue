<script setup lang="ts">
/** Files that come in, each with what is worth telling of it. */
defineProps<{ files: readonly { readonly name: string; readonly told: string }[] }>()
</script>

<template>
  <ul>
    <li
      v-for="f in files"
      :key="f.name"
      class="py-0.5"
    >
      <span class="font-mono text-[12px] break-all">{{ f.name }}</span>
      <span class="block text-[12px] text-soft">{{ f.told }}</span>
    </li>
  </ul>
</template>
