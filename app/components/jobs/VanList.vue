<script setup lang="ts">
import { vanList } from '#core/desk/vanList'
import type { Job } from '#core/scheme'

/** What is loaded for each day on which something is due, with where it goes and whom to ring. */
const props = defineProps<{ jobs: readonly Job[] }>()
const { say, text, dayName } = useSay()
const { amountOf } = useAmounts()
const { sayWords } = useBuildWords()

const days = computed(() => vanList(props.jobs))
const names = computed(() => new Map(props.jobs.map(({ id, name }) => [id, name])))
/** Kits of visits that build nothing. */
const KITS = ['measure', 'care'] as const
</script>

<template>
  <div>
    <section v-for="each in days" :key="each.day ?? ''" class="pt-2">
      <h3 class="h3 rule pt-1">{{ each.day ? dayName(each.day, 'long') : say('van.noDay') }}</h3>
      <ul class="text-13">
        <li v-for="stop in each.stops" :key="stop.job" class="border-b border-hair py-1">
          <b>{{ stop.name }}</b>, {{ say(`van.for.${stop.visitFor}`) }}
          <span class="block">{{ [stop.customer, stop.address].filter(Boolean).join(', ') }}</span>
          <a v-if="stop.phone" class="underline" :href="`tel:${stop.phone.replace(/\s/g, '')}`">{{ stop.phone }}</a>
          <span v-if="stop.waitsFor" class="block text-pencil">{{ say('van.waits', { what: stop.waitsFor }) }}</span>
        </li>
      </ul>
      <template v-for="kit in KITS" :key="kit">
        <p v-if="each.stops.some(({ visitFor }) => visitFor === kit)" class="py-1 text-13">{{ say(`van.kit.${kit}`) }}</p>
      </template>
      <template v-if="each.lines.length > 0">
        <table class="w-full text-13">
          <caption class="pt-1 text-left font-bold">
            {{
              say('van.load')
            }}
          </caption>
          <tbody>
            <tr v-for="line in each.lines" :key="line.item + (line.name ?? '')" class="border-t border-hair align-top">
              <td class="w-6 py-1"><span class="inline-block size-3 border border-ink" aria-hidden="true" /></td>
              <th scope="row" class="py-0.5 text-left font-normal">
                {{ sayWords(line.words, line.name) }}
                <span v-if="each.stops.length > 1" class="cap block">{{
                  line.shares
                    .map(({ job, takes }) =>
                      line.common
                        ? names.get(job)
                        : say('order.share', { name: names.get(job) ?? '', much: amountOf({ unit: line.unit }, takes) }),
                    )
                    .join('; ')
                }}</span>
              </th>
              <td class="num w-32 text-right font-bold whitespace-nowrap">{{ amountOf({ unit: line.unit }, line.takes) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="pt-1 text-13">
          <b>{{ say('van.tools') }}</b>
          {{
            each.tools
              .map(({ tool, sizes }) => [say(`build.tool.${tool}`), ...sizes.map(({ value }) => text({ kind: 'fine', value }))].join(' · '))
              .join('; ')
          }}
        </p>
      </template>
    </section>
  </div>
</template>
