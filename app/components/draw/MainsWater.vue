<script setup lang="ts">
import type { Money } from '#core/scheme'
import { LITRE, US_GALLON } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { volume } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'

/** What the same water would have cost from the mains, sewer charge and rising blocks and all. */
const bench = useWorkbench()
const settings = useSettings()
const { set, setJob, jobTableOf } = useEdits()
const { say } = useSay()
const { money, saving, pays, currency } = useMoney()

const tariff = computed(() => bench.job!.money)
/** Prices are told per cubic metre, or per thousand US gallons where people are billed so. */
const perUnit = computed(() => (settings.system === 'imperial' && TERM_FACTS[settings.terms].gallon === US_GALLON ? 1000 * US_GALLON : 1))
const unitName = computed(() => (perUnit.value === 1 ? 'm³' : '1,000 gal'))
const used = computed(() => bench.simulation.balance?.years.usedPerYear ?? 0)
const saved = computed(() => saving(used.value))
const back = computed(() => pays(bench.cost, used.value))

/** Money, and what is paid per unit of water as people are billed for it. */
const table = computed(() => jobTableOf(tariff.value, (draft) => draft.money))
const perVolume = <K extends 'price' | 'sewer'>(key: K): Lens<Record<K, number>, number> => ({
  name: 'tariff',
  get: (of) => of[key] * perUnit.value,
  put: (draft, shown) => (draft[key] = (shown / perUnit.value) as Record<K, number>[K]),
})
const CURRENCIES = ['£', '$', '€', '¤'] as const
const coin = computed((): FieldRow[] => {
  const options = CURRENCIES.map((value) => ({ value, label: value }))
  const paid: Lens<Money, string> = {
    name: 'currency',
    get: () => currency.value,
    put: (draft, to) => Object.assign(draft, { currency: to }),
  }
  return [table.value.choice(paid, options, { label: say('mains.currency') })]
})
/** A block of the tariff: from how much a year it holds, and its price. */
function tierRows(tier: Money['tiers'][number], index: number): FieldRow[] {
  const { measure } = jobTableOf(tier, (draft) => draft.money.tiers[index])
  const n = index + 1
  /** A block begins above the one before it and below the next. */
  const between = [(tariff.value.tiers[index - 1]?.from ?? 0) + LITRE, (tariff.value.tiers[index + 1]?.from ?? 1e6) - LITRE] as const
  return [
    ...(index > 0 ? [measure('from', 'volume', between, { name: 'tariff', key: 'from', label: say('mains.from', { n }) })] : []),
    measure(perVolume('price'), 'plain', [0, 1e4], { key: 'price', label: say('mains.price', { n, unit: unitName.value }) }),
  ]
}
const rest = computed((): FieldRow[] => {
  const { measure } = table.value
  return [
    measure(perVolume('sewer'), 'plain', [0, 1e4], { key: 'sewer', label: say('mains.sewer', { unit: unitName.value }) }),
    measure('sewerShare', 'share', [0, 1], { name: 'tariff', key: 'share', label: say('mains.sewerShare') }),
    measure('houseUse', 'volume', [0, 1e5], { name: 'tariff', key: 'use', label: say('mains.houseUse') }),
    {
      is: 'measure',
      key: 'cost',
      label: say('mains.cost', { currency: currency.value }),
      note: bench.scheme?.cost ? undefined : say('mains.costFromBill', { cost: money(bench.cost) }),
      kind: 'plain',
      value: bench.scheme?.cost ?? 0,
      least: 0,
      most: 1e7,
      set: (to) => set('cost', money(bench.scheme!.cost), money(to), (draft) => (draft.cost = to)),
    },
  ]
})
function addTier() {
  const last = tariff.value.tiers.at(-1)!
  setJob('tariff', '', '', (draft) => void draft.money.tiers.push({ from: last.from + 100, price: last.price }))
}
function dropTier() {
  setJob('tariff', '', '', (draft) => void draft.money.tiers.pop())
}
</script>

<template>
  <section :aria-label="say('mains.title')">
    <h3 class="h3">{{ say('mains.title') }}</h3>
    <p v-if="saved !== undefined" class="text-13">
      {{ say('mains.saves', { saved: money(saved), used: volume(used / 1000) }) }}
      <template v-if="back !== undefined">{{ say('mains.pays', { years: Math.round(back * 10) / 10 }) }}</template>
    </p>
    <p v-else class="text-13 text-ink-2">{{ say('mains.none') }}</p>
    <details>
      <summary class="text-13">{{ say('mains.prices') }}</summary>
      <FieldRows :rows="coin" />
      <div v-for="(tier, index) in tariff.tiers" :key="index" class="border-t border-hair">
        <FieldRows :rows="tierRows(tier, index)" />
      </div>
      <div class="flex gap-2">
        <button v-if="tariff.tiers.length < 8" type="button" class="btn" @click="addTier">{{ say('mains.addTier') }}</button>
        <button v-if="tariff.tiers.length > 1" type="button" class="btn" @click="dropTier">{{ say('mains.dropTier') }}</button>
      </div>
      <FieldRows :rows="rest" />
    </details>
  </section>
</template>
