<script setup lang="ts">
import type { Figure } from '#core/figures/figure'
import { LITRE } from '#core/units/constants'
import { days, plain, share, volume, type Quantity } from '#core/units/quantity'
import type { TallyFigures } from '~/stores/workbench'

/** The handful of figures that matter, always in sight, each with what the last edit did to it in words. */
defineProps<{ compact?: boolean }>()
const bench = useWorkbench()
const figures = useFigures()
const { say, sayMessage, text, month } = useSay()

type Key = keyof TallyFigures
const UNIT: Record<Key, (value: number) => Quantity> = {
  kept: (litres) => volume(litres * LITRE),
  runoff: (litres) => volume(litres * LITRE),
  met: share,
  lasts: days,
  longest: days,
  surplus: (litres) => volume(litres * LITRE),
}

/** Figures of which more is better; of the others less is. */
const MORE_IS_BETTER = new Set<Key>(['kept', 'runoff', 'met', 'lasts'])
interface Change {
  change: string
  way: '' | 'up' | 'down'
  better: boolean
}
const NONE: Change = { change: '', way: '', better: false }
/** What the last edit changed; nothing before the first edit and while the figure is still being reckoned. */
function changeOf(key: Key): Change {
  const now = bench.tally[key]
  const before = bench.baseline[key]
  if (!bench.lastEdit || now === undefined || before === undefined) return NONE
  const by = now - before
  const amount = key === 'met' ? say('tally.points', { n: Math.abs(Math.round(by * 1000) / 10) }) : text(UNIT[key](Math.abs(by)))
  if (/^0\b(?![.,][1-9])/.test(amount)) return { ...NONE, change: say('tally.noChange') }
  return {
    change: say(by > 0 ? 'tally.more' : 'tally.less', { amount }),
    way: by > 0 ? 'up' : 'down',
    better: by > 0 === MORE_IS_BETTER.has(key),
  }
}

const { between } = useBands()
const years = computed(() => bench.simulation.balance?.years)
const cells = computed<{ key: Exclude<Key, 'runoff'>; label: string; figure: Figure | undefined; note: string }[]>(() => {
  const range = years.value?.metRange
  const lastsMonth = bench.assessed?.lastsMonth
  return [
    {
      key: 'kept',
      label: say('tally.kept'),
      figure: figures.kept.value,
      note: years.value ? say('tally.keptNote', { runoff: volume(years.value.runoffPerYear * LITRE) }) : '',
    },
    {
      key: 'met',
      label: say('tally.met'),
      figure: figures.met.value,
      note: figures.open.value
        ? say(`tally.open.${figures.open.value}`)
        : range?.low !== undefined && range.high !== undefined
          ? say('tally.metRange', { low: Math.round(range.low * 100), high: Math.round(range.high * 100) })
          : say('tally.metShort', { years: years.value?.years.length ?? 0 }),
    },
    {
      key: 'lasts',
      label: say('tally.lasts'),
      figure: bench.assessed?.lasts,
      note: lastsMonth === undefined ? '' : say('tally.lastsNote', { month: month(lastsMonth) }),
    },
    { key: 'longest', label: say('tally.longest'), figure: figures.longest.value, note: longestNote.value },
    {
      key: 'surplus',
      label: say(bench.assessed?.usable.topBy === 'diverter' ? 'tally.returned' : 'tally.spilled'),
      figure: figures.surplus.value,
      note: years.value ? say('tally.surplusNote', { share: share(years.value.surplusShare) }) : '',
    },
  ]
})
const longestNote = computed(() => {
  const balance = bench.simulation.balance
  if (!balance || balance.years.longestShort === 0) return ''
  const start = balance.years.longestShortStart
  return say('tally.longestNote', { month: month(balance.calendar.month[start] ?? 0), year: balance.calendar.year[start] ?? 0 })
})
/** Below a figure: what it is of, where it lies in eight years of ten, and what can be counted on. */
const notesOf = (key: Exclude<Key, 'runoff'>, note: string) =>
  [
    note,
    between(key),
    ...(key === 'met' && figures.cansAWeek.value !== undefined ? [say('tally.countOn', { n: plain(figures.cansAWeek.value) })] : []),
  ].join('\n')
const edited = computed(() =>
  bench.lastEdit
    ? bench.lastStep && bench.lastEdit.id.match(/undone|redone/)
      ? say(bench.lastEdit.id, { what: sayMessage(bench.lastStep.label) })
      : sayMessage(bench.lastEdit)
    : say('tally.noEdit'),
)
</script>

<template>
  <section
    class="tally border-t-2 border-ink bg-sheet"
    :class="{ compact }"
    :aria-label="say('tally.title')"
    :aria-busy="bench.simulation.working"
  >
    <div v-if="!compact" class="cell edited bg-sunk">
      <p class="text-12 text-ink-2">{{ say('tally.since') }}</p>
      <p class="edit font-bold">{{ edited }}</p>
    </div>
    <TallyCell
      v-for="{ key, label, figure, note } in cells"
      :key="key"
      :label="label"
      :figure="figure"
      :compact="compact"
      v-bind="changeOf(key)"
      :notes="notesOf(key, note)"
    />
  </section>
</template>

<style scoped>
.tally {
  display: grid;
  grid-template-columns: 206px repeat(5, minmax(0, 1fr));
  min-height: 98px;
}
.tally > :deep(.cell) {
  padding: 6px 10px 5px 14px;
  border-left: 1px solid var(--ink);
  min-width: 0;
  overflow: hidden;
}
.tally > :deep(.cell:first-child) {
  border-left: 0;
}
.edit {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
.tally > :deep(.cell > p) {
  line-height: 1.25;
}
.tally[aria-busy='true'] > :deep(.cell:not(.edited)) {
  background-image: repeating-linear-gradient(-45deg, transparent 0 7px, var(--sunk) 7px 8px);
}
.compact {
  grid-template-columns: repeat(3, minmax(0, 1fr));
  min-height: 0;
}
.compact > :deep(.cell) {
  padding: 4px 8px 6px;
}
.compact > :deep(.cell:nth-child(n + 4)) {
  border-top: 1px solid var(--ink);
}
.compact > :deep(.cell:nth-child(3n + 1)) {
  border-left: 0;
}
</style>
