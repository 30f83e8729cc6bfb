<script setup lang="ts">
import { addOverflow, endAway, leadOverflow, pipesOnward, placeAtEnd, type Onward } from '#core/edits'
import { overflowEnd } from '#core/layout'
import { GROUNDS, type PlaceKind } from '#core/scheme'
import { length, typed } from '#core/units/quantity'
import { message, fieldEdit } from '~/stores/messages'

/** Where the surplus goes. Decides whether a full butt harms the wall, the path or the neighbour. */
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const line = computed(() => bench.assessed?.line)
/** The line's own way out, or that of another vessel of its store. */
const route = computed(() => line.value?.overflow ?? bench.assessment?.path.overflows.get(line.value!.placed.store.id)?.[0])
const target = computed(() => route.value && overflowEnd(bench.scheme!, bench.assessment!.path.layout, route.value))

function setDistance(far: number) {
  const { id } = route.value!
  const label = fieldEdit('wallDistance', typed('span', target.value!.wallDistance), typed('span', far))
  bench.editScheme(label, (scheme) => endAway(scheme, id, far))
}
function setBore(bore: number) {
  const { from } = route.value!
  set('overflowBore', length(route.value!.bore), length(bore), (draft) => {
    for (const each of draft.overflows) if (each.id === route.value!.id) each.bore = bore
    for (const vessel of draft.stores.flatMap(({ vessels }) => vessels))
      for (const port of vessel.ports) if (vessel.id === from.vessel && port.id === from.port) port.bore = bore
  })
}
function add() {
  const { vessel } = line.value!.placed
  bench.editScheme(message('edit.overflowAdded', { name: vessel.name }), (scheme) => addOverflow(scheme, vessel.id))
}
const leadsTo = computed(() => {
  const to = route.value!.to
  if (to.kind === 'place') return `place:${to.place}`
  return to.kind === 'ground' ? to.where : to.kind === 'drop' ? `drop:${to.drop}` : `vessel:${to.vessel}`
})
/** Places, pipes whose water does not come back, a pipe put up for it, and what it leads to now, whatever that is. */
const onward = computed(() => {
  const scheme = bench.scheme!
  const names = new Map(scheme.drops.map(({ id, name }) => [id, name]))
  const { to } = route.value!
  return [
    ...scheme.places
      .filter(({ what }) => isGround(what))
      .map(({ id, name }) => ({ value: `place:${id}`, label: say('spill.toPlace', { name }) })),
    ...GROUNDS.map((value) => ({ value: value as string, label: say(`word.${value}`) })),
    ...pipesOnward(scheme, route.value!.id).map((id) => ({ value: `drop:${id}`, label: names.get(id)! })),
    ...(to.kind === 'vessel' ? [{ value: leadsTo.value, label: bench.assessment!.path.vessels.get(to.vessel)!.vessel.name }] : []),
    { value: 'new', label: say('spill.newPipe') },
  ]
})
function lead(value: string) {
  const ground = GROUNDS.find((each) => each === value)
  const to: Onward | undefined = ground
    ? { kind: 'ground', where: ground }
    : value.startsWith('place:')
      ? { kind: 'place', place: value.slice('place:'.length) }
      : value === 'new'
        ? { kind: 'new', name: say('spill.newPipeName') }
        : value.startsWith('drop:')
          ? { kind: 'drop', drop: value.slice('drop:'.length) }
          : undefined
  if (to) bench.editScheme(message('edit.led'), (scheme) => leadOverflow(scheme, route.value!.id, to))
}
/** Ground that may take water, as a place on the plan. */
const isGround = (what: PlaceKind) => GROUNDS.some((each) => each === what)
/** The end of this overflow as a place on the plan, where it is now. */
function keepAsPlace() {
  const name = say(`word.place-${target.value!.where}`)
  bench.editScheme(message('edit.placeAdded', { name }), (scheme) => placeAtEnd(scheme, route.value!.id, name))
}
</script>

<template>
  <div v-if="line">
    <p v-if="line.trough" class="rule py-2">
      {{ say(bench.assessed?.usable.topBy === 'diverter' ? 'spill.selfLevelling' : 'spill.lipTooHigh') }}
    </p>
    <template v-if="route">
      <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
      <QuantityField
        :label="say('field.name.overflowBore')"
        kind="length"
        :model-value="route.bore"
        :least="0.01"
        :most="0.3"
        @update:model-value="setBore"
      />
      <p v-if="bench.assessed?.overflow" class="flex items-baseline justify-between text-13">
        <span>{{ say('spill.passes') }}</span> <FigureValue :figure="bench.assessed.overflow" />
      </p>
      <p v-if="bench.assessed?.surplus" class="flex items-baseline justify-between text-13">
        <span>{{ say('gutter.arriving') }}</span> <FigureValue :figure="bench.assessed.surplus" />
      </p>
      <ChoiceField :label="say('field.name.where')" :model-value="leadsTo" :options="onward" @update:model-value="lead" />
      <template v-if="target">
        <QuantityField
          :label="say('field.name.wallDistance')"
          kind="span"
          :model-value="target.wallDistance"
          :least="0"
          :most="200"
          @update:model-value="setDistance"
        />
        <button v-if="route.to.kind === 'ground'" type="button" class="btn my-1" @click="keepAsPlace">{{ say('spill.asPlace') }}</button>
        <p v-else class="text-12 text-ink-3">{{ say('spill.onPlan') }}</p>
      </template>
      <WayOut :route="route" />
    </template>
    <div v-else class="rule py-2">
      <p>{{ say(line.trough ? 'spill.spare' : 'spill.none') }}</p>
      <button type="button" class="btn my-1" @click="add">{{ say('spill.add') }}</button>
      <p class="text-12 text-ink-3">{{ say('spill.addNote') }}</p>
    </div>
  </div>
</template>
