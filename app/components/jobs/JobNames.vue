<script setup lang="ts">
import '~/components/jobs/jobCards.css'
import { FEW } from '~/components/jobs/deskView'

/** The jobs by their names, to be opened at once: what stands there until they are drawn. */
const { names, pictures } = useJobNames()
</script>

<template>
  <div v-if="names && names.length >= FEW" class="jobs-bar-room" />
  <ul v-if="names && names.length > 0" class="mt-2" :class="{ 'grid grid-cols-[repeat(auto-fill,minmax(296px,1fr))]': pictures }">
    <li v-for="{ id, name, scene } in names" :key="id" :class="pictures ? 'job-card job-card-wait' : 'border-t border-hair py-2'">
      <GhostHouse v-if="pictures" />
      <div :class="{ 'card-body': pictures }">
        <h2 class="slab text-18">
          <NuxtLink :to="`/job/${id}`" class="text-ink no-underline hover:underline">{{ name }}</NuxtLink>
        </h2>
        <p class="cap">{{ scene }}</p>
      </div>
    </li>
  </ul>
</template>
