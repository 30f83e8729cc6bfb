<script setup lang="ts">
import { addExtra, freshId, removeExtra, setLine } from '#core/edits'
import { BUILD_STATIONS, fittingKey, type BillLine } from '#core/build'
import { LONGEST_LEAD, MOST_OF_ONE, MOST_PRICE, shelfDefaults, SHOPS, type ShelfItem, type Shop } from '#core/scheme'
import { area, count, span } from '#core/units/quantity'
import { BILL_COLUMNS, billRows } from '~/components/build/billTable'
import { pricedBy } from '~/components/build/pricedBy'
import { saveCsv, saveXlsx, type Table } from '~/components/build/saveTables'
import { message } from '~/stores/messages'
import { useWords } from '~/sheets/blocks/useWords'

/** Everything to buy, once. Decides what goes on the trolley and what it costs; what hangs there or lies in the shed is taken off. */
const bench = useWorkbench()
const { say, text } = useSay()
const { sayWords } = useBuildWords()
const { money } = useMoney()
const { amount } = useWords()
const { numbers } = usePlates()
const { setJob } = useEdits()
const settings = useSettings()

const bill = computed(() => bench.build!.bill)
const by = ref<'shop' | 'station'>('shop')
const groups = computed(() => {
  const all = bill.value.lines.filter(({ there }) => !there)
  const of = (key: string, title: string, lines: BillLine[]) => (lines.length > 0 ? [{ key, title, lines }] : [])
  return by.value === 'shop'
    ? SHOPS.flatMap((shop) =>
        of(
          shop,
          say(`build.shop.${shop}`),
          all.filter((line) => line.shop === shop),
        ),
      )
    : [
        ...BUILD_STATIONS.flatMap((station) =>
          of(
            station,
            say(`station.${station}`),
            all.filter((line) => line.stations[0] === station),
          ),
        ),
        ...of(
          'none',
          say('build.everywhere'),
          all.filter(({ stations }) => stations.length === 0),
        ),
      ]
})
/** What hangs there already, or lies about to be used again: nobody's errand. */
const there = computed(() => bill.value.lines.filter((line) => line.there))
const sections = computed(() =>
  there.value.length > 0
    ? [...groups.value, { key: 'there', title: say('build.thereAlready', { n: there.value.length }), lines: there.value }]
    : groups.value,
)
const nameOf = (line: BillLine) => sayWords(line.words, line.name)
const wanted = ({ wanted: much, unit }: BillLine) =>
  unit === 'length'
    ? text(span(much))
    : unit === 'area'
      ? text(area(much))
      : unit === 'volume'
        ? amount({ buy: much, unit } as BillLine)
        : text(count(much))
const numbersOf = ({ parts, item }: BillLine) =>
  [
    ...new Set([
      ...parts.flatMap((key) => numbers.value.get(key) ?? []),
      ...(numbers.value.has(fittingKey(item)) ? [numbers.value.get(fittingKey(item))!] : []),
    ]),
  ].join(', ')

const choice = (item: string) => bench.scheme?.build.lines.find((each) => each.item === item)
function reuse(line: BillLine, there: boolean) {
  bench.editScheme(message('edit.billReuse', { item: nameOf(line) }), (scheme) =>
    setLine(scheme, line.item, there, choice(line.item)?.quantity ?? null),
  )
}
function want(line: BillLine, quantity: number | undefined) {
  bench.editScheme(message('edit.billQuantity', { item: nameOf(line) }), (scheme) =>
    setLine(scheme, line.item, line.there, quantity ?? null),
  )
}
function shelve(line: BillLine, change: Partial<Omit<ShelfItem, 'item'>>) {
  setJob('shelf', '', nameOf(line), (job) => {
    const known = job.shelf.find(({ item }) => item === line.item)
    if (known) Object.assign(known, change)
    else job.shelf.push({ ...shelfDefaults(line.item), ...change })
  })
}

