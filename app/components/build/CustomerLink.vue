<script setup lang="ts">
import { packSheets, SAFE_LETTERS } from '~/sheets/packed'
import type { Sheet, SheetId } from '~/sheets/sheet'

/** A link for the customer to look at: the sheets themselves are in its address, so that nothing is uploaded anywhere. */
const bench = useWorkbench()
const { say } = useSay()
const { compose } = useSheets()

const OFFERED = ['customer', 'quote', 'handover'] as const satisfies readonly SheetId[]
const chosen = ref<SheetId[]>(['customer'])
const link = ref('')
const copied = ref<boolean>()
// What was copied is of the plan as it was then.
watch([() => bench.job, chosen], () => ((link.value = ''), (copied.value = undefined)), { deep: true })
async function copy() {
  const sheets = OFFERED.flatMap((id): Sheet[] => {
    const sheet = chosen.value.includes(id) ? compose(id) : undefined
    return sheet ? [sheet] : []
  })
  link.value = `${location.origin}/view#${packSheets(sheets)}`
  try {
    await navigator.clipboard.writeText(link.value)
    copied.value = true
  } catch {
    // Where the clipboard is shut, the link stands there to be copied by hand.
    copied.value = false
  }
}
</script>

<template>
  <section :aria-label="say('link.title')">
    <h3 class="h3 rule mt-3 pt-2">{{ say('link.title') }}</h3>
    <p class="text-13 text-ink-2">{{ say('link.is') }}</p>
    <fieldset class="flex flex-wrap gap-x-4 py-1 text-13">
      <legend class="sr-only">{{ say('link.what') }}</legend>
      <label v-for="id in OFFERED" :key="id" class="flex min-h-8 items-center gap-2">
        <input v-model="chosen" type="checkbox" class="size-4 accent-ink" :value="id" />{{ say(`build.sheet.${id}`) }}
      </label>
    </fieldset>
    <button type="button" class="btn" :disabled="chosen.length === 0" @click="copy">{{ say('link.copy') }}</button>
    <div v-if="link" class="py-1 text-13" role="status">
      <p>
        {{ say(copied ? 'link.copied' : 'link.byHand', { n: link.length }) }}
        {{ say(link.length > SAFE_LETTERS ? 'link.long' : 'link.short') }}
      </p>
      <input
        class="field w-full! text-left!"
        readonly
        :value="link"
        :aria-label="say('link.title')"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <NuxtLink class="underline" :to="link.slice(link.indexOf('/view'))" target="_blank">{{ say('link.look') }}</NuxtLink>
    </div>
  </section>
</template>
