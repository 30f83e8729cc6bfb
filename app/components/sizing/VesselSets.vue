<script setup lang="ts">
import { baseHeight } from '#core/layout'
import { vesselSets } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, share, volume, typed } from '#core/units/quantity'
import { fromCatalogue, soldIn } from '#core/vessel'
import { fieldEdit, saying } from '~/stores/messages'

/** Sets from the catalogue that fit the room and stand below the gutter, thinned to those that do clearly more than the one before. */
const props = defineProps<{ savedAt: (litres: number) => number | undefined }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()
const { money } = useMoney()
const litres = (value: number) => volume(value * LITRE)

/** A set is told when it meets this much more than the one before. */
const CLEARLY_MORE = 0.02
const nameOf = (key: string) => {
  const { family, nominal } = fromCatalogue(key)
  return `${say(`word.${family}`)} ${text(volume(nominal))}`
}
const sets = computed(() => {
  const { sweep } = bench.simulation
  if (!sweep || !bench.scheme || !bench.assessed) return []
  const { heights, placed } = bench.assessed.line
  const all = vesselSets(sweep.points, bench.scheme.space, heights.outlet - baseHeight(placed.vessel.base), soldIn(settings.system)).filter(
    ({ fits }) => fits !== false,
  )
  let before = -1
  return all.filter(({ met }) => {
    const worth = met - before >= CLEARLY_MORE
    if (worth) before = met
    return worth
  })
})
function moneyAt(usable: number): string {
  const saved = props.savedAt(usable)
  return saved === undefined ? '–' : money(saved)
}
function setSpace(side: 'width' | 'depth' | 'height', value: number) {
  bench.editScheme(fieldEdit(saying(`sets.${side}`), typed('span', bench.scheme!.space[side]), typed('span', value)), (scheme) => ({
    ...scheme,
    space: { ...scheme.space, [side]: value },
  }))
}
</script>

<template>
  <details class="rule mt-2 pt-2" open>
    <summary class="h3">{{ say('sets.title') }}</summary>
    <div class="grid gap-x-4 md:grid-cols-3">
      <QuantityField
        v-for="side in ['width', 'depth', 'height'] as const"
        :key="side"
        :label="say(`sets.${side}`)"
        kind="span"
        :model-value="bench.scheme!.space[side]"
        :least="0"
        :most="side === 'height' ? 20 : 200"
        @update:model-value="(v) => setSpace(side, v)"
      />
    </div>
    <div class="max-h-72 overflow-auto" tabindex="0" role="region" :aria-label="say('sets.title')">
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th
              v-for="head in ['set', 'usable', 'met', 'short', 'saves']"
              :key="head"
              scope="col"
              class="font-normal"
              :class="head === 'set' ? 'text-left' : 'text-right'"
            >
              {{ say(`sets.col.${head}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="set in sets" :key="`${set.key}-${set.count}`" class="border-t border-hair">
            <th scope="row" class="text-left font-normal">{{ set.count }} × {{ nameOf(set.key) }}</th>
            <td class="num text-right">{{ text(litres(set.usable)) }}</td>
            <td class="num text-right font-bold">{{ text(share(set.met)) }}</td>
            <td class="num text-right">{{ text(days(Math.round(set.shortDays))) }}</td>
            <td class="num text-right">{{ moneyAt(set.usable) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="text-12 text-ink-3">{{ say(sets.some(({ fits }) => fits === undefined) ? 'sets.unmeasured' : 'sets.note') }}</p>
  </details>
</template>
