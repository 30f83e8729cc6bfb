<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import { dateFormat } from '#core/units/intl'
import type { Draft } from 'immer'
import type { DemandBalance } from '#core/balance'
import { demandAs, drawPoints, type DrawPoint } from '#core/edits'
import { PLANT_GROUPS, USES, WATERING_METHODS, type Demand } from '#core/scheme'
import { LITRE } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { share, volume } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldTable, type Lens } from '~/components/fields/fieldTable'

/** One thing that drinks or washes: how it is told, when, and how much of its want was met. */
const props = defineProps<{ demand: Demand; got?: DemandBalance | undefined }>()
const emit = defineEmits<{
  change: [what: string, recipe: (demand: Draft<Demand>) => void]
  from: [point: DrawPoint]
  remove: []
}>()
const settings = useSettings()
const { say, shortMonth } = useSay()

const bench = useWorkbench()
const places = computed(() => bench.scheme!.places.map(({ id, name }) => ({ value: id, label: name })))
const pointKey = (point: DrawPoint) => (point.kind === 'tap' ? `tap:${point.tap}` : `pump:${point.pump}`)
/** Taps and pumps that it could be drawn from, told by their vessel where they have no name of their own. */
const points = computed(() => {
  const { taps, pumps } = bench.scheme!
  const vessels = bench.assessment!.path.vessels
  return drawPoints(bench.scheme!).map((point) => ({
    point,
    value: pointKey(point),
    label:
      point.kind === 'tap'
        ? taps.find(({ id }) => id === point.tap)!.name
        : say('pump.at', { name: vessels.get(pumps.find(({ id }) => id === point.pump)!.from.vessel)?.vessel.name ?? '' }),
  }))
})
function drawAt(key: string) {
  const found = points.value.find(({ value }) => value === key)
  if (found) emit('from', found.point)
}
const KINDS = ['cans', 'volume', 'bed', 'animals', 'task'] as const
const unit = computed(() => (settings.system === 'metric' ? LITRE : TERM_FACTS[settings.terms].gallon))
const unitName = computed(() => (settings.system === 'metric' ? 'L' : 'gal'))
function setKind(kind: Demand['kind']) {
  const next = demandAs(props.demand, kind, props.demand.kind === 'cans' ? props.demand.can : 0.01)
  emit('change', say(`word.${kind}`), (draft) => {
    for (const key of Object.keys(draft)) Reflect.deleteProperty(draft, key)
    Object.assign(draft, next)
  })
}
function put(what: string, values: Record<string, unknown>) {
  emit('change', what, (draft) => void Object.assign(draft, values))
}
/** Rows of this demand; what is changed is told by its label, or by the word that was chosen. */
const table = <D extends Demand>(demand: D) =>
  fieldTable<D>(
    demand,
    (field, _from, to, recipe) =>
      emit(
        'change',
        typeof to === 'object' && 'word' in to ? say(`word.${to.word}`) : say(`draw.${field}` as MessageId),
        (draft) => void recipe(draft as unknown as D),
      ),
    say,
  )
