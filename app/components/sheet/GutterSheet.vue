<script setup lang="ts">
import type { Gutter, Outlet } from '#core/scheme'
import { fall, flow, length, rainRate, span } from '#core/units/quantity'

/** The gutter and its hole. Decides whether the design rain gets into the pipe or goes over the edge. */
const bench = useWorkbench()
const settings = useSettings()
const { set } = useEdits()
const { say, text } = useSay()

const design = computed(() => bench.assessed?.gutter)

function change(
  field: string,
  from: Parameters<typeof set>[1],
  to: Parameters<typeof set>[2],
  recipe: (gutter: Gutter, outlet: Outlet) => void,
) {
  const { gutter, outlet } = design.value!
  set(field, from, to, (draft) => {
    const found = draft.gutters.find(({ id }) => id === gutter.id)
    const hole = found?.outlets.find(({ id }) => id === outlet.id)
    if (found && hole) recipe(found, hole)
  })
}
const limits = computed(() => {
  if (!design.value) return []
  const { limits: each, arriving } = design.value
  const least = Math.min(each.gutter, each.outlet, each.pipe)
  return (['gutter', 'outlet', 'pipe'] as const).map((name) => ({
    name,
    passes: each[name],
    neck: each[name] === least,
    short: each[name] < arriving,
  }))
})
const profiles = computed(() =>
  (['half-round', 'rectangular', 'trapezoid', 'k-style'] as const).map((value) => ({ value, label: say(`word.${value}`) })),
)
/** The sole and depth follow the width of a half-round; other profiles keep their own. */
function setWidth(width: number) {
  change('width', length(design.value!.gutter.width), length(width), (gutter) => {
    gutter.width = width
    if (gutter.profile === 'half-round') gutter.depth = width / 2
  })
}
</script>

<template>
  <div v-if="design">
    <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
    <QuantityField
      :label="say('field.name.outletHeight')"
      kind="length"
      :model-value="design.outlet.height"
      :least="0.3"
      :most="12"
      @update:model-value="(v) => change('outletHeight', length(design!.outlet.height), length(v), (_, outlet) => (outlet.height = v))"
    />
    <ChoiceField
      :label="say('field.name.profile')"
      :model-value="design.gutter.profile"
      :options="profiles"
      @update:model-value="(v) => change('profile', design!.gutter.profile, v, (gutter) => (gutter.profile = v))"
    />
    <QuantityField
      :label="say('field.name.width')"
      kind="length"
      :model-value="design.gutter.width"
      :least="0.03"
      :most="1"
      @update:model-value="setWidth"
    />
    <QuantityField
      v-if="design.gutter.profile !== 'half-round'"
      :label="say('field.name.depth')"
      kind="length"
      :model-value="design.gutter.depth"
      :least="0.02"
      :most="0.6"
      @update:model-value="(v) => change('depth', length(design!.gutter.depth), length(v), (gutter) => (gutter.depth = v))"
    />
    <QuantityField
      :label="say('field.name.run')"
      kind="span"
      :model-value="design.gutter.length"
      :least="Math.max(0.1, design.outlet.at)"
      :most="500"
      @update:model-value="(v) => change('run', span(design!.gutter.length), span(v), (gutter) => (gutter.length = v))"
    />
    <ChoiceField
      :label="say('field.name.fall')"
      :model-value="String(design.gutter.fall)"
      :options="
        [...new Set([0, 0.002, 0.003, 0.005, 0.007, 0.01, 0.02, design.gutter.fall])]
          .sort()
          .map((value) => ({ value: String(value), label: text(fall(value)) }))
      "
      :note="say(`gutter.fallNote.${settings.system}`)"
      @update:model-value="(v) => change('fall', fall(design!.gutter.fall), fall(Number(v)), (gutter) => (gutter.fall = Number(v)))"
    />
    <QuantityField
      :label="say('field.name.outletBore')"
      kind="length"
      :model-value="design.outlet.bore"
      :least="0.02"
      :most="0.3"
      @update:model-value="(v) => change('outletBore', length(design!.outlet.bore), length(v), (_, outlet) => (outlet.bore = v))"
    />
    <QuantityField
      :label="say('field.name.intensity')"
      kind="rainRate"
      :model-value="bench.scheme!.designIntensity"
      :least="5"
      :most="1000"
      :note="say(`gutter.intensityNote.${settings.system}`)"
      @update:model-value="
        (v) => set('intensity', rainRate(bench.scheme!.designIntensity), rainRate(v), (draft) => (draft.designIntensity = v))
      "
    />
    <h3 class="h3 rule pt-2">{{ say('gutter.carries') }}</h3>
    <table class="mt-1 w-full text-13">
      <tbody>
        <tr>
          <th scope="row" class="py-1 text-left font-normal">{{ say('gutter.arriving') }}</th>
          <td class="text-right"><FigureValue v-if="bench.assessed" :figure="bench.assessed.arriving" /></td>
        </tr>
        <tr v-for="limit in limits" :key="limit.name" class="border-t border-hair">
          <th scope="row" class="py-1 text-left font-normal">
            {{ say(`gutter.${limit.name}`) }} <span v-if="limit.neck" class="text-ink-3">{{ say('gutter.neck') }}</span>
          </th>
          <td class="num text-right font-bold" :class="{ 'text-pencil': limit.short }">
            {{ text(flow(limit.passes)) }}<span v-if="limit.short"> {{ say('gutter.tooLittle') }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
