<script setup lang="ts">
import { chooseVessel, resizeVessel } from '#core/edits'
import { length, mass, pressure, volume } from '#core/units/quantity'
import { CATALOGUE, inCatalogue, soldIn, standing as standingOf } from '#core/vessel'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldEdit } from '~/stores/messages'

/** The vessel and what it stands on. Decides how much there is between tap and full, and how much more would help. */
defineProps<{ wide?: boolean }>()
const bench = useWorkbench()
const { tableOf } = useEdits()
const { say, text } = useSay()

const assessed = computed(() => bench.assessed)
const placed = computed(() => bench.vesselInHand)
const vessel = computed(() => placed.value?.vessel)
const standing = computed(() => placed.value && standingOf(bench.assessment!.path, placed.value))
const vessels = computed(() => [...(bench.assessment?.path.vessels.values() ?? [])].map((each) => each.vessel))
const settings = useSettings()
const phone = usePhone()
const key = computed(() => (vessel.value && inCatalogue(vessel.value)?.key) ?? 'own')
/** What is sold here, and what is there already wherever it was sold. */
const options = computed(() => {
  const here = soldIn(settings.system)
  const own = CATALOGUE.filter((each) => each.key === key.value && !here.includes(each))
  return [
    ...[...here, ...own].map(({ key: each, family, nominal }) => ({
      value: each,
      label: `${say(`word.${family}`)}, ${text(volume(nominal))}`,
      also: say(`search.also.${family}`),
    })),
    ...(key.value === 'own' ? [{ value: 'own', label: say('cask.own') }] : []),
  ]
})

function choose(next: string) {
  const entry = CATALOGUE.find((each) => each.key === next)
  if (!entry || !vessel.value) return
  const { key: _, ...chosen } = entry
  bench.editScheme(fieldEdit('vessel', volume(vessel.value.nominal), volume(entry.nominal)), (scheme) =>
    chooseVessel(scheme, vessel.value!.id, chosen),
  )
}
function resize(part: 'width' | 'depth' | 'height', value: number) {
  const { id, body } = vessel.value!
  const field = part === 'height' ? 'vesselHeight' : part === 'width' ? 'vesselWidth' : 'vesselDepth'
  bench.editScheme(fieldEdit(field, length(body[part]), length(value)), (scheme) => resizeVessel(scheme, id, part, value))
}
const rows = computed((): FieldRow[] => {
  if (!vessel.value) return []
  const { id, body } = vessel.value
  const { choice, text: words } = tableOf(vessel.value, (draft) =>
    draft.stores.flatMap((each) => each.vessels).find((each) => each.id === id),
  )
  const box = body.kind === 'upright' && body.plan === 'box'
  const side = (part: 'width' | 'depth' | 'height', label: string): FieldRow => ({
    is: 'measure',
    key: part,
    label: say(`field.name.${label}`),
    kind: 'length',
    // Its depth is of a box alone, and no tape is taken to it.
    ...(part !== 'depth' && { measure: `${part === 'width' ? 'vesselWidth' : 'vesselHeight'}:${id}` }),
    value: body[part],
    least: 0.1,
    most: 10,
    set: (to) => resize(part, to),
  })
  return [
    words('name', { name: 'vesselName', label: say('cask.name') }),
    { is: 'search', key: 'vessel', label: say('field.name.vessel'), value: key.value, options: options.value, set: choose },
    side('width', box ? 'vesselWidth' : 'vesselAcross'),
    ...(box ? [side('depth', 'vesselDepth')] : []),
    side('height', 'vesselHeight'),
    choice('light', ['opaque', 'clad', 'translucent', 'clear']),
    choice('held', ['new', 'food', 'unknown', 'chemical']),
  ]
})
</script>

<template>
  <div v-if="assessed && vessel">
    <AnswerView v-if="wide" />
    <template v-else>
      <p class="rule flex items-baseline justify-between pt-2">
        <span class="h3">{{ say('cask.usable') }}</span> <FigureValue :figure="assessed.usableFigure" size="big" />
      </p>
      <p class="text-13 text-ink-2">
        {{
          say('cask.between', {
            top: length(assessed.usable.top),
            bottom: length(assessed.usable.bottom),
            nominal: volume(assessed.usable.nominal),
          })
        }}
      </p>
      <p v-if="!phone" class="py-1 text-13">{{ say('cask.widenHint') }}</p>
      <GroupFields />
      <h3 class="h3 rule pt-2">{{ say('cask.vessel') }}</h3>
      <ChoiceField
        v-if="vessels.length > 1"
        :label="say('cask.which')"
        :model-value="vessel.id"
        :options="vessels.map(({ id, name }) => ({ value: id, label: name }))"
        @update:model-value="(id) => (bench.vesselChosen = id)"
      />
      <FieldRows :rows="rows" />
      <BaseFields :vessel-id="vessel.id" />
      <p class="text-13 text-ink-2">
        {{
          say('cask.weighs', {
            mass: mass(standing!.fullMass),
            bearing: pressure(standing!.bearing),
            ballast: volume(standing!.ballast),
          })
        }}
      </p>
      <SitePlan />
      <PortFields :vessel-id="vessel.id" />
      <BaseBuild :vessel-id="vessel.id" />
      <DipTable />
    </template>
    <AnswerView v-if="phone && !wide" />
  </div>
</template>