const extra = reactive<{ name: string; quantity: number | undefined; price: number | undefined; shop: Shop }>({
  name: '',
  quantity: 1,
  price: 0,
  shop: 'sundries',
})
/** An item of one's own was put in without a name. */
const isNameless = ref(false)
const extraBox = useTemplateRef<HTMLElement>('extraBox')
const refused = useRefused(() => extraBox.value)
function putExtra() {
  if (refused()) return
  const name = extra.name.trim()
  if (name === '') {
    isNameless.value = true
    return
  }
  isNameless.value = false
  const { quantity = 1, price = 0, shop } = extra
  bench.editScheme(message('edit.billExtra', { item: name }), (scheme) =>
    addExtra(scheme, { id: freshId('extra', scheme.build.extras), name, shop, quantity, price }),
  )
  extra.name = ''
}
const dropExtra = (line: BillLine) =>
  bench.editScheme(message('edit.billExtraGone', { item: nameOf(line) }), (scheme) => removeExtra(scheme, line.item.replace('extra:', '')))

/** The bill as a table that is taken elsewhere. */
const table = (): Table => ({
  title: say('build.tab.bill'),
  header: BILL_COLUMNS.map((each) => say(`build.csv.${each}`)),
  rows: billRows(bill.value.lines, settings.system, say, nameOf),
})
const fileName = () => `${bench.job!.name} ${bench.scheme!.name}`
const details = ref<string>()
const per = (line: BillLine) => pricedBy(line, settings.system)
/** As it is measured here, whatever it is sold in: kept in metres and their powers. */
const measured = ({ unit }: BillLine) => pricedBy({ unit }, settings.system)
const unitOf = (line: BillLine) => (line.unit === 'each' ? undefined : say(`build.perOne.${measured(line).by}`))
const inUnits = (line: BillLine, kept: number | undefined) => kept && kept / measured(line).factor
const ofUnits = (line: BillLine, typed: number | undefined) => typed && typed * measured(line).factor

// What is paid for a thing may be the same for every job of the firm.
const { firm, learn } = useFirm()
const firmPrice = ({ item }: BillLine) => firm.value?.prices.find((each) => each.item === item)?.price ?? undefined
const keepForAll = (line: BillLine) => {
  const known = bench.job!.shelf.find(({ item }) => item === line.item)
  return learn({ ...shelfDefaults(line.item), ...known, price: line.price })
}
</script>

