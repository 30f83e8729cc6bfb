<script setup lang="ts">
/** The mark and the name, and the way to the jobs. */
defineProps<{ /** The mark alone, where there is no room. */ small?: boolean }>()
</script>

<template>
  <!-- Where the rest of a head leaves no room, the name wraps out of sight before anything else is cut short. -->
  <NuxtLink to="/" class="flex h-7 min-w-5 shrink-99999999 flex-wrap items-center gap-2 overflow-hidden text-ink no-underline">
    <svg viewBox="0 0 24 28" class="h-7 w-5 py-0.5" aria-hidden="true">
      <path d="M5 9h14q4 9 0 17H5q-4-8 0-17z" fill="none" stroke="var(--ink)" stroke-width="2" />
      <path d="M3.500 14h17M3.500 21h17" stroke="var(--ink)" stroke-width="1.500" />
      <path d="M11 8q0-4 6-7 0 6-6 7z" fill="var(--water)" />
    </svg>
    <span class="slab text-15 whitespace-nowrap" :class="{ 'sr-only': small }">Vernal Cask</span>
  </NuxtLink>
</template>
