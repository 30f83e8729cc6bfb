<script setup lang="ts">
import { produce } from 'immer'
import { cans } from '#core/arrangements/parts'
import { demandAs, drawFrom, drawPoints, freshId, removeDemand, type DrawPoint } from '#core/edits'
import { governingRule } from '#core/draw'
import { USES, type Demand, type Use } from '#core/scheme'
import { message, saying } from '~/stores/messages'

/** What is drawn, and whether a can fits. Decides how often the butt is asked and how high it must stand. */
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const line = computed(() => bench.assessed?.line)
const tap = computed(() => line.value?.tap)
const demands = computed(() => bench.scheme?.demands ?? [])
const ADDABLE = ['cans', 'bed', 'animals', 'task'] as const

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
/** A new one is drawn where one stands, else from the first tap or pump that there is. */
/** What is begun with; how much of it is told otherwise later. */
type Begun = Exclude<Demand['kind'], 'volume'>
function newDemand(kind: Begun, from: DrawPoint): Demand {
  const demandsHere = bench.scheme!.demands
  const first = cans(freshId('demand', demandsHere), say(`draw.new.${kind}`), '', 1, {
    priority: Math.min(9, demandsHere.length + 1),
    can: tap.value?.can.volume ?? 0.01,
    from,
  })
  return demandAs(first, kind)
}
const points = computed(() => (bench.scheme ? drawPoints(bench.scheme) : []))
const from = computed((): DrawPoint | undefined => (tap.value ? { kind: 'tap', tap: tap.value.id } : points.value[0]))
function add(kind: Begun) {
  const point = from.value
  if (!point) return
  bench.editScheme(message('edit.demandAdded'), (scheme) =>
    produce(scheme, (draft) => {
      draft.demands.push(newDemand(kind, point))
    }),
  )
}
const remove = (demand: Demand) =>
  bench.editScheme(message('edit.demandRemoved', { name: demand.name }), (scheme) => removeDemand(scheme, demand.id))
const drawn = (demand: Demand, point: DrawPoint) =>
  bench.editScheme(message('edit.demand', { name: demand.name, what: saying('draw.from') }), (scheme) => drawFrom(scheme, demand.id, point))
function setUses(uses: Use[]) {
  const named = (list: readonly Use[]) => list.map((each) => say(`word.${each}`)).join(', ')
  set('uses', named(bench.scheme!.uses), named(uses), (draft) => (draft.uses = uses))
}
</script>

<template>
  <div v-if="line">
    <TicksField
      headed
      :label="say('draw.uses')"
      :model-value="bench.scheme!.uses"
      :options="USES.map((value) => ({ value, label: say(`word.${value}`) }))"
      :columns="2"
      :least="{ n: 1, why: say('draw.oneUse') }"
      @update:model-value="setUses"
    />
    <UseRules v-if="governing" :rule="governing" />
    <DrawPoints />
    <div class="rule mt-2 flex flex-wrap items-center justify-between gap-2 pt-2">
      <h3 class="h3">{{ say('draw.demands') }}</h3>
      <div class="flex flex-wrap gap-1">
        <button v-for="kind in ADDABLE" :key="kind" type="button" class="btn" :disabled="!from" @click="add(kind)">
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
      @from="(point) => drawn(demand, point)"
      @remove="remove(demand)"
    />
    <p v-if="demands.length === 0" class="py-2 text-13">{{ say('draw.noDemand') }}</p>
    <CountOn class="rule mt-2 pt-2" />
    <MainsWater class="rule mt-2 pt-2" />
    <Delivery />
  </div>
</template>
