<script setup lang="ts">
import { firstLimit } from '#core/catch'
import type { AssessedLine } from '#core/assess'
import { flow, rainRate } from '#core/units/quantity'

/** What gutter, hole, pipe and every part let by, against the design rain; the first limit named. */
const props = defineProps<{ assessed: AssessedLine; intensity: number }>()
const { say, text } = useSay()

const SPLASH = 1.5e-3
const arriving = computed(() => props.assessed.arriving.value)
const rows = computed(() => {
  const { gutter, train, limits } = props.assessed
  const all = [
    { place: 'gutter', passes: gutter.limits.gutter, limits: true },
    { place: 'outlet', passes: gutter.limits.outlet, limits: true },
    ...train.map(({ place, passes }) => ({ place: place as string, passes, limits: true })),
    // These do not hold the water up: what they leave goes on down the pipe.
    ...(Number.isFinite(limits.film) ? [{ place: 'film', passes: limits.film * limits.gathered, limits: false }] : []),
    ...(Number.isFinite(limits.hose) ? [{ place: 'hose', passes: limits.hose, limits: false }] : []),
  ]
  const least = firstLimit(all.filter((row) => row.limits).map((row) => ({ place: 'pipe' as const, passes: row.passes, law: '' }))).passes
  return all.map((row) => ({
    ...row,
    first: row.limits && row.passes === least,
    over: row.limits && row.passes < arriving.value - 1e-12,
    holds: arriving.value > 0 ? (props.intensity * row.passes) / arriving.value : 0,
  }))
})
const strainer = computed(() => (props.assessed.gutter.outlet.strainer ? props.assessed.gutter.limits.outlet : 0))
const splashes = computed(() => arriving.value > SPLASH && rows.value.some(({ place }) => place === 'rain-head'))
</script>

<template>
  <section>
    <h3 class="h3 rule mt-2 pt-2">{{ say('drop.capacity') }}</h3>
    <table class="w-full text-13">
      <caption class="pb-1 text-left text-12 text-ink-3">
        {{
          say('drop.capacityNote', { arriving: flow(arriving) })
        }}
      </caption>
      <thead class="text-12 text-ink-3">
        <tr>
          <td />
          <th scope="col" class="text-right font-normal">{{ say('drop.passesHead') }}</th>
          <th scope="col" class="text-right font-normal">{{ say('drop.rainHead') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="`${row.place}-${i}`" class="border-t border-hair">
          <th scope="row" class="py-0.5 text-left font-normal">
            {{ say(`limit.${row.place}`) }}
            <b v-if="row.first" class="text-12" :class="{ 'text-pencil': row.over }">{{ say('drop.firstLimit') }}</b>
            <span v-if="row.over" class="text-12 text-pencil"> {{ say('drop.over') }}</span>
          </th>
          <td class="num text-right" :class="{ 'font-bold': row.first }">{{ text(flow(row.passes)) }}</td>
          <td class="num text-right text-ink-2">{{ row.limits ? text(rainRate(row.holds)) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="strainer > 0" class="text-12 text-ink-2">{{ say('drop.strainerCosts', { flow: flow(strainer) }) }}</p>
    <p v-if="splashes" class="text-12 text-ink-2">{{ say('drop.splash', { flow: flow(SPLASH) }) }}</p>
  </section>
</template>
