<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import { hemisphereOf, turnSeasons } from '#core/edits'
import type { Job } from '#core/scheme'
import { rainDepth } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** Where it is and how warm: what plants drink by, and when rain falls as snow. */
const bench = useWorkbench()
const settings = useSettings()
const { setJob, jobTableOf } = useEdits()
const { say, text, shortMonth } = useSay()

const site = computed(() => bench.job!.site)
const fahrenheit = computed(() => settings.system === 'imperial')
const scale = computed(() => (fahrenheit.value ? { perUnit: 5 / 9, offset: 32 } : { perUnit: 1, offset: 0 }))
const thirst = computed(() => bench.simulation.balance?.rain.thirst ?? [])
const rows = computed((): FieldRow[] => {
  const { measure } = jobTableOf(bench.job!, (draft) => draft)
  // Where north becomes south the seasons turn with it.
  const latitude: Lens<Job, number> = {
    name: 'latitude',
    get: (of) => of.site.latitude,
    put: (draft, to) => turnSeasons(draft, hemisphereOf(to), to),
  }
  const called = (name: string) => ({ label: say(`site.${name}` as MessageId), note: say(`site.${name}Note` as MessageId) })
  return [
    measure(latitude, 'latitude', [-90, 90], called('latitude')),
    measure('site.longitude', 'longitude', [-180, 180], { ...called('longitude'), unsay: ({ site: of }) => (of.longitude = undefined) }),
    measure('site.facing', 'angle', [0, 360], { ...called('facing'), unsay: ({ site: of }) => (of.facing = undefined) }),
  ]
})
const setMonths = (key: 'low' | 'high', months: number[]) =>
  setJob(key === 'low' ? 'lows' : 'highs', '', '', (draft) => (draft.site[key] = months))
const crossed = (month: number, low: number, high: number) => (low > high ? message('site.crossed', { month: { month } }) : undefined)
const most = computed(() => (thirst.value.length === 12 ? thirst.value.indexOf(Math.max(...thirst.value)) : -1))
</script>

<template>
  <details>
    <summary class="font-bold">{{ say('site.title') }}</summary>
    <FieldRows :rows="rows" />
    <MonthsField
      :label="say('site.low', { unit: fahrenheit ? '°F' : '°C' })"
      :model-value="site.low"
      v-bind="scale"
      :least="-60"
      :most="55"
      :wrong="(m, low) => crossed(m, low, site.high[m]!)"
      @update:model-value="(v) => setMonths('low', v)"
    />
    <MonthsField
      :label="say('site.high', { unit: fahrenheit ? '°F' : '°C' })"
      :model-value="site.high"
      v-bind="scale"
      :least="-60"
      :most="55"
      :wrong="(m, high) => crossed(m, site.low[m]!, high)"
      @update:model-value="(v) => setMonths('high', v)"
    />
    <p v-if="most >= 0" class="text-13 text-ink-2">
      {{ say('site.thirst', { most: text(rainDepth(Math.round(thirst[most]! * 10) / 10)), month: shortMonth(most) }) }}
    </p>
  </details>
</template>
