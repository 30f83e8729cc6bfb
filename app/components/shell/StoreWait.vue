<script setup lang="ts">
/**
 * Stands where a job will be while the browser's store is asked for it. A store that answers at all answers within a second: after
 * some more the reader is told what is waited for, and what helps.
 */
const SLOW_MS = 6000
const { say } = useSay()
const slow = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => (timer = setTimeout(() => (slow.value = true), SLOW_MS)))
onBeforeUnmount(() => clearTimeout(timer))
const reload = () => location.reload()
</script>

<template>
  <section v-if="slow" class="my-2 self-start border-2 border-pencil bg-sheet p-3" role="alert">
    <p class="font-bold">{{ say('storeWait.title') }}</p>
    <p>{{ say('storeWait.help') }}</p>
    <div class="mt-2 flex gap-2">
      <button type="button" class="btn" @click="reload">{{ say('notice.reload') }}</button>
      <slot />
    </div>
  </section>
</template>
