<script setup lang="ts">
import type { Finding } from '#core/findings'

/** What changed, for those who hear the page: the edit, snags that came and went, and what the years say of it. */
const bench = useWorkbench()
const figures = useFigures()
const { say, sayMessage, text } = useSay()

const REST_MS = 700
const told = ref('')
let waiting: ReturnType<typeof setTimeout> | undefined
let parts: string[] = []
/** Several things in a row are told together, when the hand has rested. */
function tell(part: string) {
  parts = [...parts.filter((each) => each !== part), part]
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    told.value = parts.join(' ')
    parts = []
  }, REST_MS)
}
onBeforeUnmount(() => clearTimeout(waiting))

const keyOf = ({ id, ids }: Finding) => `${id} ${Object.values(ids).join(' ')}`
watch(
  () => bench.lastEdit,
  (edit) => edit && tell(sayMessage(edit)),
)
watch(
  () => bench.findings,
  (now, before) => {
    if (!bench.lastEdit) return
    const was = new Set(before.map(keyOf))
    const is = new Set(now.map(keyOf))
    for (const finding of now)
      if (!was.has(keyOf(finding))) tell(say('news.snag', { what: say(`finding.${finding.id}.say`, finding.values) }))
    const gone = before.filter((finding) => !is.has(keyOf(finding))).length
    if (gone > 0) tell(say('news.gone', { n: gone }))
  },
)
watch(
  () => bench.simulation.working,
  (working) => !working && bench.lastEdit && figures.met.value && tell(say('news.met', { met: text(figures.met.value) })),
)
</script>

<template>
  <p class="sr-only" role="status" aria-live="polite" data-testid="news">{{ told }}</p>
</template>
