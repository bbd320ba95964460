<script setup lang="ts">
/** A registration mark: what points at a spot of an artwork, on it and beside its comment. */
</script>

<template>
  <svg class="size-4" viewBox="-8 -8 16 16" fill="none" aria-hidden="true">
    <g stroke="white" stroke-width="3.5">
      <circle r="4" />
      <path d="M-7.5 0H7.5M0 -7.5V7.5" />
    </g>
    <g stroke="black" stroke-width="1.5">
      <circle r="4" />
      <path d="M-7 0H7M0 -7V7" />
    </g>
  </svg>
</template>
