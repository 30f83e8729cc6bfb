<script setup lang="ts">
import type { Figure } from '#core/figures/figure'

/** A figure that opens to its working. */
defineProps<{ figure: Figure; size?: 'big' | 'row' }>()
const { parts, say } = useSay()
const { slip, toggle } = useSlip()
const open = (figure: Figure, event: MouseEvent) => toggle(figure, event.currentTarget as HTMLElement)
</script>

<template>
  <button
    type="button"
    class="figure"
    :class="size === 'big' ? 'slab text-22' : 'font-bold num'"
    :aria-expanded="slip?.figure.id === figure.id"
    :aria-label="`${say(`working.${figure.id}`)}: ${parts(figure).number} ${parts(figure).unit}, ${say('working.open')}`"
    @click="open(figure, $event)"
  >
    {{ parts(figure).number }}<small v-if="parts(figure).unit" class="ml-0.5 font-ui text-13 font-semibold">{{ parts(figure).unit }}</small>
  </button>
</template>

<style scoped>
.figure {
  text-decoration: underline dotted var(--line) 1.5px;
  text-underline-offset: 4px;
  white-space: nowrap;
  line-height: 1.15;
  min-height: 24px;
}
.figure:hover {
  text-decoration-color: var(--ink);
  text-decoration-style: solid;
}
</style>
