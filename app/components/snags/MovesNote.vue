<script setup lang="ts">
import type { Finding } from '#core/findings'
import { movesOf } from '#core/offers/moves'

/** What a mend moves of what has been marked, drilled or built: told beside its button, before it is taken. */
const props = defineProps<{ finding: Finding; option?: string }>()
const bench = useWorkbench()
const { say } = useSay()
const MOST = 4
const fixed = computed(() => moves.value.find((each) => each.fixed)?.fixed)
const moves = computed(() => (bench.scheme ? movesOf(bench.scheme, props.finding, props.option) : []))
</script>

<template>
  <p v-if="moves.length > 0" class="text-12 text-ink-2">
    {{ say('snag.moves') }}
    <template v-for="({ what, name, from, to }, i) in moves.slice(0, MOST)" :key="i"
      >{{ i > 0 ? '; ' : '' }}{{ say(name === '' ? 'snag.move' : 'snag.moveOf', { what, name, from, to }) }}</template
    >{{ moves.length > MOST ? say('snag.movesMore', { n: moves.length - MOST }) : '.' }}
    <b v-if="fixed">{{ say(`snag.fixed.${fixed}`) }}</b>
  </p>
</template>
