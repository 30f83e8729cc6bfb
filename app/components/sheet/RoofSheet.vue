<script setup lang="ts">
import { COVER_DATA, planArea } from '#core/roof'
import { COVERS, FOULING, type RoofSection } from '#core/scheme'
import { angle, area, rainDepth, share, span } from '#core/units/quantity'

/** The roof that feeds this gutter. Decides how much arrives: its shadow on the ground, and what its cover keeps. */
const bench = useWorkbench()
const { set } = useEdits()
const { say, text } = useSay()

const sections = computed(() => bench.scheme?.sections ?? [])
const chosen = ref<string>()
const section = computed(() => sections.value.find(({ id }) => id === chosen.value) ?? bench.assessed?.section)
const keeps = computed(() => (section.value ? (bench.simulation.balance?.overallShares[section.value.id] ?? 0) : 0))
const cover = computed(() => section.value && COVER_DATA[section.value.cover])

function change(field: string, from: Parameters<typeof set>[1], to: Parameters<typeof set>[2], recipe: (draft: RoofSection) => void) {
  const id = section.value?.id
  set(field, from, to, (draft) => {
    const found = draft.sections.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
function side(key: 'along' | 'across', value: number) {
  const { outline } = section.value!
  if (outline.kind !== 'rectangle') return
  change(key, span(outline[key]), span(value), ({ outline: draft }) => {
    if (draft.kind === 'rectangle') draft[key] = value
  })
}
const words = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
</script>

<template>
  <div v-if="section">
    <ChoiceField
      v-if="sections.length > 1"
      class="rule pt-2"
      :label="say('roof.which')"
      :model-value="section.id"
      :options="sections.map(({ id, name }) => ({ value: id, label: name }))"
      @update:model-value="(id) => (chosen = id)"
    />
    <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
    <template v-if="section.outline.kind === 'rectangle'">
      <QuantityField
        :label="say('field.name.along')"
        kind="span"
        :model-value="section.outline.along"
        :least="0.1"
        :most="500"
        @update:model-value="(v) => side('along', v)"
      />
      <QuantityField
        :label="say('field.name.across')"
        kind="span"
        :model-value="section.outline.across"
        :least="0.1"
        :most="200"
        @update:model-value="(v) => side('across', v)"
      />
    </template>
    <ChoiceField
      :label="say('field.name.measured')"
      :model-value="section.measured"
      :options="words(['plan', 'slope'] as const)"
      @update:model-value="(v) => change('measured', section!.measured, v, (draft) => (draft.measured = v))"
    />
    <QuantityField
      :label="say('field.name.pitch')"
      kind="angle"
      :model-value="section.pitch"
      :least="0"
      :most="75"
      @update:model-value="(v) => change('pitch', angle(section!.pitch), angle(v), (draft) => (draft.pitch = v))"
    />
    <p class="text-right text-13">{{ say('roof.plan', { area: area(planArea(section)) }) }}</p>
    <h3 class="h3 rule pt-2">{{ say('roof.cover') }}</h3>
    <ChoiceField
      :label="say('field.name.cover')"
      :model-value="section.cover"
      :options="words(COVERS)"
      @update:model-value="(v) => change('cover', section!.cover, v, (draft) => (draft.cover = v))"
    />
    <ChoiceField
      :label="say('field.name.fouling')"
      :model-value="section.fouling"
      :options="words(FOULING)"
      @update:model-value="(v) => change('fouling', section!.fouling, v, (draft) => (draft.fouling = v))"
    />
    <ChoiceField
      :label="say('field.name.runoff')"
      :model-value="section.runoff.kind === 'own' ? 'table' : section.runoff.kind"
      :options="words(['table', 'published'] as const)"
      @update:model-value="(v) => change('runoff', section!.runoff.kind, v, (draft) => (draft.runoff = { kind: v }))"
    />
    <p v-if="cover" class="text-13 text-ink-2">
      {{
        section.runoff.kind === 'published'
          ? say('roof.publishedKeeps', { annual: share(cover.annual), source: cover.annualSource })
          : say('roof.keeps', {
              coefficient: share(cover.coefficient),
              wetting: text(rainDepth(cover.wetting)),
              keeps: share(keeps),
              annual: share(cover.annual),
              source: cover.annualSource,
            })
      }}
    </p>
    <p v-if="cover?.caution" class="text-13 text-pencil">{{ say('roof.coverCaution') }}</p>
  </div>
</template>
