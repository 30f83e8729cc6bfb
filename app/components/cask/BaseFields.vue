<script setup lang="ts">
import { addBasePart, baseRange, changeBasePart, removeBasePart, setStand } from '#core/edits'
import { baseHeight } from '#core/layout'
import { BASE_KINDS, type Base, type BaseKind, type Scheme } from '#core/scheme'
import { length } from '#core/units/quantity'
import { buildableNear, PACKING_MOST } from '#core/vessel'
import type { FieldRow } from '~/components/fields/fieldRow'
import { message } from '~/stores/messages'

/** What a vessel stands on, part by part from the ground up: decides how high it stands, and what that is built of. */
const props = defineProps<{ vesselId: string }>()
const bench = useWorkbench()
const settings = useSettings()
const { tableOf } = useEdits()
const { say, text } = useSay()

const placed = computed(() => bench.assessment!.path.vessels.get(props.vesselId)!)
const base = computed(() => placed.value.vessel.base)
const below = computed(() => {
  const { on } = placed.value.vessel
  return on === undefined ? undefined : bench.assessment!.path.vessels.get(on)?.vessel.name
})
const rim = computed(() => placed.value.foot + placed.value.vessel.body.rim)
const edit = (what: string, recipe: (scheme: Scheme) => Scheme) => bench.editScheme(message('edit.base', { what }), recipe)

const raise = (height: number) =>
  bench.editScheme(message('edit.stand', { from: length(baseHeight(base.value)), to: length(height) }), (scheme) =>
    setStand(scheme, props.vesselId, height),
  )
const heights = computed((): FieldRow[] => {
  /** What the rim stands above the top of the base. */
  const above = rim.value - baseHeight(base.value)
  const [least, most] = baseRange(base.value)
  return [
    {
      is: 'measure',
      key: 'stand',
      label: say('field.name.stand'),
      kind: 'length',
      value: baseHeight(base.value),
      least,
      most,
      set: raise,
    },
    {
      is: 'measure',
      key: 'rimHeight',
      label: say('field.name.rimHeight'),
      kind: 'length',
      value: rim.value,
      least: above + least,
      most: above + most,
      note: say('cask.rimNote'),
      set: (to) => raise(to - above),
    },
  ]
})
/** One part of it, by its place from the ground. */
function partRows({ kind, height }: Base['parts'][number], at: number): FieldRow[] {
  const n = at + 1
  const change = (what: BaseKind, part: Partial<Base['parts'][number]>) =>
    edit(say(`word.${what}`), (scheme) => changeBasePart(scheme, props.vesselId, at, part))
  return [
    {
      is: 'choice',
      key: 'kind',
      label: say('cask.part', { n }),
      value: kind,
      options: BASE_KINDS.map((value) => ({ value, label: say(`word.${value}`) })),
      set: (to) => change(to as BaseKind, { kind: to as BaseKind }),
    },
    {
      is: 'measure',
      key: 'height',
      label: say('cask.partHeight', { n }),
      kind: 'length',
      value: height,
      least: 0,
      most: 12,
      set: (to) => change(kind, { height: to }),
    },
  ]
}
const SOILS = ['soft-garden', 'clay', 'sand', 'sandy-gravel', 'paving'] as const
const rows = computed((): FieldRow[] => {
  const { vesselId } = props
  const base = (draft: Pick<Scheme, 'stores'>) => draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === vesselId)?.base
  const { measure, choice, flag } = tableOf(placed.value.vessel.base, base)
  const ground = [
    measure('ground', 'length', [-5, 10], { note: say('cask.groundNote') }),
    measure('width', 'length', [0.05, 20], { name: 'standWidth' }),
    measure('depth', 'length', [0.05, 20], { name: 'standDepth' }),
    choice('soil', SOILS),
  ]
  return [...(below.value ? [] : ground), flag('tied')]
})
/** What blocks cannot be laid to, and the heights on either side that they can. */
const odd = computed(() =>
  base.value.parts.flatMap(({ kind, height }) => {
    const near = buildableNear(kind, height, settings.system)
    const rest = height - near.below
    return rest > 5e-4 ? [{ rest, ...near, much: rest > PACKING_MOST, others: baseHeight(base.value) - height }] : []
  }),
)
</script>

<template>
  <section :aria-label="say('cask.stand')">
    <h3 class="h3 rule pt-2">{{ say('cask.stand') }}</h3>
    <p v-if="below" class="text-13">{{ say('cask.onAnother', { name: below }) }}</p>
    <FieldRows :rows="heights" />
    <ol class="py-1" :aria-label="say('cask.parts')">
      <li v-for="(part, i) in base.parts.toReversed()" :key="i" class="border-b border-hair py-1">
        <FieldRows :rows="partRows(part, base.parts.length - 1 - i)" />
        <button
          type="button"
          class="btn btn-bare ml-auto block"
          :aria-label="say('cask.partOut', { part: say(`word.${part.kind}`) })"
          @click="edit(say(`word.${part.kind}`), (scheme) => removeBasePart(scheme, vesselId, base.parts.length - 1 - i))"
        >
          {{ say('group.remove') }}
        </button>
      </li>
      <li v-if="base.parts.length === 0" class="text-13">{{ say('word.ground') }}</li>
    </ol>
    <p v-if="base.parts.length < 4" class="flex flex-wrap items-center gap-1 py-1 text-13">
      {{ say('cask.addPart') }}
      <button
        v-for="kind in BASE_KINDS"
        :key="kind"
        type="button"
        class="btn"
        @click="edit(say(`word.${kind}`), (scheme) => addBasePart(scheme, vesselId, kind))"
      >
        {{ say(`word.${kind}`) }}
      </button>
    </p>
    <div v-for="each in odd" :key="each.rest" class="py-1 text-13">
      <p :class="each.much ? 'text-pencil' : ''">{{ say(each.much ? 'cask.packingMuch' : 'cask.packing', { rest: length(each.rest) }) }}</p>
      <p class="flex flex-wrap gap-2">
        <button v-for="to in [each.below, each.above]" :key="to" type="button" class="btn" @click="raise(to + each.others)">
          {{ say('cask.buildTo', { height: text(length(to + each.others)) }) }}
        </button>
      </p>
    </div>
    <FieldRows :rows="rows" />
  </section>
</template>
