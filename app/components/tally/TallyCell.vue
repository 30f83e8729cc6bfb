<script setup lang="ts">
import type { Figure } from '#core/figures/figure'

/** One figure of the tally, with what the last edit did to it; drawn anew only when something of it is new. */
defineProps<{
  label: string
  figure: Figure | undefined
  compact?: boolean | undefined
  /** What the last edit changed, as "140 L more"; empty where nothing did. */
  change: string
  way: '' | 'up' | 'down'
  better: boolean
  /** What is said of it below, line by line. */
  notes: string
}>()
const { say } = useSay()
</script>

<template>
  <div class="cell">
    <p class="text-12 text-ink-2">{{ label }}<TermHint v-if="!compact" :text="label" /></p>
    <div class="figure-row">
      <FigureValue v-if="figure" :figure="figure" :size="compact ? 'row' : 'big'" />
      <p v-else :class="compact ? 'figure-none font-bold' : 'slab text-22'">–</p>
      <b v-if="!compact && change" class="text-12 font-semibold" :class="way === '' ? 'text-ink-3' : better ? 'text-water' : 'text-pencil'">
        <svg v-if="way" viewBox="0 0 10 10" class="mr-0.5 inline size-2.5 fill-current" aria-hidden="true">
          <path :d="way === 'up' ? 'M5 1.5L9 8.5H1z' : 'M5 8.5L1 1.5H9z'" /></svg
        >{{ change }}<span v-if="way" class="sr-only">, {{ say(better ? 'tally.better' : 'tally.worse') }}</span>
      </b>
    </div>
    <template v-if="!compact">
      <p v-for="(note, i) in notes.split('\n')" :key="i" class="text-12 text-ink-3">{{ note }}</p>
    </template>
  </div>
</template>

<style scoped>
.figure-row {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 0 6px;
}
/* As high as the figure that will stand here. */
.figure-none {
  min-height: 24px;
}
</style>
