<script setup lang="ts" generic="T extends string">
/** One of a few, all in sight: buttons of which one is pressed. */
defineProps<{ label: string; options: readonly { value: T; label: string }[] }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <div class="flex flex-wrap gap-1" role="group" :aria-label="label">
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      class="btn"
      :aria-pressed="chosen === option.value"
      @click="chosen = option.value"
    >
      {{ option.label }}
    </button>
  </div>
</template>
