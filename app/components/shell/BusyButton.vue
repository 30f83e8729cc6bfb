<script setup lang="ts">
/** Begins a piece of work that takes a while: until that is done it does nothing, and keeps the keyboard's place all the same. */
const { busy } = defineProps<{ busy: boolean }>()
const emit = defineEmits<{ begin: [] }>()
</script>

<template>
  <button type="button" class="btn" :aria-disabled="busy || undefined" @click="busy || emit('begin')"><slot /></button>
</template>
