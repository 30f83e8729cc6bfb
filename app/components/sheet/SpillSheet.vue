<script setup lang="ts">
import type { Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { addOverflow, leadOverflow, pipesOnward, type Onward } from '#core/edits'
import type { OverflowRoute } from '#core/scheme'
import { length, span } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** Where the surplus goes. Decides whether a full butt harms the wall, the path or the neighbour. */
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const line = computed(() => bench.assessed?.line)
/** The line's own way out, or that of another vessel of its store. */
const route = computed(() => line.value?.overflow ?? bench.assessment?.path.overflows.get(line.value!.placed.store.id)?.[0])
const target = computed(() => (route.value?.to.kind === 'ground' ? route.value.to : undefined))

function change<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (route: OverflowRoute) => void) {
  const id = route.value!.id
  set<F, T>(field, from, to, (draft) => {
    const found = draft.overflows.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
const setDistance = (far: number) =>
  change('wallDistance', span(target.value!.wallDistance), span(far), ({ to }) => {
    if (to.kind === 'ground') to.wallDistance = far
  })
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
const PLACES = ['stones', 'drain', 'lawn', 'bed', 'rain-garden', 'soakaway', 'ditch', 'paving'] as const
const leadsTo = computed(() => {
  const to = route.value!.to
  return to.kind === 'ground' ? to.where : to.kind === 'drop' ? `drop:${to.drop}` : `vessel:${to.vessel}`
})
/** Places, pipes whose water does not come back, a pipe put up for it, and what it leads to now, whatever that is. */
const onward = computed(() => {
  const scheme = bench.scheme!
  const names = new Map(scheme.drops.map(({ id, name }) => [id, name]))
  const { to } = route.value!
  return [
    ...PLACES.map((value) => ({ value: value as string, label: say(`word.${value}`) })),
    ...pipesOnward(scheme, route.value!.id).map((id) => ({ value: `drop:${id}`, label: names.get(id)! })),
    ...(to.kind === 'vessel' ? [{ value: leadsTo.value, label: bench.assessment!.path.vessels.get(to.vessel)!.vessel.name }] : []),
    { value: 'new', label: say('spill.newPipe') },
  ]
})
function lead(value: string) {
  const place = PLACES.find((each) => each === value)
  const to: Onward | undefined = place
    ? { kind: 'ground', where: place }
    : value === 'new'
      ? { kind: 'new', name: say('spill.newPipeName') }
      : value.startsWith('drop:')
        ? { kind: 'drop', drop: value.slice('drop:'.length) }
        : undefined
  if (to) bench.editScheme(message('edit.led'), (scheme) => leadOverflow(scheme, route.value!.id, to))
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
