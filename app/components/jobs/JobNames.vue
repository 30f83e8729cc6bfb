<script setup lang="ts">
import '~/components/jobs/jobCards.css'

/** The jobs by their names, to be opened at once: what stands there until they are drawn. */
const { names, read } = useJobNames()
void read()
/** As many as the desk would show as pictures; more are a list there too. */
const PICTURES = 8
</script>

<template>
  <ul
    v-if="names && names.length > 0"
    :class="names.length > PICTURES ? 'mt-2' : 'mt-2 grid grid-cols-[repeat(auto-fill,minmax(296px,1fr))]'"
  >
    <li v-for="{ id, name, scene } in names" :key="id" :class="names.length > PICTURES ? 'border-t border-hair py-2' : 'job-card'">
      <div v-if="names.length <= PICTURES" class="card-scene" />
      <div :class="{ 'card-body': names.length <= PICTURES }">
        <h2 class="slab text-18">
          <NuxtLink :to="`/job/${id}`" class="text-ink no-underline hover:underline">{{ name }}</NuxtLink>
        </h2>
        <p class="cap">{{ scene }}</p>
      </div>
    </li>
  </ul>
</template>
