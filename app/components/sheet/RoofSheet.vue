<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { COVER_DATA, planArea } from '#core/roof'
import { addSection, removeSection, setOutline } from '#core/edits'
import { COVERS, FOULING, ROOF_HAZARDS, type RoofSection } from '#core/scheme'
import { message } from '~/stores/messages'
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

function change<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (draft: RoofSection) => void) {
  const id = section.value?.id
  set<F, T>(field, from, to, (draft) => {
    const found = draft.sections.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
function side(key: 'along' | 'across', value: number) {
  const { outline } = section.value!
  if (outline.kind !== 'rectangle') return
  const { id } = section.value!
  bench.editScheme(message('edit.field', { field: { field: key }, from: span(outline[key]), to: span(value) }), (scheme) =>
    setOutline(scheme, id, { ...outline, [key]: value }),
  )
}
/** Where a section may drain: any gutter, or on to another section that does not drain on to it. */
const drains = computed(() => [
  ...(bench.scheme?.gutters ?? []).map(({ id, name }) => ({ value: `gutter:${id}`, label: name })),
  ...sections.value
    .filter(({ id }) => id !== section.value?.id && !drainsOn(id))
    .map(({ id, name }) => ({ value: `section:${id}`, label: say('roof.onTo', { name }) })),
])
function drainsOn(id: string): boolean {
  for (let at: string | undefined = id; at !== undefined;) {
    if (at === section.value?.id) return true
    const to: RoofSection['shedsTo'] | undefined = sections.value.find((each) => each.id === at)?.shedsTo
    at = to?.kind === 'section' ? to.section : undefined
  }
  return false
}
const drainKey = computed(() => {
  const to = section.value?.shedsTo
  return to?.kind === 'section' ? `section:${to.section}` : `gutter:${to?.gutter ?? ''}`
})
function setDrain(value: string) {
  const [kind, id = ''] = value.split(':')
  const named = (key: string) => drains.value.find((each) => each.value === key)?.label ?? ''
  change('drainsTo', named(drainKey.value), named(value), (draft) => {
    draft.shedsTo = kind === 'section' ? { kind: 'section', section: id } : { kind: 'gutter', gutter: id }
  })
}
function add() {
  const gutter = bench.assessed?.gutter.gutter.id ?? bench.scheme!.gutters[0]!.id
  bench.editScheme(message('edit.sectionAdded'), (scheme) =>
    addSection(scheme, gutter, say('roof.newSection', { n: sections.value.length + 1 })),
  )
}
function remove() {
  const { id, name } = section.value!
  bench.editScheme(message('edit.sectionRemoved', { name }), (scheme) => removeSection(scheme, id))
}
function toggleHazard(hazard: (typeof ROOF_HAZARDS)[number], on: boolean) {
  const { hazards } = section.value!
  const next = on ? [...hazards, hazard] : hazards.filter((each) => each !== hazard)
  const named = (list: readonly string[]) => list.map((each) => say(`word.${each}`)).join(', ') || '–'
  change('hazards', named(hazards), named(next), (draft) => void (draft.hazards = next))
}
/** Turn of a section's eave against the first one, so that a gutter may go round a corner. */
function setTurn(turn: number) {
  const at = section.value!.place ?? { x: 0, y: 0, turn: 0 }
  change('turn', angle(at.turn), angle(turn), (draft) => void (draft.place = { ...at, turn }))
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
    <PlanSketch v-if="bench.scheme && bench.assessment" :scheme="bench.scheme" :chosen="section.id" />
    <div class="flex flex-wrap gap-2 pb-1">
      <button type="button" class="btn" @click="add">{{ say('roof.add') }}</button>
      <button v-if="sections.length > 1" type="button" class="btn" @click="remove">{{ say('roof.remove', { name: section.name }) }}</button>
    </div>
    <RoofShape class="rule py-1" :section="section.id" />
    <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
    <NameField
      :label="say('roof.name')"
      :model-value="section.name"
      @update:model-value="(v) => change('sectionName', section!.name, v, (draft) => void (draft.name = v))"
    />
    <template v-if="section.outline.kind === 'rectangle'">
      <QuantityField
        :label="say('field.name.along')"
        kind="span"
        :measure="`along:${section.id}`"
        :model-value="section.outline.along"
        :least="0.1"
        :most="500"
        @update:model-value="(v) => side('along', v)"
      />
      <QuantityField
        :label="say('field.name.across')"
        kind="span"
        :measure="`across:${section.id}`"
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
      @update:model-value="(v) => change('measured', word(section!.measured), word(v), (draft) => (draft.measured = v))"
    />
    <QuantityField
      :label="say('field.name.pitch')"
      kind="angle"
      :measure="`pitch:${section.id}`"
      :model-value="section.pitch"
      :least="0"
      :most="75"
      @update:model-value="(v) => change('pitch', angle(section!.pitch), angle(v), (draft) => (draft.pitch = v))"
    />
    <ChoiceField :label="say('roof.drainsTo')" :model-value="drainKey" :options="drains" @update:model-value="setDrain" />
    <ChoiceField
      v-if="section.place"
      :label="say('roof.turn')"
      :model-value="String(((section.place.turn % 360) + 360) % 360)"
      :options="
        [...new Set([0, 90, 180, 270, ((section.place.turn % 360) + 360) % 360])].map((value) => ({
          value: String(value),
          label: text(angle(value)),
        }))
      "
      @update:model-value="(v) => setTurn(Number(v))"
    />
    <QuantityField
      :label="say('field.name.exposure')"
      kind="share"
      :model-value="section.exposure"
      :least="0.2"
      :most="2"
      :note="say('roof.exposureNote')"
      @update:model-value="(v) => change('exposure', share(section!.exposure), share(v), (draft) => void (draft.exposure = v))"
    />
    <p class="text-right text-13">{{ say('roof.plan', { area: area(planArea(section)) }) }}</p>
    <OneRain class="rule mt-2 pt-2" />
    <h3 class="h3 rule pt-2">{{ say('roof.cover') }}</h3>
    <SearchField
      :label="say('field.name.cover')"
      :measure="`cover:${section.id}`"
      :model-value="section.cover"
      :options="COVERS.map((value) => ({ value, label: say(`word.${value}`), also: say(`search.also.${value}`) }))"
      @update:model-value="(v) => change('cover', word(section!.cover), word(v), (draft) => (draft.cover = v))"
    />
    <ChoiceField
      :label="say('field.name.fouling')"
      :model-value="section.fouling"
      :options="words(FOULING)"
      @update:model-value="(v) => change('fouling', word(section!.fouling), word(v), (draft) => (draft.fouling = v))"
    />
    <ChoiceField
      :label="say('field.name.runoff')"
      :model-value="section.runoff.kind === 'own' ? 'table' : section.runoff.kind"
      :options="words(['table', 'published'] as const)"
      @update:model-value="(v) => change('runoff', word(section!.runoff.kind), word(v), (draft) => (draft.runoff = { kind: v }))"
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
    <fieldset class="rule mt-2 pt-2">
      <legend class="h3 float-left mb-1">{{ say('roof.hazards') }}</legend>
      <div class="clear-both grid grid-cols-2 gap-x-3">
        <label v-for="hazard in ROOF_HAZARDS" :key="hazard" class="flex items-center gap-2 py-1 text-13">
          <input
            type="checkbox"
            class="size-4 flex-none accent-ink"
            :checked="section.hazards.includes(hazard)"
            @change="toggleHazard(hazard, ($event.target as HTMLInputElement).checked)"
          />{{ say(`word.${hazard}`) }}
        </label>
      </div>
    </fieldset>
    <p v-if="cover?.caution" class="text-13 text-pencil">{{ say('roof.coverCaution') }}</p>
  </div>
</template>
