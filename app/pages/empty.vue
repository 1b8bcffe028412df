<template>
  <!-- Nothing but the application itself: what opening the desk is measured against. -->
  <p
    class="sr-only"
    data-part="empty"
  >
    Nothing here.
  </p>
</template>
