<script setup lang="ts">
import type { CatchVariant, HoseCatch } from '#core/balance'
import type { AssessedLine } from '#core/assess'
import { length, share, volume } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** What each hose that is sold would catch in these years, and what a wider one would gain. */
const props = defineProps<{ assessed: AssessedLine; hoses: HoseCatch[]; variants: CatchVariant[] }>()
const bench = useWorkbench()
const { say, text } = useSay()

const own = computed(() => {
  const { device } = props.assessed.line.intake
  return device && 'hose' in device ? device : undefined
})
function use(bore: number) {
  const { drop } = props.assessed.line.intake
  const device = own.value
  if (!device) return
  bench.editScheme(message('edit.hoseChosen', { from: length(device.hose.bore), to: length(bore) }), (scheme) => ({
    ...scheme,
    drops: scheme.drops.map((each) =>
      each.id === drop.id
        ? {
            ...each,
            devices: each.devices.map((part) =>
              part.id === device.id && 'hose' in part ? { ...part, hose: { ...part.hose, bore } } : part,
            ),
          }
        : each,
    ),
  }))
}
const SCALE = 100
</script>

<template>
  <section v-if="own && hoses.length > 0">
    <h3 class="h3 rule mt-2 pt-2">{{ say('drop.hoses') }}</h3>
    <table class="w-full text-13">
      <caption class="pb-1 text-left text-12 text-ink-3">
        {{
          say('drop.hosesNote')
        }}
      </caption>
      <tbody>
        <tr v-for="row in hoses" :key="row.bore" class="border-t border-hair" :class="{ 'bg-water-wash': row.bore === own.hose.bore }">
          <th scope="row" class="num py-0.5 pl-1 text-left font-normal">{{ text(length(row.bore)) }}</th>
          <td class="w-1/3" aria-hidden="true">
            <svg viewBox="0 0 100 8" preserveAspectRatio="none" class="h-2 w-full">
              <rect x="0" y="0" width="100" height="8" fill="none" stroke="currentColor" stroke-width="0.5" class="text-line" />
              <rect x="0" y="0" :width="row.share * SCALE" height="8" class="fill-water" />
            </svg>
          </td>
          <td class="num text-right font-bold">{{ text(share(row.share)) }}</td>
          <td class="num text-right text-12 text-ink-2">
            <template v-if="row.bore === own.hose.bore">{{ say('drop.thisOne') }}</template>
            <template v-else>{{ row.gains >= 0 ? '+' : '−' }}{{ text(volume(Math.abs(row.gains) / 1000)) }}</template>
          </td>
          <td class="text-right">
            <button
              v-if="row.bore !== own.hose.bore"
              type="button"
              class="btn btn-bare"
              :aria-label="say('drop.useNamed', { school: text(length(row.bore)) })"
              @click="use(row.bore)"
            >
              {{ say('drop.useIt') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-1 text-12 text-ink-2">
      <li v-for="variant in variants" :key="`${variant.change}-${variant.to}`" class="num flex justify-between">
        <span>{{
          variant.change === 'head' ? say('drop.moreHead', { by: length(variant.to) }) : say('drop.otherFilm', { film: share(variant.to) })
        }}</span>
        <span>{{ variant.gains >= 0 ? '+' : '−' }}{{ text(volume(Math.abs(variant.gains) / 1000)) }}</span>
      </li>
    </ul>
  </section>
</template>
