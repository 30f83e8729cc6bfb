<script setup lang="ts">
import type { InputProblem } from '#core/scheme'

/** What is wrong with a document, place by place: each place as the file names it, what is wrong there in the reader's language. */
defineProps<{ problems: readonly InputProblem[] }>()
const { sayProblem } = useSay()
</script>

<template>
  <ul class="mt-1 max-h-60 space-y-1 overflow-y-auto text-13">
    <li v-for="(each, i) in problems" :key="i">
      <code v-if="each.path">{{ each.path }}</code> {{ sayProblem(each) }}
    </li>
  </ul>
</template>
