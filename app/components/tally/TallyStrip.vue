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
  text: string
  way: '' | 'up' | 'down'
  better: boolean
}
/** What the last edit changed, as "140 L more"; empty before the first edit and while the figure is still being reckoned. */
function change(key: Key): Change {
  const now = bench.tally[key]
  const before = bench.baseline[key]
  if (!bench.lastEdit || now === undefined || before === undefined) return { text: '', way: '', better: false }
  const by = now - before
  const amount = key === 'met' ? say('tally.points', { n: Math.abs(Math.round(by * 1000) / 10) }) : text(UNIT[key](Math.abs(by)))
  if (/^0\b(?![.,][1-9])/.test(amount)) return { text: say('tally.noChange'), way: '', better: false }
  return {
    text: say(by > 0 ? 'tally.more' : 'tally.less', { amount }),
    way: by > 0 ? 'up' : 'down',
    better: by > 0 === MORE_IS_BETTER.has(key),
  }
}

const { between } = useBands()
const years = computed(() => bench.simulation.balance?.years)
const cells = computed<{ key: Key; label: string; figure: Figure | undefined; note: string }[]>(() => {
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
    <div v-if="!compact" class="cell bg-sunk">
      <p class="text-12 text-ink-2">{{ say('tally.since') }}</p>
      <p class="edit font-bold">{{ edited }}</p>
    </div>
    <div v-for="cell in cells" :key="cell.key" class="cell" :class="{ waiting: bench.simulation.working }">
      <p class="text-12 text-ink-2">{{ cell.label }}<TermHint v-if="!compact" :text="cell.label" /></p>
      <div class="figure-row">
        <FigureValue v-if="cell.figure" :figure="cell.figure" :size="compact ? 'row' : 'big'" />
        <p v-else class="slab text-22">–</p>
        <b
          v-if="!compact && change(cell.key).text"
          class="text-12 font-semibold"
          :class="change(cell.key).way === '' ? 'text-ink-3' : change(cell.key).better ? 'text-water' : 'text-pencil'"
        >
          <svg v-if="change(cell.key).way" viewBox="0 0 10 10" class="mr-0.5 inline size-2.5 fill-current" aria-hidden="true">
            <path :d="change(cell.key).way === 'up' ? 'M5 1.5L9 8.5H1z' : 'M5 8.5L1 1.5H9z'" /></svg
          >{{ change(cell.key).text
          }}<span v-if="change(cell.key).way" class="sr-only">, {{ say(change(cell.key).better ? 'tally.better' : 'tally.worse') }}</span>
        </b>
      </div>
      <template v-if="!compact">
        <p class="text-12 text-ink-3">{{ cell.note }}</p>
        <p v-if="cell.key !== 'runoff'" class="text-12 text-ink-3">{{ between(cell.key) }}</p>
        <p v-if="cell.key === 'met' && figures.cansAWeek.value !== undefined" class="text-12 text-ink-2">
          {{ say('tally.countOn', { n: plain(figures.cansAWeek.value) }) }}
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.tally {
  display: grid;
  grid-template-columns: 206px repeat(5, minmax(0, 1fr));
  min-height: 96px;
}
.cell {
  padding: 6px 10px 5px 14px;
  border-left: 1px solid var(--ink);
  min-width: 0;
  overflow: hidden;
}
.cell:first-child {
  border-left: 0;
}
.edit {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
.cell > p {
  line-height: 1.25;
}
.figure-row {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 0 6px;
}
.waiting {
  background-image: repeating-linear-gradient(-45deg, transparent 0 7px, var(--sunk) 7px 8px);
}
.compact {
  grid-template-columns: repeat(3, minmax(0, 1fr));
  min-height: 0;
}
.compact .cell {
  padding: 4px 8px 6px;
}
.compact .cell:nth-child(n + 4) {
  border-top: 1px solid var(--ink);
}
.compact .cell:nth-child(3n + 1) {
  border-left: 0;
}
</style>
