<script setup lang="ts">
import { holdsAll, soughtIn } from '#core/units/folded'
import { TERMS } from '~/components/help/terms'
import { layHelpWords } from '~/locales/layWords'

/** All words of the trade with their drawings, and the way to how everything is reckoned. */
layHelpWords(useI18n())
const { say } = useSay()
const { nameOf, alsoOf, lineOf } = useTerms()
const search = ref('')
const found = computed(() => {
  const wanted = soughtIn(search.value)
  return TERMS.map((term) => ({ term, name: nameOf(term), also: alsoOf(term).filter((word) => word !== nameOf(term)), line: lineOf(term) }))
    .filter(({ name, also, line }) => holdsAll([name, ...also, line].join(' '), wanted))
    .toSorted((a, b) => a.name.localeCompare(b.name))
})
useHead({ title: () => `${say('help.title')} – Vernal Cask` })
</script>

<template>
  <HelpFrame :title="say('help.glossary')">
    <p class="text-ink-2">{{ say('help.glossaryIs') }}</p>
    <label class="my-2 grid max-w-72 text-13">{{ say('help.search') }} <input v-model="search" class="field" type="search" /></label>
    <p v-if="found.length === 0" role="status">{{ say('help.nothing') }}</p>
    <dl class="grid gap-x-8 lg:grid-cols-2">
      <div v-for="{ term, name, also, line } in found" :id="term" :key="term" class="entry rule">
        <dt class="slab text-18 first-letter:uppercase">
          {{ name }}<span v-if="also.length > 0" class="cap block font-normal">{{ also.join(', ') }}</span>
        </dt>
        <dd class="flex items-start justify-between gap-4">
          <p>{{ line }}</p>
          <TermPicture :term="term" class="flex-none" />
        </dd>
      </div>
    </dl>
  </HelpFrame>
</template>

<style scoped>
.entry {
  padding: 8px 0;
  scroll-margin-top: 12px;
}
.entry:target {
  outline: 2px solid var(--ink);
  outline-offset: 4px;
}
</style>
