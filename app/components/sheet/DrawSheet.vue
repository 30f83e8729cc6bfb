<script setup lang="ts">
import { produce } from 'immer'
import { cans } from '#core/arrangements/parts'
import { demandAs, freshId, setPort } from '#core/edits'
import { governingRule } from '#core/draw'
import { USES, type Demand, type Tap, type Use } from '#core/scheme'
import { length, volume } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** What is drawn, and whether a can fits. Decides how often the butt is asked and how high it must stand. */
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const line = computed(() => bench.assessed?.line)
const tap = computed(() => line.value?.tap)
const demands = computed(() => bench.scheme?.demands ?? [])
const ADDABLE = ['cans', 'bed', 'animals', 'task'] as const

function changeTap(field: string, from: Parameters<typeof set>[1], to: Parameters<typeof set>[2], recipe: (tap: Tap) => void) {
  const { id } = tap.value!
  set(field, from, to, (draft) => {
    const found = draft.taps.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
function setTapHeight(height: number) {
  const { vessel, foot } = line.value!.placed
  bench.editScheme(message('edit.tapHeight', { from: length(line.value!.heights.tap!.centre), to: length(height) }), (scheme) =>
    setPort(scheme, vessel.id, tap.value!.port, height - foot),
  )
}
function changeDemand(id: string, what: string, recipe: (demand: Demand) => void) {
  bench.editScheme(message('edit.demand', { name: demands.value.find((each) => each.id === id)?.name ?? '', what }), (scheme) =>
    produce(scheme, (draft) => {
      const found = draft.demands.find((each) => each.id === id)
      if (found) recipe(found)
    }),
  )
}
const governing = computed(() => (bench.scheme ? governingRule(bench.scheme.uses) : undefined))
const got = computed(() => new Map(bench.simulation.balance?.years.demands.map((each) => [each.id, each]) ?? []))
function newDemand(kind: Demand['kind']): Demand {
  const demandsHere = bench.scheme!.demands
  const drawn = tap.value ?? bench.scheme!.taps[0]
  const first = cans(freshId('demand', demandsHere), say(`draw.new.${kind}`), drawn?.id ?? '', 1, {
    priority: Math.min(9, demandsHere.length + 1),
    can: drawn?.can.volume ?? 0.01,
  })
  return demandAs(first, kind)
}
function add(kind: Demand['kind']) {
  if (!bench.scheme?.taps.length) return
  bench.editScheme(message('edit.demandAdded'), (scheme) =>
    produce(scheme, (draft) => {
      draft.demands.push(newDemand(kind))
    }),
  )
}
function remove(demand: Demand) {
  bench.editScheme(message('edit.demandRemoved', { name: demand.name }), (scheme) => ({
    ...scheme,
    demands: scheme.demands.filter(({ id }) => id !== demand.id),
  }))
}
function toggleUse(use: Use, on: boolean) {
  const uses = bench.scheme!.uses
  const next = on ? [...uses, use] : uses.filter((each) => each !== use)
  if (next.length === 0) return
  set(
    'uses',
    uses.map((each) => say(`word.${each}`)).join(', '),
    next.map((each) => say(`word.${each}`)).join(', '),
    (draft) => (draft.uses = next),
  )
}
</script>

<template>
  <div v-if="line">
    <fieldset class="rule pt-2">
      <legend class="h3 float-left mb-1">{{ say('draw.uses') }}</legend>
      <div class="clear-both grid grid-cols-2 gap-x-3">
        <label v-for="use in USES" :key="use" class="flex items-center gap-2 py-1 text-13">
          <input
            type="checkbox"
            class="size-4 flex-none accent-ink"
            :checked="bench.scheme!.uses.includes(use)"
            @change="toggleUse(use, ($event.target as HTMLInputElement).checked)"
          />{{ say(`word.${use}`) }}
        </label>
      </div>
    </fieldset>
    <UseRules v-if="governing" :rule="governing" />
    <template v-if="tap && line.heights.tap">
      <h3 class="h3 rule pt-2">{{ say('draw.tap') }}</h3>
      <QuantityField
        :label="say('field.name.tapHeight')"
        kind="length"
        :model-value="line.heights.tap.centre"
        :least="0"
        :most="10"
        @update:model-value="setTapHeight"
      />
      <QuantityField
        :label="say('field.name.spoutBelow')"
        kind="length"
        :model-value="tap.spoutBelow"
        :least="0"
        :most="1"
        @update:model-value="(v) => changeTap('spoutBelow', length(tap!.spoutBelow), length(v), (draft) => (draft.spoutBelow = v))"
      />
      <QuantityField
        :label="say('field.name.tapBore')"
        kind="length"
        :model-value="tap.bore"
        :least="0.005"
        :most="0.1"
        @update:model-value="(v) => changeTap('tapBore', length(tap!.bore), length(v), (draft) => (draft.bore = v))"
      />
      <QuantityField
        :label="say('field.name.canHeight')"
        kind="length"
        :measure="`canHeight:${tap.id}`"
        :model-value="tap.can.height"
        :least="0.05"
        :most="2"
        @update:model-value="(v) => changeTap('canHeight', length(tap!.can.height), length(v), (draft) => (draft.can.height = v))"
      />
      <QuantityField
        :label="say('field.name.canVolume')"
        kind="volume"
        :measure="`canVolume:${tap.id}`"
        :model-value="tap.can.volume"
        :least="0.0005"
        :most="0.2"
        @update:model-value="(v) => changeTap('canVolume', volume(tap!.can.volume), volume(v), (draft) => (draft.can.volume = v))"
      />
      <p v-if="bench.assessed?.tap" class="flex items-baseline justify-between text-13">
        <span>{{ say('draw.spare') }}</span> <FigureValue :figure="bench.assessed.tap.spare" />
      </p>
      <p v-if="bench.assessed?.tap" class="flex items-baseline justify-between text-13">
        <span>{{ say('draw.flow', { minutes: Math.round(bench.assessed.tap.canMinutes * 10) / 10 }) }}</span>
        <FigureValue :figure="bench.assessed.tap.flow" />
      </p>
    </template>
    <div class="rule mt-2 flex flex-wrap items-center justify-between gap-2 pt-2">
      <h3 class="h3">{{ say('draw.demands') }}</h3>
      <div class="flex flex-wrap gap-1">
        <button v-for="kind in ADDABLE" :key="kind" type="button" class="btn" :disabled="!bench.scheme?.taps.length" @click="add(kind)">
          {{ say(`draw.add.${kind}`) }}
        </button>
      </div>
    </div>
    <DemandCard
      v-for="demand in demands"
      :key="demand.id"
      :demand="demand"
      :got="got.get(demand.id)"
      @change="(what, recipe) => changeDemand(demand.id, what, recipe)"
      @remove="remove(demand)"
    />
    <p v-if="demands.length === 0" class="py-2 text-13">{{ say('draw.noDemand') }}</p>
    <CountOn class="rule mt-2 pt-2" />
    <MainsWater class="rule mt-2 pt-2" />
    <Delivery />
  </div>
</template>
