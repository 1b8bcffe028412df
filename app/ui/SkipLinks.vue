<script setup lang="ts">
/** Ways past what stands first on a page, for the keyboard: they are seen while they have the focus. */
defineProps<{ links: readonly { readonly to: string; readonly name: string }[] }>()
/** The first thing in a place that can have the focus, or the place itself. */
function go(to: string): void {
  const place = document.querySelector<HTMLElement>(to)
  if (!place) return
  const can = 'a[href], button:not([disabled]), input:not([disabled]), [tabindex="0"]'
  const target = place.matches(can) ? place : (place.querySelector<HTMLElement>(can) ?? place)
  if (target === place && !place.matches(can)) place.tabIndex = -1
  target.focus()
}
</script>

<template>
  <nav
    class="absolute top-0 left-0 z-50"
    aria-label="Skip"
  >
    <a
      v-for="l in links"
      :key="l.to"
      :href="l.to"
      class="skip-link"
      @click.prevent="go(l.to)"
      >{{ l.name }}</a
    >
  </nav>
</template>

<style scoped>
@reference "~/assets/main.css";
.skip-link:not(:focus) {
  @apply sr-only;
}
.skip-link:focus {
  @apply fixed top-1.5 left-1.5 rounded border border-edge bg-panel px-3 py-2 font-semibold text-graphite;
}
</style>
