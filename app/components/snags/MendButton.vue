<script setup lang="ts">
import type { Finding } from '#core/findings'
import { movesOf } from '#core/offers/moves'

/** A mend behind one press; behind two where it moves something that has been measured, sawn, drilled or built by. */
const props = defineProps<{ finding: Finding; option?: string; label: string; name?: string }>()
const bench = useWorkbench()
const { say } = useSay()
const asking = ref(false)
const again = useTemplateRef<HTMLButtonElement>('again')
/** Looked up when it is pressed: trying every mend of every snag would hold up each edit. */
const fixed = () => (bench.scheme ? movesOf(bench.scheme, props.finding, props.option).find((each) => each.fixed)?.fixed : undefined)
const what = ref<string>()
async function press() {
  what.value = fixed()
  if (what.value === undefined) return bench.mend(props.finding, props.option)
  asking.value = true
  await nextTick()
  again.value?.focus()
}
function sure() {
  asking.value = false
  bench.mend(props.finding, props.option)
}
</script>

<template>
  <button v-if="!asking" type="button" class="btn btn-mend" :aria-label="name" @click="press">{{ label }}</button>
  <div v-else role="group" :aria-label="label" class="basis-full border-l-2 border-pencil pl-2">
    <p class="font-bold text-pencil">{{ say(`snag.fixed.${what}`) }}</p>
    <p class="flex flex-wrap gap-2 pt-1">
      <button ref="again" type="button" class="btn btn-mend" @click="sure">{{ say('snag.moveIt') }}</button>
      <button type="button" class="btn" @click="asking = false">{{ say('snag.leaveIt') }}</button>
    </p>
  </div>
</template>
