<script setup lang="ts">
import { problemOf, type Problem } from '#core/problems'
import { useNotices } from '~/stores/notices'
import { message } from '~/stores/messages'

/**
 * Keeps what goes wrong inside to itself: the rest of the page stays, and what is shown instead says so and can be tried again.
 * What goes wrong in a handler, not in drawing, leaves the picture standing and is told as a notice.
 */
const props = defineProps<{
  /** What it stands round, in the reader's words. */
  what: string
  /** Drawn anew from the beginning when this changes: another document is another chance. */
  of?: unknown
}>()
const problem = shallowRef<Problem>()
onErrorCaptured((error, _, info) => {
  console.error(`${props.what}:`, error)
  if (/handler/.test(info)) useNotices().tell({ severity: 'wrong', told: message('notice.unforeseen'), why: problemOf(error) })
  else problem.value = problemOf(error)
  return false
})
watch(
  () => props.of,
  () => (problem.value = undefined),
)
const { say } = useSay()
</script>

<template>
  <slot v-if="!problem" />
  <div v-else class="m-3 max-w-xl self-start border-2 border-pencil bg-sheet p-3" role="alert">
    <p class="font-bold">{{ say('boundary.failed', { what }) }}</p>
    <p class="text-13 break-words">{{ say('notice.why', { why: problem }) }}</p>
    <div class="mt-2 flex flex-wrap gap-2">
      <slot name="actions" />
      <button type="button" class="btn" @click="problem = undefined">{{ say('notice.tryAgain') }}</button>
    </div>
  </div>
</template>
