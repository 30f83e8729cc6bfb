<script setup lang="ts">
import { COVER_DATA, planArea } from '#core/roof'
import { addSection, longestEave, removeSection, setOutline } from '#core/edits'
import { COVERS, FOULING, ROOF_HAZARDS, type RoofSection } from '#core/scheme'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message, fieldEdit } from '~/stores/messages'
import { angle, area, rainDepth, share, typed } from '#core/units/quantity'

/** The roof that feeds this gutter. Decides how much arrives: its shadow on the ground, and what its cover keeps. */
const bench = useWorkbench()
const { set, tableOf } = useEdits()
const { say, text } = useSay()

const sections = computed(() => bench.scheme?.sections ?? [])
const chosen = ref<string>()
const section = computed(() => sections.value.find(({ id }) => id === chosen.value) ?? bench.assessed?.section)
const keeps = computed(() => (section.value ? (bench.simulation.balance?.overallShares[section.value.id] ?? 0) : 0))
const cover = computed(() => section.value && COVER_DATA[section.value.cover])

const table = computed(() => section.value && tableOf(section.value, (draft) => draft.sections.find(({ id }) => id === section.value?.id)))
function side(key: 'along' | 'across', value: number) {
  const { outline } = section.value!
  if (outline.kind !== 'rectangle') return
  const { id } = section.value!
  bench.editScheme(fieldEdit(key, typed('span', outline[key]), typed('span', value)), (scheme) =>
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
const PLACE = { x: 0, y: 0, turn: 0 }
const drain: Lens<RoofSection, string> = {
  name: 'drainsTo',
  get: () => drainKey.value,
  put: (draft, key) => {
    const [kind, to = ''] = key.split(':')
    draft.shedsTo = kind === 'section' ? { kind: 'section', section: to } : { kind: 'gutter', gutter: to }
  },
}
const quarter = (turn: number) => ((turn % 360) + 360) % 360
/** Turn of a section's eave against the first one, so that a gutter may go round a corner. */
const turn: Lens<RoofSection, string> = {
  name: 'turn',
  get: ({ place = PLACE }) => String(quarter(place.turn)),
  put: (draft, to) => (draft.place = { ...(draft.place ?? PLACE), turn: Number(to) }),
}
const measures = computed((): FieldRow[] => {
  if (!table.value || !section.value) return []
  const { measure, choice, text: words } = table.value
  const { id, outline, place } = section.value
  const turns = [...new Set([0, 90, 180, 270, quarter(place?.turn ?? 0)])].map((to) => ({ value: String(to), label: text(angle(to)) }))
  const sides = (['along', 'across'] as const).map((key): FieldRow[] =>
    outline.kind !== 'rectangle'
      ? []
      : [
          {
            is: 'measure',
            key,
            label: say(`field.name.${key}`),
            kind: 'span',
            measure: `${key}:${id}`,
            value: outline[key],
            least: 0.1,
            most: key === 'along' ? longestEave(bench.scheme!, id) : 200,
            set: (value) => side(key, value),
          },
        ],
  )
  return [
    words('name', { name: 'sectionName', label: say('roof.name') }),
    ...sides.flat(),
    choice('measured', ['plan', 'slope']),
    measure('pitch', 'angle', [0, 75], { measure: `pitch:${id}` }),
    choice(drain, drains.value),
    ...(place ? [choice(turn, turns)] : []),
    measure('exposure', 'share', [0.2, 2], { note: say('roof.exposureNote') }),
  ]
})
const runoff: Lens<RoofSection, 'table' | 'published'> = {
  name: 'runoff',
  get: ({ runoff: by }) => (by.kind === 'own' ? 'table' : by.kind),
  put: (draft, kind) => (draft.runoff = { kind }),
}
const covers = computed((): FieldRow[] => {
  if (!table.value || !section.value) return []
  const { choice } = table.value
  return [
    choice('cover', COVERS, { also: (value) => say(`search.also.${value}`), measure: `cover:${section.value.id}` }),
    choice('fouling', FOULING),
    choice(runoff, ['table', 'published']),
  ]
})
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
function setHazards(hazards: RoofSection['hazards']) {
  const named = (list: readonly string[]) => list.map((each) => say(`word.${each}`)).join(', ') || '–'
  const { id } = section.value!
  set('hazards', named(section.value!.hazards), named(hazards), (draft) => {
    const found = draft.sections.find((each) => each.id === id)
    if (found) found.hazards = hazards
  })
}
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
    <FieldRows :rows="measures" />
    <p class="text-right text-13">{{ say('roof.plan', { area: area(planArea(section)) }) }}</p>
    <OneRain class="rule mt-2 pt-2" />
    <h3 class="h3 rule pt-2">{{ say('roof.cover') }}</h3>
    <FieldRows :rows="covers" />
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
    <TicksField
      headed
      :label="say('roof.hazards')"
      :model-value="section.hazards"
      :options="ROOF_HAZARDS.map((value) => ({ value, label: say(`word.${value}`) }))"
      :columns="2"
      @update:model-value="setHazards"
    />
    <p v-if="cover?.caution" class="text-13 text-pencil">{{ say('roof.coverCaution') }}</p>
  </div>
</template>