<template>
  <div>
    <p class="flex flex-wrap items-baseline justify-between gap-2">
      <span class="text-15">{{ say('build.billTotal', { total: money(bill.total) }) }}</span>
      <span class="flex gap-2">
        <button
          v-for="each in ['shop', 'station'] as const"
          :key="each"
          type="button"
          class="btn"
          :aria-pressed="by === each"
          @click="by = each"
        >
          {{ say(`build.by.${each}`) }}
        </button>
        <button type="button" class="btn" @click="saveCsv(fileName(), table())">{{ say('build.saveCsv') }}</button>
        <button type="button" class="btn" @click="saveXlsx(fileName(), [table()])">xlsx</button>
      </span>
    </p>
    <p v-if="bill.guessed > 0" class="mt-1.5 text-13 text-ink-2">{{ say('build.guessed', { guessed: money(bill.guessed) }) }}</p>
    <component :is="group.key === 'there' ? 'details' : 'section'" v-for="group in sections" :key="group.key">
      <summary v-if="group.key === 'there'" class="h3 rule mt-2 min-h-7 cursor-pointer pt-2">{{ group.title }}</summary>
      <h3 v-else class="h3 rule mt-2 pt-2">{{ group.title }}</h3>
      <ul>
        <li v-for="line in group.lines" :key="line.item" class="border-b border-hair py-1 text-13 last:border-b-0" :data-item="line.item">
          <div class="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-3">
            <button
              type="button"
              class="min-h-7 text-left"
              :aria-expanded="details === line.item"
              @click="details = details === line.item ? undefined : line.item"
            >
              <span v-if="numbersOf(line)" class="num mr-1.5 font-bold">{{ numbersOf(line) }}</span>{{ nameOf(line) }}
            </button>
            <span class="num text-right" :class="line.buy > 0 ? 'font-semibold' : 'text-ink-3'">{{
              line.buy > 0 ? amount(line) : say(line.there ? 'build.isThere' : 'build.inStock')
            }}</span>
            <span class="num w-16 text-right">{{ line.total > 0 ? money(line.total) : '–' }}</span>
          </div>
          <div v-if="details === line.item" class="my-1 flex flex-wrap items-center gap-x-4 gap-y-1 bg-sunk p-2">
            <span class="w-full text-12 text-ink-3">
              {{ say('build.lineWants', { wanted: wanted(line) }) }}
              {{
                line.planned !== undefined && line.buy > line.planned
                  ? say('build.linePlanned', { n: line.planned, over: line.buy - line.planned })
                  : ''
              }}
              {{
                line.takeoff !== line.wanted ? ` ${say('build.lineReckoned', { reckoned: wanted({ ...line, wanted: line.takeoff }) })}` : ''
              }}
            </span>
            <template v-if="line.kind !== 'extra'">
              <label class="flex min-h-7 items-center gap-2">
                <input type="checkbox" class="size-6 flex-none accent-ink" :checked="line.there" @change="reuse(line, !line.there)" />{{
                  say('build.haveIt')
                }}
              </label>
              <span class="flex items-center gap-1">
                {{ say('build.instead') }}
                <CellField
                  :label="say('build.insteadOf', { item: nameOf(line) })"
                  :model-value="inUnits(line, choice(line.item)?.quantity ?? undefined)"
                  :unit="unitOf(line)"
                  :most="inUnits(line, MOST_OF_ONE)!"
                  empty
                  @update:model-value="(to) => want(line, ofUnits(line, to))"
                />
              </span>
              <span class="flex items-center gap-1">
                {{ say('build.owned') }}
                <CellField
                  :label="say('build.ownedOf', { item: nameOf(line) })"
                  :model-value="inUnits(line, line.owned)"
                  :unit="unitOf(line)"
                  :most="inUnits(line, MOST_OF_ONE)!"
                  @update:model-value="(to) => shelve(line, { owned: ofUnits(line, to) ?? 0 })"
                />
              </span>
              <span class="flex items-center gap-1">
                {{ say(`build.per.${per(line).by}`) }}
                <CellField
                  :label="say('build.priceOf', { item: nameOf(line) })"
                  :model-value="line.price * per(line).factor"
                  :digits="line.guide ? 2 : 4"
                  :most="MOST_PRICE * per(line).factor"
                  empty
                  @update:model-value="(to) => shelve(line, { price: to === undefined ? null : to / per(line).factor })"
                />
                <span v-if="line.guide" class="text-12 text-ink-3">{{ say('build.guide') }}</span>
                <button v-else-if="firmPrice(line) !== line.price" type="button" class="btn" @click="keepForAll(line)">
                  {{ say(firmPrice(line) === undefined ? 'build.firmKeep' : 'build.firmChange') }}
                </button>
              </span>
              <span class="flex items-center gap-1">
                {{ say('build.lead') }}
                <CellField
                  :label="say('build.leadOf', { item: nameOf(line) })"
                  :model-value="line.lead"
                  :most="LONGEST_LEAD"
                  @update:model-value="(to) => shelve(line, { lead: to ?? 0 })"
                />
              </span>
            </template>
            <button v-else type="button" class="btn" @click="dropExtra(line)">{{ say('build.takeOff') }}</button>
          </div>
        </li>
      </ul>
    </component>
    <h3 class="h3 rule mt-2 pt-2">{{ say('build.addLine') }}</h3>
    <div ref="extraBox" class="flex flex-wrap items-start gap-2 text-13">
      <input
        v-model="extra.name"
        class="field min-w-40 flex-1"
        :aria-label="say('build.name')"
        :placeholder="say('build.name')"
        maxlength="120"
        @keydown.enter="putExtra"
      />
      <CellField v-model="extra.quantity" :label="say('build.howMuch')" :most="MOST_OF_ONE" />
      <CellField v-model="extra.price" :label="say('build.each')" :most="MOST_PRICE" />
      <select v-model="extra.shop" class="field w-auto!" :aria-label="say('build.csv.shop')">
        <option v-for="shop in SHOPS" :key="shop" :value="shop">{{ say(`build.shop.${shop}`) }}</option>
      </select>
      <button type="button" class="btn" @click="putExtra">{{ say('build.add') }}</button>
    </div>
    <p v-if="isNameless" class="text-12 text-pencil" role="alert">{{ say('build.extraNeedsName') }}</p>
    <h3 class="h3 rule mt-2 pt-2">{{ say('build.shop.tools') }}</h3>
    <ul class="columns-2 text-13 max-md:columns-1">
      <li v-for="tool in bill.tools" :key="tool.tool">
        {{ say(`build.tool.${tool.tool}`)
        }}<span v-if="tool.sizes.length" class="ml-1">
          {{ tool.sizes.map((size) => text({ kind: 'fine', value: size.value })).join(', ') }}</span
        >
      </li>
    </ul>
  </div>
</template>
