<script setup lang="ts">
import type { Station } from '#core/findings'
import { TOUR } from '~/components/help/useTour'

/** What the tour asks for next, over the job that is open; it goes on by itself when that has been done. */
const props = defineProps<{ station: Station; doing: string | undefined }>()
const emit = defineEmits<{ go: [to: { station?: Station; doing?: 'trial' | undefined }] }>()
const bench = useWorkbench()
const { slip } = useSlip()
const { say } = useSay()
const { step, go, next } = useTour()

/** The first snag that can be mended; of a plan that has none the first there is. */
const snag = computed(
  () =>
    bench.findings.find(({ mends, severity }) => mends && severity !== 'note') ??
    bench.findings.find(({ severity }) => severity !== 'note'),
)
const done = computed(() => {
  switch (step.value) {
    case 'look':
      return snag.value === undefined || (!props.doing && props.station === snag.value.station)
    case 'mend':
      return bench.lastEdit?.id === 'edit.mended'
    case 'storm':
      return props.doing === 'trial'
    case 'cut':
      return !props.doing && props.station === 'drop'
    case 'figure':
      return slip.value !== undefined
    default:
      return false
  }
})
/** Somebody who has just come to a step has not done it yet, whatever lies open. */
const AFTER_MS = 900
let already = done.value
watch(step, () => (already = done.value), { flush: 'post' })
watch(done, (now) => {
  if (!now) already = false
  else if (!already) setTimeout(() => done.value && next(), AFTER_MS)
})
function show() {
  if (step.value === 'look' || step.value === 'mend') emit('go', { station: snag.value?.station ?? 'drop' })
  else if (step.value === 'storm') emit('go', { doing: 'trial' })
  else emit('go', { station: 'drop', doing: undefined })
}
</script>

<template>
  <aside v-if="step" class="tour" :aria-label="say('help.tour.title')">
    <p class="flex items-baseline justify-between gap-3">
      <b class="slab text-16">{{ say('help.tour.title') }}</b>
      <span class="cap">{{ say('help.tour.at', { n: TOUR.indexOf(step) + 1, of: TOUR.length }) }}</span>
    </p>
    <p class="py-1" role="status">{{ say(`help.tour.step.${step}`) }}</p>
    <div class="flex flex-wrap gap-2">
      <button v-if="step !== 'end' && step !== 'figure'" type="button" class="btn" @click="show">{{ say('help.tour.show') }}</button>
      <button v-if="step !== 'end'" type="button" class="btn btn-go" @click="next">
        {{ say(done ? 'help.tour.done' : 'help.tour.next') }}
      </button>
      <button v-else type="button" class="btn btn-go" @click="go(undefined)">{{ say('help.tour.finish') }}</button>
      <button type="button" class="btn btn-bare" @click="go(undefined)">{{ say('help.tour.leave') }}</button>
    </div>
  </aside>
</template>

<style scoped>
.tour {
  position: fixed;
  z-index: 45;
  left: 212px;
  bottom: 112px;
  width: min(420px, calc(100vw - 24px));
  padding: 12px 16px;
  border: 2px solid var(--ink);
  background: var(--sheet);
}
@media (max-width: 999px) {
  .tour {
    left: 12px;
    bottom: 80px;
  }
}
</style>
