<script setup lang="ts">
import { problemOf } from '#core/problems'
import type { NuxtError } from '#app'

/** What is shown when a page could not be made at all, or there is none at this address. Nothing that is kept is touched by it. */
const props = defineProps<{ error: NuxtError }>()
const settings = useSettings()
settings.load()
const { say } = useSay()
const missing = computed(() => props.error.statusCode === 404)
useHead({ title: () => `${say(missing.value ? 'errorPage.missing' : 'errorPage.failed')} – Vernal Cask` })
const away = () => clearError({ redirect: '/' })
const reload = () => location.reload()
</script>

<template>
  <main class="mx-auto max-w-xl p-7">
    <BrandMark />
    <h1 class="slab mt-6 text-28">{{ say(missing ? 'errorPage.missing' : 'errorPage.failed') }}</h1>
    <p class="mt-2">{{ say(missing ? 'errorPage.missingText' : 'errorPage.failedText') }}</p>
    <p v-if="!missing" class="mt-2 text-13 break-words">{{ say('notice.why', { why: problemOf(error) }) }}</p>
    <div class="mt-4 flex flex-wrap gap-2">
      <button type="button" class="btn btn-go" @click="away">{{ say('errorPage.toJobs') }}</button>
      <button v-if="!missing" type="button" class="btn" @click="reload">{{ say('notice.reload') }}</button>
    </div>
  </main>
</template>
