<script setup lang="ts">
/** A house that is not there yet, where a card's drawing will be; what else is drawn over it is its content. */
</script>

<template>
  <svg class="sheet-drawing card-scene" viewBox="0 0 300 330" preserveAspectRatio="xMinYMax meet" aria-hidden="true">
    <path d="M30 329V190M30 190L140 130L250 190M250 190V329M140 329v-90h70v90" class="l-ghost" />
    <slot />
  </svg>
</template>
