<script setup lang="ts">
import { problemOf, type Problem } from '#core/problems'
import { numberFormat } from '#core/units/intl'
import { orderFor, type JobOrder, type OrderLine } from '#core/desk/order'
import { SHOPS, type Job } from '#core/scheme'
import { length, span } from '#core/units/quantity'
import { pricedBy } from '~/components/build/pricedBy'
import { saveCsv } from '~/components/build/saveTables'
import { layJobWords, layDeskWords } from '~/locales/layWords'

/** One order over several jobs: by shop, who gets what, and what is sawn out of common lengths. */
const props = defineProps<{ jobs: readonly Job[] }>()
const emit = defineEmits<{ close: [] }>()
const i18n = useI18n()
layJobWords(i18n)
layDeskWords(i18n)
const settings = useSettings()
const { say, sayProblem, text } = useSay()
const { sayWords } = useBuildWords()
const { amountOf } = useAmounts()

const outcome = computed<{ orders: JobOrder[]; problem?: Problem }>(() => {
  try {
    return { orders: orderFor(props.jobs) }
  } catch (error) {
    return { orders: [], problem: problemOf(error) }
  }
})
const orders = computed(() => outcome.value.orders)
const names = computed(() => new Map(props.jobs.map(({ id, name }) => [id, name])))
const exact = (currency: string, sum: number) =>
  `${currency}${numberFormat(settings.terms, { minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(sum)}`
/** Who gets how much of a line; of a tin that several use, only who. */
const shareOf = (line: OrderLine, job: string, buy: number) =>
  line.common ? (names.value.get(job) ?? '') : say('order.share', { name: names.value.get(job) ?? '', much: share(line, buy) })
/** What one job gets: of what is cut from lengths so much of it, else so many. */
const share = (line: OrderLine, buy: number) => (line.sold ? text(span(buy)) : amountOf(line, buy))
const nameOf = (line: Pick<OrderLine, 'words' | 'name'>) => sayWords(line.words, line.name)
const byShop = (order: JobOrder) =>
  SHOPS.flatMap((shop) => {
    const lines = order.lines.filter((line) => line.shop === shop)
    return lines.length > 0 ? [{ shop, lines }] : []
  })
function csv() {
  const rows = orders.value.flatMap((order) =>
    order.lines.map((line) => {
      const { by, factor } = pricedBy(line, settings.system)
      return [
        say(`build.shop.${line.shop}`),
        nameOf(line),
        amountOf(line, line.buy),
        Math.round(line.price * factor * 1e4) / 1e4,
        say(`build.perOne.${by}`),
        line.total,
        order.currency,
        line.shares.map(({ job, buy }) => (line.common ? names.value.get(job) : `${names.value.get(job)}: ${share(line, buy)}`)).join('; '),
      ]
    }),
  )
  const header = [
    ...['shop', 'item', 'buy', 'each', 'per', 'total'].map((each) => say(`build.csv.${each}`)),
    say('order.col.money'),
    say('order.col.who'),
  ]
  saveCsv('Order', { title: say('order.as.order'), header, rows })
}
const LISTS = ['order', 'van'] as const
const shown = ref<(typeof LISTS)[number]>('order')
const print = () => window.print()
onMounted(() => document.documentElement.toggleAttribute('data-sheet', true))
onBeforeUnmount(() => document.documentElement.removeAttribute('data-sheet'))
</script>

<template>
  <DialogFrame :title="say('order.title', { n: jobs.length })" width="l" sheet @close="emit('close')">
    <template #head>
      <button v-if="shown === 'order'" type="button" class="btn" @click="csv">CSV</button>
      <button type="button" class="btn" @click="print">{{ say('build.print') }}</button>
    </template>
    <p class="text-13 text-ink-2">{{ [...names.values()].join(', ') }}</p>
    <ButtonChoice
      v-model="shown"
      class="py-1 print:hidden"
      :label="say('order.show')"
      :options="LISTS.map((value) => ({ value, label: say(`order.as.${value}`) }))"
    />
    <p v-if="outcome.problem" class="border-2 border-pencil p-2" role="alert">{{ sayProblem(outcome.problem) }}</p>
    <VanList v-else-if="shown === 'van'" :jobs="jobs" />
    <section v-for="order in shown === 'order' ? orders : []" :key="order.currency + order.system" class="pt-2">
      <p v-if="orders.length > 1" class="font-bold">
        {{ say('order.apartBecause', { names: order.jobs.map((id) => names.get(id)).join(', ') }) }}
      </p>
      <div v-for="{ shop, lines } in byShop(order)" :key="shop">
        <h3 class="h3 rule mt-2 pt-1">{{ say(`build.shop.${shop}`) }}</h3>
        <table class="w-full text-13">
          <tbody>
            <tr v-for="line in lines" :key="line.item + (line.sold ?? '')" class="border-t border-hair align-top">
              <th scope="row" class="py-0.5 text-left font-normal">
                {{ nameOf(line) }}
                <span class="cap block">{{ line.shares.map(({ job, buy }) => shareOf(line, job, buy)).join('; ') }}</span>
              </th>
              <td class="num w-44 text-right whitespace-nowrap">
                <b>{{ amountOf(line, line.buy) }}</b>
                <span v-if="line.buy < line.apart" class="cap block">{{
                  say('order.insteadOf', { much: amountOf(line, line.apart) })
                }}</span>
              </td>
              <td class="num w-28 pl-3 text-right">{{ exact(order.currency, line.total) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="pt-2 text-right font-bold">
        {{ say('order.total', { total: exact(order.currency, order.total) }) }}
        <span v-if="order.apart - order.total > 0.005" class="cap block font-normal">{{
          say('order.saved', { saved: exact(order.currency, order.apart - order.total) })
        }}</span>
      </p>
      <template v-if="order.cuts.length > 0">
        <h3 class="h3 rule mt-2 pt-1">{{ say('order.cuts') }}</h3>
        <div v-for="cuts in order.cuts" :key="cuts.item + cuts.stock" class="py-1 text-13">
          <p class="font-bold">{{ say('order.cutFrom', { what: nameOf(cuts), length: span(cuts.stock) }) }}</p>
          <ol class="list-decimal pl-6">
            <li v-for="(bar, i) in cuts.plan.bars" :key="i">
              {{
                bar.pieces
                  .map((at) => {
                    const piece = cuts.pieces[at]!
                    return `${names.get(piece.job)} ${piece.label} ${text(length(piece.length))}`
                  })
                  .join(' · ')
              }}
              <span class="cap">{{ say('order.rest', { rest: length(bar.rest) }) }}</span>
            </li>
          </ol>
        </div>
      </template>
    </section>
  </DialogFrame>
</template>
