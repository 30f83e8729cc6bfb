<script setup lang="ts">
import { LITRE } from '#core/units/constants'
import { length, share, volume, type Quantity } from '#core/units/quantity'
import type { Weighed } from '#core/service'

/** Which of the guesses matter most for the answer: how far each would move it. Decides what to climb a ladder for. */
defineProps<{ /** Only the two that matter most, in a line each. */ short?: boolean }>()
const emit = defineEmits<{ go: [key: string] }>()
const { say, text } = useSay()
const { measures, nameOf, shown } = useSurvey()
const { weighed } = useWeights()

const rows = computed(() =>
  (weighed.value ?? []).flatMap((each) => {
    const measure = measures.value.find(({ key }) => key === each.key)
    return measure ? [{ ...each, measure }] : []
  }),
)
const band = (make: (value: number) => Quantity, reach: { low: number; high: number } | undefined) => {
  if (!reach) return '–'
  const [low, high] = [text(make(reach.low)), text(make(reach.high))]
  return low === high ? low : say('survey.fromTo', { low, high })
}
const triedOf = ({ measure, tried }: { measure: Parameters<typeof shown>[0]; tried: Weighed['tried'] }) =>
  say('survey.fromTo', { low: shown(measure, tried[0]!), high: shown(measure, tried[1]!) })
</script>

<template>
  <div>
    <p v-if="!weighed" class="text-13" role="status">{{ say('survey.weighing') }}</p>
    <template v-else-if="rows.length > 0">
      <p v-if="!short" class="text-13 text-ink-2">{{ say('survey.weightsAre') }}</p>
      <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="say('survey.weights')">
        <table class="w-full text-13">
          <caption class="h3 pt-2 text-left">
            {{
              say('survey.matterMost')
            }}
          </caption>
          <thead>
            <tr class="text-12 text-ink-3">
              <th scope="col" class="text-left font-normal">{{ say('survey.col.measure') }}</th>
              <th scope="col" class="text-right font-normal">{{ say('survey.col.met') }}</th>
              <th scope="col" class="text-right font-normal">{{ say('survey.col.left') }}</th>
              <th v-if="!short" scope="col" class="text-right font-normal">{{ say('survey.col.surplus') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows.slice(0, short ? 2 : rows.length)" :key="row.key" class="border-t border-hair">
              <th scope="row" class="py-0.5 text-left font-normal">
                <button type="button" class="text-left underline" @click="emit('go', row.key)">{{ nameOf(row.measure) }}</button>
                <span class="block text-12 text-ink-3">{{ triedOf(row) }}</span>
              </th>
              <td class="num text-right">{{ band(share, row.met) }}</td>
              <td class="num text-right">{{ band(length, row.left) }}</td>
              <td v-if="!short" class="num text-right">{{ band((litres) => volume(litres * LITRE), row.surplus) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </div>
</template>