/** A field of a demand that is told by its label here. */
const called = (name: string) => ({ name, label: say(`draw.${name}` as MessageId) })
const about = computed((): FieldRow[] => {
  const { demand } = props
  const { text, choice } = table(demand)
  const where: Lens<Demand, string> = {
    name: 'where',
    get: ({ place }) => place ?? '',
    put: (draft, to) => (draft.place = to === '' ? undefined : to),
  }
  return [
    text('name', called('name')),
    {
      is: 'choice',
      key: 'counted',
      label: say('draw.counted'),
      value: demand.kind,
      options: KINDS.map((value) => ({ value, label: say(`word.${value}`) })),
      set: (to) => setKind(to as Demand['kind']),
    },
    choice('use', USES, called('usedFor')),
    ...(points.value.length > 1
      ? [
          {
            is: 'choice' as const,
            key: 'from',
            label: say('draw.from'),
            value: pointKey(demand.from),
            options: points.value,
            set: drawAt,
          },
        ]
      : []),
    ...(places.value.length > 0 ? [choice(where, [{ value: '', label: say('draw.nowhere') }, ...places.value], called('where'))] : []),
  ]
})
/** What it wants, by its kind. */
const wants = computed((): FieldRow[] => {
  const { demand } = props
  if (demand.kind === 'animals') {
    const { measure } = table(demand)
    const heads: Lens<typeof demand, number> = {
      name: 'heads',
      get: (of) => of.heads,
      put: (draft, to) => (draft.heads = Math.round(to)),
    }
    return [measure(heads, 'count', [0, 100000], called('heads')), measure('each', 'volume', [0, 0.5], called('each'))]
  }
  if (demand.kind === 'bed') {
    const { measure, choice } = table(demand)
    return [
      measure('area', 'area', [0, 100000], called('area')),
      choice('plants', PLANT_GROUPS, called('plants')),
      choice('method', WATERING_METHODS, called('method')),
    ]
  }
  return demand.kind === 'task' ? [table(demand).measure('each', 'volume', [0, 100], called('taskEach'))] : []
})
const rank = computed((): FieldRow[] => {
  const { measure } = table(props.demand)
  const { demand } = props
  const order: Lens<Demand, number> = { name: 'rank', get: (of) => of.priority, put: (draft, to) => (draft.priority = Math.round(to)) }
  return [
    ...(demand.kind === 'bed' ? [] : [measure('skipAfterRain', 'rainDepth', [0, 100], { ...called('skip'), note: say('draw.skipNote') })]),
    measure(order, 'count', [1, 9], called('rank')),
  ]
})
const DAYS = [1, 2, 3, 4, 5, 6, 7]
const MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
const weekday = (n: number) => dateFormat(settings.terms, { weekday: 'short', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, 0, n)))
</script>

<template>
  <section class="border-t border-hair py-1" :aria-label="demand.name">
    <FieldRows :rows="about" />
    <MonthsField
      v-if="demand.kind === 'cans'"
      :label="say('draw.cansADay', { can: volume(demand.can) })"
      :model-value="demand.byMonth"
      :most="500"
      @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
    />
    <MonthsField
      v-else-if="demand.kind === 'volume'"
      :label="say('draw.litresADay', { unit: unitName })"
      :model-value="demand.byMonth"
      :per-unit="unit"
      :most="100"
      @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
    />
    <FieldRows :rows="wants" />
    <MonthsField
      v-if="demand.kind === 'animals'"
      :label="say('draw.headsShare')"
      :model-value="demand.byMonth"
      :per-unit="0.01"
      :most="2"
      @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
    />
    <p v-else-if="demand.kind === 'bed'" class="text-12 text-ink-3">{{ say('draw.bedNote') }}</p>
    <TicksField
      v-else-if="demand.kind === 'task'"
      :label="say('draw.weekdays')"
      :model-value="demand.weekdays"
      :options="DAYS.map((value) => ({ value, label: weekday(value) }))"
      :columns="7"
      :least="{ n: 1, why: say('draw.oneDay') }"
      @update:model-value="(v) => put(say('draw.weekdays'), { weekdays: v })"
    />
    <TicksField
      v-if="demand.kind === 'bed' || demand.kind === 'task'"
      :label="say(demand.kind === 'bed' ? 'draw.season' : 'draw.months')"
      :model-value="demand.months"
      :options="MONTHS.map((value) => ({ value, label: shortMonth(value - 1) }))"
      :columns="6"
      :least="{ n: 1, why: say('draw.oneDay') }"
      @update:model-value="(v) => put(say('draw.months'), { months: v })"
    />
    <FieldRows :rows="rank" />
    <div class="flex items-center justify-between gap-2">
      <p v-if="got" class="text-13 text-ink-2">
        {{
          say('draw.got', {
            got: volume(got.got * LITRE),
            wanted: volume(got.wanted * LITRE),
            share: share(got.wanted > 0 ? got.got / got.wanted : 1),
          })
        }}
      </p>
      <button type="button" class="btn ml-auto" :aria-label="say('draw.removeOf', { name: demand.name })" @click="emit('remove')">
        {{ say('draw.remove') }}
      </button>
    </div>
  </section>
</template>
