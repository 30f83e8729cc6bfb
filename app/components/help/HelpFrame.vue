<script setup lang="ts">
import { layHelpWords } from '~/locales/layWords'

/** The frame of every help page: where one is, and the way to the others and back. */
defineProps<{ title: string }>()
layHelpWords(useI18n())
const { say } = useSay()
const router = useRouter()
const back = () => (window.history.length > 1 ? router.back() : void router.push('/'))
const PAGES = [
  { to: '/help', id: 'glossary' },
  { to: '/help/methods', id: 'methods' },
  { to: '/help/questions', id: 'questions' },
] as const
</script>

<template>
  <div class="flex min-h-full flex-col">
    <header class="flex min-h-11 flex-wrap items-center gap-3 border-b border-ink bg-sunk px-4 py-1">
      <BrandMark />
      <button type="button" class="btn" @click="back">{{ say('help.back') }}</button>
      <nav class="flex flex-wrap gap-1" :aria-label="say('help.title')">
        <NuxtLink v-for="{ to, id } in PAGES" :key="id" class="btn btn-bare no-underline" exact-active-class="here" :to="to">{{
          say(`help.${id}`)
        }}</NuxtLink>
      </nav>
    </header>
    <main class="mx-auto w-full max-w-5xl flex-1 px-7 py-5 max-md:px-3">
      <h1 class="slab text-28">{{ title }}</h1>
      <slot />
    </main>
  </div>
</template>

<style scoped>
.here {
  border-color: var(--ink);
}
</style>
