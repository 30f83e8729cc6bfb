<script setup lang="ts">
import { problemOf, type Problem } from '#core/problems'
import type { SchemeFigures } from '#core/service'
import { LITRE } from '#core/units/constants'
import { area, count, days, length, share, volume } from '#core/units/quantity'

/** Two to four schemes side by side on the same rain, what differs marked, the better of each row set bold. */
const emit = defineEmits<{ close: [] }>()
const bench = useWorkbench()
const { say, sayProblem, text } = useSay()
const { money, saving, pays } = useMoney()

const MOST = 4
const schemes = computed(() => bench.job?.schemes ?? [])
const chosen = ref<string[]>([])
const figures = shallowRef<SchemeFigures[]>([])
const problem = shallowRef<Problem>()
onMounted(() => {
  const first = bench.scheme?.id
  chosen.value = [...(first ? [first] : []), ...schemes.value.map(({ id }) => id).filter((id) => id !== first)].slice(0, Math.min(MOST, 3))
})
watch(
  [chosen, schemes],
  async () => {
    try {
      figures.value = (await bench.compareSchemes(chosen.value)) ?? []
      problem.value = undefined
    } catch (error) {
      problem.value = problemOf(error)
    }
  },
  { immediate: true },
)
function toggle(id: string, on: boolean) {
  chosen.value = on ? [...chosen.value, id].slice(0, MOST) : chosen.value.filter((each) => each !== id)
}

interface Row {
  key: string
  /** How a scheme's figure is shown, and the number that ranks it; more is better unless told. */
  shown: (each: SchemeFigures) => string
  value: (each: SchemeFigures) => number | undefined
  less?: boolean
}
const litres = (value: number) => text(volume(value * LITRE))
const ROWS: Row[] = [
  { key: 'met', shown: ({ met }) => text(share(met)), value: ({ met }) => met },
  { key: 'metLow', shown: ({ metLow }) => (metLow === undefined ? '–' : text(share(metLow))), value: ({ metLow }) => metLow },
  { key: 'daysMet', shown: ({ daysMet }) => text(share(daysMet)), value: ({ daysMet }) => daysMet },
  { key: 'longest', shown: ({ longest }) => text(days(longest)), value: ({ longest }) => longest, less: true },
  { key: 'kept', shown: ({ kept }) => litres(kept), value: ({ kept }) => kept },
  { key: 'used', shown: ({ used }) => litres(used), value: ({ used }) => used },
  { key: 'surplus', shown: ({ surplus }) => litres(surplus), value: ({ surplus }) => surplus, less: true },
  { key: 'roof', shown: ({ roof }) => text(area(roof)), value: ({ roof }) => roof },
  { key: 'usable', shown: ({ usable }) => litres(usable), value: ({ usable }) => usable },
  { key: 'left', shown: ({ left }) => (left === undefined ? '–' : text(length(left))), value: ({ left }) => left },
  { key: 'stops', shown: ({ stops }) => text(count(stops)), value: ({ stops }) => stops, less: true },
  { key: 'goesWrong', shown: ({ goesWrong }) => text(count(goesWrong)), value: ({ goesWrong }) => goesWrong, less: true },
  { key: 'cost', shown: ({ cost }) => (cost > 0 ? money(cost) : '–'), value: ({ cost }) => (cost > 0 ? cost : undefined), less: true },
  { key: 'saved', shown: ({ used }) => showMoney(saving(used)), value: ({ used }) => saving(used) },
  { key: 'payback', shown: ({ cost, used }) => showYears(pays(cost, used)), value: ({ cost, used }) => pays(cost, used), less: true },
]
function showMoney(amount: number | undefined) {
  return amount === undefined ? '–' : money(amount)
}
function showYears(years: number | undefined) {
  return years === undefined ? '–' : say('compare.years', { n: Math.round(years * 10) / 10 })
}
const columns = computed(() =>
  chosen.value.flatMap((id) => {
    const found = figures.value.find(({ scheme }) => scheme === id)
    const scheme = schemes.value.find((each) => each.id === id)
    return found && scheme ? [{ id, name: scheme.name, figures: found }] : []
  }),
)
const rows = computed(() =>
  ROWS.map((row) => {
    const cells = columns.value.map(({ id, figures: each }) => ({ id, shown: row.shown(each), value: row.value(each) }))
    const values = cells.flatMap(({ value }) => (value === undefined ? [] : [value]))
    const best = row.less ? Math.min(...values) : Math.max(...values)
    const differs = new Set(cells.map(({ shown }) => shown)).size > 1
    return { key: row.key, differs, cells: cells.map((cell) => ({ ...cell, best: differs && cell.value === best })) }
  }),
)
</script>

<template>
  <DialogFrame :title="say('compare.title')" width="l" @close="emit('close')">
    <fieldset class="flex flex-wrap gap-x-4 py-2">
      <legend class="text-13 text-ink-2">{{ say('compare.pick', { n: MOST }) }}</legend>
      <label v-for="scheme in schemes" :key="scheme.id" class="flex items-center gap-2 py-1 text-13">
        <input
          type="checkbox"
          class="size-4 flex-none accent-ink"
          :checked="chosen.includes(scheme.id)"
          :disabled="!chosen.includes(scheme.id) && chosen.length >= MOST"
          @change="toggle(scheme.id, ($event.target as HTMLInputElement).checked)"
        />{{ scheme.name }}
      </label>
    </fieldset>
    <p v-if="problem" class="border-2 border-pencil p-2" role="alert">{{ sayProblem(problem) }}</p>
    <p v-else-if="columns.length === 0" class="py-4" role="status">{{ say('answer.waiting') }}</p>
    <div v-else class="overflow-x-auto" tabindex="0" role="region" :aria-label="say('compare.title')">
      <table class="w-full text-13">
        <thead>
          <tr>
            <th scope="col" class="text-left font-normal text-ink-3">{{ say('compare.figure') }}</th>
            <th v-for="column in columns" :key="column.id" scope="col" class="px-2 pb-1 text-right align-bottom">
              {{ column.name }}
              <span v-if="column.id === bench.scheme?.id" class="block text-12 font-normal text-ink-3">{{ say('compare.onBench') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key" class="border-t border-hair" :class="{ 'bg-sunk': row.differs }">
            <th scope="row" class="py-1 text-left font-normal">
              {{ say(`compare.row.${row.key}`) }}<span v-if="row.differs" class="only-heard"> {{ say('compare.differs') }}</span>
            </th>
            <td
              v-for="cell in row.cells"
              :key="cell.id"
              class="num px-2 text-right"
              :class="{ 'font-bold': cell.best, 'text-ink-3': row.differs && !cell.best }"
            >
              {{ cell.shown
              }}<span v-if="cell.best" class="ml-1" :title="say('compare.best')"
                >●<span class="only-heard">{{ say('compare.best') }}</span></span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="mt-2 text-12 text-ink-3">{{ say('compare.note') }}</p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button
        v-for="column in columns.filter(({ id }) => id !== bench.scheme?.id)"
        :key="column.id"
        type="button"
        class="btn"
        @click="bench.chooseScheme(column.id)"
      >
        {{ say('compare.goOn', { name: column.name }) }}
      </button>
    </div>
  </DialogFrame>
</template>
