<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import type { Station } from '#core/findings'

/** Help for where one is, and the keys; shown by "?". */
const props = defineProps<{ station: Station; doing?: string }>()
const emit = defineEmits<{ close: []; tour: [] }>()
const { found } = useTerms()
const here = computed(() => say(`help.station.${props.doing ?? props.station}`))
const title = computed(() => say((props.doing ? `${props.doing}.title` : `station.${props.station}`) as MessageId))
const words = computed(() => found(here.value))
const { nameOf } = useTerms()
const { say } = useSay()
const settings = useSettings()
const rows = computed(() => [
  ['1 – 7', say('keys.stations')],
  ['Tab', say('keys.tab')],
  ['↑ ↓', say('keys.nudge', { step: settings.system === 'metric' ? '5 mm' : '¼ in' })],
  ['Shift ↑ ↓', say('keys.nudge', { step: settings.system === 'metric' ? '1 mm' : '1/16 in' })],
  ['Alt ↑ ↓', say('keys.movePart')],
  ['Enter', say('keys.working')],
  ['Esc', say('keys.close')],
  ['Ctrl Z', say('ui.undo')],
  ['Ctrl Y', say('ui.redo')],
  ['W', say('keys.widen')],
  ['T', say('keys.trial')],
  ['B', say('keys.build')],
  ['L', say('keys.log')],
  ['M', say('keys.survey')],
  ['?', say('keys.this')],
])
</script>

<template>
  <DialogFrame :title="say('keys.title')" width="s" @close="emit('close')">
    <h3 class="h3 mt-2">{{ say('help.here', { station: title }) }}</h3>
    <p>{{ here }}</p>
    <p v-if="words.length > 0" class="text-13 text-ink-2">
      {{ say('help.words') }}:
      <span v-for="term in words" :key="term" class="mr-2">{{ nameOf(term) }}<TermHint :term="term" /></span>
    </p>
    <p class="mt-2 flex flex-wrap gap-2">
      <NuxtLink class="btn no-underline" to="/help">{{ say('help.glossary') }}</NuxtLink>
      <NuxtLink class="btn no-underline" to="/help/methods">{{ say('help.methods') }}</NuxtLink>
      <button type="button" class="btn" @click="emit('tour')">{{ say('help.tour.start') }}</button>
    </p>
    <h3 class="h3 rule mt-3 pt-2">{{ say('help.keys') }}</h3>
    <dl>
      <div v-for="[key, what] in rows" :key="key" class="grid grid-cols-[110px_1fr] border-t border-hair py-1">
        <dt class="font-bold">{{ key }}</dt>
        <dd>{{ what }}</dd>
      </div>
    </dl>
  </DialogFrame>
</template>
