<script setup lang="ts">
/** Says under a field that its measure is a guess, and takes it for read as it stands. */
defineEmits<{ right: [] }>()
const { say } = useSay()
</script>

<template>
  {{ say('guess.is') }} <button type="button" class="underline" @click="$emit('right')">{{ say('guess.right') }}</button>
</template>
