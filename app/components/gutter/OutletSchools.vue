<script setup lang="ts">
import { outletSchools, type OutletDesign } from '#core/catch'
import { leaderTable } from '#core/pipe'
import type { Scheme } from '#core/scheme'
import { area } from '#core/units/quantity'
import { word } from '#core/figures/told'
import { fieldEdit } from '~/stores/messages'

/** What each school lets this outlet drain, side by side; the one the scheme goes by decides the snags. */
const props = defineProps<{ design: OutletDesign; scheme: Scheme }>()
const bench = useWorkbench()
const { say, text } = useSay()

const SCHOOLS = ['hydraulic', 'intensity', 'hundred'] as const
const allowed = computed(() => outletSchools(props.design, props.scheme.designIntensity))
const leader = computed(() => leaderTable(props.design.drop.bore, props.scheme.designIntensity))
function choose(school: Scheme['outletSchool']) {
  bench.editScheme(fieldEdit('outletSchool', word(props.scheme.outletSchool), word(school)), (scheme) => ({
    ...scheme,
    outletSchool: school,
  }))
}
</script>

<template>
  <table class="mt-1 w-full text-13">
    <caption class="pb-1 text-left text-12 text-ink-3">
      {{
        say('outlet.caption', { roof: area(design.roof) })
      }}
    </caption>
    <tbody>
      <tr v-for="school in SCHOOLS" :key="school" class="border-t border-hair">
        <th scope="row" class="py-1 text-left font-normal">
          <label class="flex items-baseline gap-2"
            ><input
              type="radio"
              name="outlet-school"
              class="accent-ink"
              :checked="scheme.outletSchool === school"
              @change="choose(school)"
            />
            <span
              >{{ say(`word.${school}`) }}<br /><span class="text-12 text-ink-3">{{ say(`outlet.${school}`) }}</span></span
            ></label
          >
        </th>
        <td class="num text-right font-bold" :class="{ 'text-pencil': design.roof > allowed[school] }">
          {{ text(area(allowed[school])) }}<span v-if="design.roof > allowed[school]"> {{ say('gutter.tooLittle') }}</span>
        </td>
      </tr>
      <tr v-if="leader !== undefined" class="border-t border-hair">
        <th scope="row" class="py-1 text-left font-normal">{{ say('outlet.leader') }}</th>
        <td class="num text-right">{{ text(area(leader)) }}</td>
      </tr>
    </tbody>
  </table>
</template>
