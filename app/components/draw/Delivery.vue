<script setup lang="ts">
import { bleachFor, bleachStrength, DRINKING_LIMIT, onGravity, reachOf, TAP_BORES, tapFlow } from '#core/draw'
import { flow, length, plain, span, volume } from '#core/units/quantity'

/** What the height brings at the tap, how far a hose goes, and how strong a dose of bleach is. */
const bench = useWorkbench()
const settings = useSettings()
const { say, text, number } = useSay()

const line = computed(() => bench.assessed!.line)
const usable = computed(() => bench.assessed!.usable)
const half = computed(() => (usable.value.top + usable.value.bottom) / 2)
const tap = computed(() => line.value.tap)
const spout = computed(() => tap.value?.hose?.end ?? line.value.heights.tap?.spout ?? 0)
const runs = computed(() => onGravity(usable.value.top - spout.value))
const reach = computed(() => (tap.value ? reachOf(tap.value, half.value, spout.value, settings.system) : []))
const bores = computed(() =>
  tap.value && line.value.heights.tap
    ? TAP_BORES[settings.system].map((bore) => {
        const passes = tapFlow({ bore, hose: undefined }, half.value, line.value.heights.tap!.spout)
        return { bore, passes, minutes: passes > 0 ? tap.value!.can.volume / passes / 60 : Infinity }
      })
    : [],
)
const minutes = (value: number) => (Number.isFinite(value) ? number(value, value < 10 ? 1 : 0) : '–')

const bleach = reactive({ volume: 0.0001, share: 0.05, density: 1.1, days: 0 })
const water = computed(() => Math.max(1e-3, usable.value.volume))
const strength = computed(() => bleachStrength(bleach, water.value))
const whole = (value: number) => plain(Math.round(value * 10) / 10)
</script>

<template>
  <div>
    <template v-if="tap">
      <h3 class="h3 rule pt-2">{{ say('delivery.gravity', { head: span(Math.max(0, usable.top - spout)) }) }}</h3>
      <ul class="text-13">
        <li v-for="each in runs" :key="each.key" class="flex justify-between border-b border-hair py-0.5">
          <span>{{ say(`word.${each.key}`) }}</span>
          <span :class="{ 'text-pencil': !each.runs }">{{
            each.runs ? say('delivery.runs') : say('delivery.wants', { head: span(each.needs) })
          }}</span>
        </li>
      </ul>
      <p class="py-1 text-12 text-ink-3">{{ say('delivery.surface') }}</p>
      <h4 class="h3 pt-1">{{ say('delivery.bores') }}</h4>
      <table class="num w-full text-13">
        <thead>
          <tr>
            <th scope="col" class="text-left">{{ say('delivery.bore') }}</th>
            <th scope="col" class="text-right">{{ say('delivery.pours') }}</th>
            <th scope="col" class="text-right">{{ say('delivery.perCan') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in bores" :key="each.bore" class="border-t border-hair">
            <th scope="row" class="text-left font-normal">{{ text(length(each.bore)) }}</th>
            <td class="text-right">{{ text(flow(each.passes)) }}</td>
            <td class="text-right">{{ minutes(each.minutes) }}</td>
          </tr>
        </tbody>
      </table>
      <h4 class="h3 pt-1">{{ say('delivery.reach') }}</h4>
      <table class="num w-full text-13">
        <thead>
          <tr>
            <th scope="col" class="text-left">{{ say('delivery.hose') }}</th>
            <th scope="col" class="text-right">{{ say('delivery.pours') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in reach" :key="each.length" class="border-t border-hair">
            <th scope="row" class="text-left font-normal">{{ text(span(each.length)) }}</th>
            <td class="text-right">{{ text(flow(each.flow)) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <details class="rule mt-2 pt-2">
      <summary class="h3 cursor-pointer">{{ say('bleach.title') }}</summary>
      <QuantityField
        :label="say('bleach.dose')"
        kind="volume"
        :model-value="bleach.volume"
        :least="0"
        :most="0.02"
        @update:model-value="(v) => (bleach.volume = v)"
      />
      <QuantityField
        :label="say('bleach.share')"
        kind="share"
        :model-value="bleach.share"
        :least="0.001"
        :most="0.2"
        @update:model-value="(v) => (bleach.share = v)"
      />
      <QuantityField
        :label="say('bleach.days')"
        kind="count"
        :model-value="bleach.days"
        :least="0"
        :most="2000"
        @update:model-value="(v) => (bleach.days = v)"
      />
      <p class="py-1 text-13">
        {{
          say('bleach.makes', {
            water: volume(water),
            chlorine: whole(strength.chlorine),
            limit: whole(DRINKING_LIMIT),
            dose: Math.round(bleachFor(DRINKING_LIMIT, bleach, water) * 1e6),
          })
        }}
      </p>
      <p class="text-13 text-ink-2">{{ say('bleach.defer') }}</p>
    </details>
  </div>
</template>
