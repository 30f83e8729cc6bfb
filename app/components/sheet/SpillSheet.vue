<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import type { OverflowRoute } from '#core/scheme'
import { length, span } from '#core/units/quantity'

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
function setPlace(part: 'where' | 'wallDistance', value: string | number) {
  const told = (place: string | number): Told => (typeof place === 'number' ? span(place) : word(place))
  change<Told, Told>(part, told(target.value![part]), told(value), ({ to }) => {
    if (to.kind === 'ground') Object.assign(to, { [part]: value })
  })
}
function setBore(bore: number) {
  const { from } = route.value!
  set('overflowBore', length(route.value!.bore), length(bore), (draft) => {
    for (const each of draft.overflows) if (each.id === route.value!.id) each.bore = bore
    for (const vessel of draft.stores.flatMap(({ vessels }) => vessels))
      for (const port of vessel.ports) if (vessel.id === from.vessel && port.id === from.port) port.bore = bore
  })
}
const places = computed(() =>
  (['stones', 'drain', 'lawn', 'bed', 'rain-garden', 'soakaway', 'ditch', 'paving'] as const).map((value) => ({
    value,
    label: say(`word.${value}`),
  })),
)
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
      <template v-if="target">
        <ChoiceField
          :label="say('field.name.where')"
          :model-value="target.where"
          :options="places"
          @update:model-value="(v) => setPlace('where', v)"
        />
        <QuantityField
          :label="say('field.name.wallDistance')"
          kind="span"
          :model-value="target.wallDistance"
          :least="0"
          :most="200"
          @update:model-value="(v) => setPlace('wallDistance', v)"
        />
      </template>
      <WayOut :route="route" />
    </template>
    <p v-if="!route && !line.trough" class="rule py-2">{{ say('spill.none') }}</p>
  </div>
</template>
