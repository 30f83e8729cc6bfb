<script setup lang="ts">
import { workingTexts, type Figure } from '#core/figures/figure'

/** The working of the figure that was opened: its lines with this job's numbers, the rule, the source. Values follow the job while it is open. */
const props = defineProps<{ live: readonly Figure[] }>()
const { slip, close } = useSlip()
const { say, display } = useSay()

const figure = computed(() => props.live.find(({ id }) => id === slip.value?.figure.id) ?? slip.value?.figure)
const texts = computed(() => (figure.value ? workingTexts(figure.value, display.value) : []))
const panel = ref<HTMLElement>()
const WIDTH = 288
const place = computed(() => {
  const rect = slip.value?.anchor
  if (!rect) return {}
  const left = Math.max(8, Math.min(rect.left, window.innerWidth - WIDTH - 8))
  const below = rect.bottom < window.innerHeight * 0.55
  return below
    ? { left: `${left}px`, top: `${rect.bottom + 6}px` }
    : { left: `${left}px`, bottom: `${window.innerHeight - rect.top + 6}px` }
})

watch(slip, (now) => now && void nextTick(() => panel.value?.focus()))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && slip.value) close()
})
useEventListener('pointerdown', (event: PointerEvent) => {
  const target = event.target as Node
  if (slip.value && !panel.value?.contains(target) && !slip.value.opener.contains(target)) close(false)
})
</script>

<template>
  <div
    v-if="slip && figure"
    ref="panel"
    tabindex="-1"
    role="dialog"
    :aria-label="say('working.of', { what: say(`working.${figure.id}`) })"
    class="slip fixed z-40 w-72 border border-ink bg-sheet p-3"
    :style="place"
  >
    <div class="flex items-start justify-between gap-2">
      <p class="font-bold">{{ say('working.of', { what: say(`working.${figure.id}`) }) }}</p>
      <button type="button" class="text-water underline text-13" @click="close()">{{ say('ui.close') }}</button>
    </div>
    <table class="mt-2 w-full text-13">
      <tbody>
        <tr v-for="(row, index) in figure.working.lines" :key="index" :class="{ total: row.sign === '=' }">
          <th scope="row" class="py-0.5 text-left font-normal">{{ say(`working.${row.label}`) }}</th>
          <td class="num py-0.5 text-right whitespace-nowrap">
            <span class="text-ink-3">{{ row.sign }}</span> {{ texts[index] }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mt-2 text-13">{{ say(`rule.${figure.working.rule}`) }}</p>
    <p class="mt-1 text-12 text-ink-3">
      {{ say(`source.${figure.working.source}`) }} <NuxtLink to="/help/methods">{{ say('help.methods') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.total th,
.total td {
  font-weight: 700;
  border-top: 1px solid var(--ink);
}
</style>
