<script setup lang="ts">
import type { Draft } from 'immer'
import type { DemandBalance } from '#core/balance'
import { demandAs, drawPoints, type DrawPoint } from '#core/edits'
import { PLANT_GROUPS, USES, WATERING_METHODS, type Demand } from '#core/scheme'
import { LITRE } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { share, volume } from '#core/units/quantity'

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
const words = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))

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
function toggle(key: 'months' | 'weekdays', value: number, on: boolean) {
  const { demand } = props
  const list = key === 'months' && 'months' in demand ? demand.months : demand.kind === 'task' ? demand.weekdays : []
  const next = (on ? [...list, value] : list.filter((each) => each !== value)).sort((a, b) => a - b)
  // A demand that is never drawn is removed, not emptied.
  if (next.length > 0) put(say(key === 'months' ? 'draw.months' : 'draw.weekdays'), { [key]: next })
}
const weekday = (n: number) =>
  new Intl.DateTimeFormat(settings.terms, { weekday: 'short', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, 0, n)))
</script>

<template>
  <section class="border-t border-hair py-1" :aria-label="demand.name">
    <NameField :label="say('draw.name')" :model-value="demand.name" @update:model-value="(v) => put(v, { name: v })" />
    <ChoiceField
      :label="say('draw.counted')"
      :model-value="demand.kind"
      :options="KINDS.map((value) => ({ value, label: say(`word.${value}`) }))"
      @update:model-value="setKind"
    />
    <ChoiceField
      :label="say('draw.usedFor')"
      :model-value="demand.use"
      :options="words(USES)"
      @update:model-value="(v) => put(say(`word.${v}`), { use: v })"
    />
    <ChoiceField
      v-if="points.length > 1"
      :label="say('draw.from')"
      :model-value="pointKey(demand.from)"
      :options="points"
      @update:model-value="drawAt"
    />
    <ChoiceField
      v-if="places.length > 0"
      :label="say('draw.where')"
      :model-value="demand.place ?? ''"
      :options="[{ value: '', label: say('draw.nowhere') }, ...places]"
      @update:model-value="(v) => put(say('draw.where'), { place: v === '' ? undefined : v })"
    />
    <template v-if="demand.kind === 'cans'">
      <MonthsField
        :label="say('draw.cansADay', { can: volume(demand.can) })"
        :model-value="demand.byMonth"
        :most="500"
        @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
      />
    </template>
    <MonthsField
      v-else-if="demand.kind === 'volume'"
      :label="say('draw.litresADay', { unit: unitName })"
      :model-value="demand.byMonth"
      :per-unit="unit"
      :most="100"
      @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
    />
    <template v-else-if="demand.kind === 'animals'">
      <QuantityField
        :label="say('draw.heads')"
        kind="count"
        :model-value="demand.heads"
        :least="0"
        :most="100000"
        @update:model-value="(v) => put(say('draw.heads'), { heads: Math.round(v) })"
      />
      <QuantityField
        :label="say('draw.each')"
        kind="volume"
        :model-value="demand.each"
        :least="0"
        :most="0.5"
        @update:model-value="(v) => put(say('draw.each'), { each: v })"
      />
      <MonthsField
        :label="say('draw.headsShare')"
        :model-value="demand.byMonth"
        :per-unit="0.01"
        :most="2"
        @update:model-value="(v) => put(say('draw.months'), { byMonth: v })"
      />
    </template>
    <template v-else-if="demand.kind === 'bed'">
      <QuantityField
        :label="say('draw.area')"
        kind="area"
        :model-value="demand.area"
        :least="0"
        :most="100000"
        @update:model-value="(v) => put(say('draw.area'), { area: v })"
      />
      <ChoiceField
        :label="say('draw.plants')"
        :model-value="demand.plants"
        :options="words(PLANT_GROUPS)"
        @update:model-value="(v) => put(say(`word.${v}`), { plants: v })"
      />
      <ChoiceField
        :label="say('draw.method')"
        :model-value="demand.method"
        :options="words(WATERING_METHODS)"
        @update:model-value="(v) => put(say(`word.${v}`), { method: v })"
      />
      <p class="text-12 text-ink-3">{{ say('draw.bedNote') }}</p>
    </template>
    <template v-else>
      <QuantityField
        :label="say('draw.taskEach')"
        kind="volume"
        :model-value="demand.each"
        :least="0"
        :most="100"
        @update:model-value="(v) => put(say('draw.taskEach'), { each: v })"
      />
      <fieldset class="py-1">
        <legend class="text-13">{{ say('draw.weekdays') }}</legend>
        <div class="grid grid-cols-7 gap-1">
          <label v-for="n in 7" :key="n" class="flex min-h-11 flex-col items-center justify-center text-12">
            <input
              type="checkbox"
              class="size-4 accent-ink"
              :checked="demand.weekdays.includes(n)"
              @change="toggle('weekdays', n, ($event.target as HTMLInputElement).checked)"
            />{{ weekday(n) }}
          </label>
        </div>
      </fieldset>
    </template>
    <fieldset v-if="demand.kind === 'bed' || demand.kind === 'task'" class="py-1">
      <legend class="text-13">{{ say(demand.kind === 'bed' ? 'draw.season' : 'draw.months') }}</legend>
      <div class="grid grid-cols-6 gap-1">
        <label v-for="m in 12" :key="m" class="flex min-h-7 items-center gap-1 text-12">
          <input
            type="checkbox"
            class="size-4 flex-none accent-ink"
            :checked="demand.months.includes(m)"
            @change="toggle('months', m, ($event.target as HTMLInputElement).checked)"
          />{{ shortMonth(m - 1) }}
        </label>
      </div>
    </fieldset>
    <QuantityField
      v-if="demand.kind !== 'bed'"
      :label="say('draw.skip')"
      kind="rainDepth"
      :model-value="demand.skipAfterRain"
      :least="0"
      :most="100"
      :note="say('draw.skipNote')"
      @update:model-value="(v) => put(say('draw.skip'), { skipAfterRain: v })"
    />
    <QuantityField
      :label="say('draw.rank')"
      kind="count"
      :model-value="demand.priority"
      :least="1"
      :most="9"
      @update:model-value="(v) => put(say('draw.rank'), { priority: Math.round(v) })"
    />
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
