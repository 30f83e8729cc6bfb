<script setup lang="ts">
import { hemisphereOf, turnSeasons } from '#core/edits'
import type { Site } from '#core/scheme'
import { angle, latitude as latitudeOf, longitude as longitudeOf, rainDepth, type Quantity } from '#core/units/quantity'

/** Where it is and how warm: what plants drink by, and when rain falls as snow. */
const bench = useWorkbench()
const settings = useSettings()
const { setJob } = useEdits()
const { say, text, shortMonth } = useSay()

const site = computed(() => bench.job!.site)
const fahrenheit = computed(() => settings.system === 'imperial')
const scale = computed(() => (fahrenheit.value ? { perUnit: 5 / 9, offset: 32 } : { perUnit: 1, offset: 0 }))
const thirst = computed(() => bench.simulation.balance?.rain.thirst ?? [])
/** What was said before, or nothing. */
const shownOf = (value: number | undefined, of: (value: number) => Quantity): Quantity | string => (value === undefined ? '' : of(value))
const problem = ref('')
function setMonths(key: 'low' | 'high', months: number[]) {
  const next: Site = { ...site.value, [key]: months }
  const wrong = next.low.findIndex((low, m) => low > next.high[m]!)
  problem.value = wrong < 0 ? '' : say('site.crossed', { month: shortMonth(wrong) })
  if (wrong < 0) setJob(key === 'low' ? 'lows' : 'highs', '', '', (draft) => (draft.site[key] = months))
}
const most = computed(() => (thirst.value.length === 12 ? thirst.value.indexOf(Math.max(...thirst.value)) : -1))
</script>

<template>
  <details>
    <summary class="font-bold">{{ say('site.title') }}</summary>
    <QuantityField
      :label="say('site.latitude')"
      kind="latitude"
      :model-value="site.latitude"
      :least="-90"
      :most="90"
      :note="say('site.latitudeNote')"
      @update:model-value="
        (v) => setJob('latitude', latitudeOf(site.latitude), latitudeOf(v), (draft) => turnSeasons(draft, hemisphereOf(v), v))
      "
    />
    <QuantityField
      :label="say('site.longitude')"
      kind="longitude"
      optional
      :model-value="site.longitude"
      :least="-180"
      :most="180"
      :note="say('site.longitudeNote')"
      @update:model-value="
        (v) => setJob('longitude', shownOf(site.longitude, longitudeOf), longitudeOf(v), (draft) => (draft.site.longitude = v))
      "
      @clear="setJob('longitude', shownOf(site.longitude, longitudeOf), '', (draft) => (draft.site.longitude = undefined))"
    />
    <QuantityField
      :label="say('site.facing')"
      kind="angle"
      optional
      :model-value="site.facing"
      :least="0"
      :most="360"
      :note="say('site.facingNote')"
      @update:model-value="(v) => setJob('facing', shownOf(site.facing, angle), angle(v), (draft) => (draft.site.facing = v))"
      @clear="setJob('facing', shownOf(site.facing, angle), '', (draft) => (draft.site.facing = undefined))"
    />
    <MonthsField
      :label="say('site.low', { unit: fahrenheit ? '°F' : '°C' })"
      :model-value="site.low"
      v-bind="scale"
      :least="-60"
      :most="55"
      @update:model-value="(v) => setMonths('low', v)"
    />
    <MonthsField
      :label="say('site.high', { unit: fahrenheit ? '°F' : '°C' })"
      :model-value="site.high"
      v-bind="scale"
      :least="-60"
      :most="55"
      @update:model-value="(v) => setMonths('high', v)"
    />
    <p v-if="problem" class="text-13 text-pencil" role="alert">{{ problem }}</p>
    <p v-if="most >= 0" class="text-13 text-ink-2">
      {{ say('site.thirst', { most: text(rainDepth(Math.round(thirst[most]! * 10) / 10)), month: shortMonth(most) }) }}
    </p>
  </details>
</template>
