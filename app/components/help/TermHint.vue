<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { Term } from '~/components/help/terms'

/** The word of the trade in a text, explained where it stands: by pointer, by tap, by key. Nothing where there is none. */
const props = defineProps<{ text?: string; term?: Term }>()
const { say } = useSay()
const { found, nameOf, lineOf } = useTerms()
const term = computed(() => props.term ?? found(props.text ?? '')[0])
</script>

<template>
  <Popover v-if="term" v-slot="{ open }" as="span" class="hint">
    <PopoverButton class="ask" :aria-label="say('help.whatIs', { name: nameOf(term) })" :title="open ? undefined : lineOf(term)"
      ><span aria-hidden="true">?</span></PopoverButton
    >
    <PopoverPanel class="slip" focus>
      <p class="font-bold first-letter:uppercase">{{ nameOf(term) }}</p>
      <TermPicture :term="term" class="my-1" />
      <p>{{ lineOf(term) }}</p>
      <NuxtLink class="text-12" :to="{ path: '/help', hash: `#${term}` }">{{ say('help.more') }}</NuxtLink>
    </PopoverPanel>
  </Popover>
</template>

<style scoped>
.hint {
  position: relative;
  display: inline-flex;
  vertical-align: middle;
}
.ask {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: 24px;
  height: 24px;
  margin: -5px 0;
  color: var(--ink-3);
  font-size: 0.625rem;
  font-weight: 700;
  line-height: 1;
}
.ask > span {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: 14px;
  height: 14px;
  border: 1px solid currentcolor;
  border-radius: 7px;
}
.ask:hover > span {
  background: var(--ink);
  color: var(--on-ink);
}
.slip {
  position: absolute;
  z-index: 40;
  left: 0;
  width: 264px;
  padding: 10px 12px;
  border: 1.5px solid var(--ink);
  background: var(--sheet);
  color: var(--ink);
  font-size: 0.8125rem;
  font-weight: 400;
  text-align: left;
  white-space: normal;
}
</style>
