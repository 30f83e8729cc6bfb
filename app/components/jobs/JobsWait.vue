<script setup lang="ts">
/** The jobs page before its desk is here: its head, and the jobs by name. */
const { say } = useSay()
const phone = usePhone()
const { pictures } = useJobNames()
</script>

<template>
  <div class="flex min-h-full flex-col">
    <header
      class="flex min-h-11 flex-wrap items-center gap-3 border-b border-ink bg-sunk px-4 py-1 max-md:min-h-16 max-md:gap-1.5 max-md:px-2"
    >
      <BrandMark :small="phone" />
    </header>
    <main class="flex flex-1 flex-col px-7 pt-5 max-md:px-3" aria-busy="true">
      <h1 class="slab text-28">{{ say('jobs.title') }}</h1>
      <p v-if="pictures" class="text-ink-2">{{ say('jobs.sub') }}</p>
      <JobNames />
    </main>
  </div>
</template>
