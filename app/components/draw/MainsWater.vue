<script setup lang="ts">
import type { Money } from '#core/scheme'
import { US_GALLON } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { share, volume } from '#core/units/quantity'

/** What the same water would have cost from the mains, sewer charge and rising blocks and all. */
const bench = useWorkbench()
const settings = useSettings()
const { setJob } = useEdits()
const { say } = useSay()
const { money, saving, pays, currency } = useMoney()

const tariff = computed(() => bench.job!.money)
/** Prices are told per cubic metre, or per thousand US gallons where people are billed so. */
const perUnit = computed(() => (settings.system === 'imperial' && TERM_FACTS[settings.terms].gallon === US_GALLON ? 1000 * US_GALLON : 1))
const unitName = computed(() => (perUnit.value === 1 ? 'm³' : '1,000 gal'))
const used = computed(() => bench.simulation.balance?.years.usedPerYear ?? 0)
const saved = computed(() => saving(used.value))
const back = computed(() => pays(bench.cost, used.value))

function setTier(index: number, change: Partial<Money['tiers'][number]>) {
  setJob('tariff', '', '', (draft) => void Object.assign(draft.money.tiers[index]!, change))
}
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
      <ChoiceField
        :label="say('mains.currency')"
        :model-value="currency"
        :options="(['£', '$', '€', '¤'] as const).map((value) => ({ value, label: value }))"
        @update:model-value="(v) => setJob<string, string>('currency', currency, v, (draft) => void (draft.money.currency = v))"
      />
      <div v-for="(tier, index) in tariff.tiers" :key="index" class="border-t border-hair">
        <QuantityField
          v-if="index > 0"
          :label="say('mains.from', { n: index + 1 })"
          kind="volume"
          :model-value="tier.from"
          :least="0"
          :most="1e6"
          @update:model-value="(v) => setTier(index, { from: v })"
        />
        <QuantityField
          :label="say('mains.price', { n: index + 1, unit: unitName })"
          kind="plain"
          :model-value="tier.price * perUnit"
          :least="0"
          :most="1e4"
          @update:model-value="(v) => setTier(index, { price: v / perUnit })"
        />
      </div>
      <div class="flex gap-2">
        <button v-if="tariff.tiers.length < 8" type="button" class="btn" @click="addTier">{{ say('mains.addTier') }}</button>
        <button v-if="tariff.tiers.length > 1" type="button" class="btn" @click="dropTier">{{ say('mains.dropTier') }}</button>
      </div>
      <QuantityField
        :label="say('mains.sewer', { unit: unitName })"
        kind="plain"
        :model-value="tariff.sewer * perUnit"
        :least="0"
        :most="1e4"
        @update:model-value="(v) => setJob('tariff', '', '', (draft) => void (draft.money.sewer = v / perUnit))"
      />
      <QuantityField
        :label="say('mains.sewerShare')"
        kind="share"
        :model-value="tariff.sewerShare"
        :least="0"
        :most="1"
        @update:model-value="(v) => setJob('tariff', share(tariff.sewerShare), share(v), (draft) => void (draft.money.sewerShare = v))"
      />
      <QuantityField
        :label="say('mains.houseUse')"
        kind="volume"
        :model-value="tariff.houseUse"
        :least="0"
        :most="1e5"
        @update:model-value="(v) => setJob('tariff', volume(tariff.houseUse), volume(v), (draft) => void (draft.money.houseUse = v))"
      />
      <QuantityField
        :label="say('mains.cost', { currency })"
        kind="plain"
        :note="bench.scheme?.cost ? undefined : say('mains.costFromBill', { cost: money(bench.cost) })"
        :model-value="bench.scheme?.cost ?? 0"
        :least="0"
        :most="1e7"
        @update:model-value="
          (v) =>
            bench.editScheme(
              { id: 'edit.field', values: { field: { field: 'cost' }, from: money(bench.scheme!.cost), to: money(v) } },
              (scheme) => ({ ...scheme, cost: v }),
            )
        "
      />
    </details>
  </section>
</template>
