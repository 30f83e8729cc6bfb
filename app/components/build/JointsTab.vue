<script setup lang="ts">
import { BUILD_STATIONS, jointWays, matings, type Joint } from '#core/build'
import { clearFittings, freshId, putFittings, setEnd } from '#core/edits'
import { madeBy, type Chain } from '#core/parts'
import { MOST_OF_ONE, MOST_PRICE_OWN, shelfDefaults, type End } from '#core/scheme'
import { message } from '~/stores/messages'

/**
 * Every place where two parts meet. Decides what has to be bought so that each of them is tight; quiet where the ends mate,
 * the best chain of fittings where they do not, and plain words where none exists.
 */
const bench = useWorkbench()
const { say } = useSay()
const { sayEnd, sayFitting, sayPart } = useBuildWords()
const { setJob } = useEdits()
const { money } = useMoney()

const joints = computed(() => bench.build?.assembly.joints ?? [])
const faulty = (state: Joint['state']) => state === 'wrong' || state === 'none'
/** What asks for a hand first; what goes together as it is stays quiet. */
const RANK: Record<Joint['state'], number> = { wrong: 0, none: 0, chosen: 1, solved: 2, mates: 3 }
const groups = computed(() =>
  BUILD_STATIONS.flatMap((station) => {
    const own = joints.value.filter((joint) => joint.station === station)
    return own.length > 0
      ? [
          {
            station,
            joints: own.toSorted((a, b) => RANK[a.state] - RANK[b.state]),
            quiet: own.filter(({ state }) => state === 'mates').length,
          },
        ]
      : []
  }),
)
const loud = ref<string[]>([])
const shownIn = (group: { station: string; joints: Joint[] }) =>
  group.joints.filter(({ state }) => (onlyFaults.value ? faulty(state) : state !== 'mates' || loud.value.includes(group.station)))
const bad = computed(() => joints.value.filter(({ state }) => faulty(state)).length)
const open = ref<string>()
const onlyFaults = ref(false)

function named(joint: Joint): string {
  const words = say('build.jointOf', { upper: sayPart(joint.upper.part), lower: sayPart(joint.lower.part) })
  return words.charAt(0).toUpperCase() + words.slice(1)
}
const fittings = computed(() => [...(bench.parts?.byId.values() ?? [])])
const ways = (joint: Joint) => (bench.parts ? jointWays(joint, bench.parts, bench.build?.assembly.joints) : { chains: [] })
const ids = (chain: Pick<Chain, 'placed'>) => chain.placed.map(({ fitting }) => fitting.id)
const inUse = (joint: Joint, chain: Chain) => ids(chain).join() === ids(joint).join()
const chainWords = (chain: Pick<Chain, 'placed'>) => chain.placed.map(sayFitting).join(' · ')

function put(joint: Joint, next: string[]) {
  bench.editScheme(message('edit.fittingsPut', { joint: named(joint) }), (scheme) => putFittings(scheme, joint.key, next))
}
const solve = (joint: Joint) =>
  bench.editScheme(message('edit.jointSolved', { joint: named(joint) }), (scheme) => clearFittings(scheme, joint.key))
const tellEnd = (joint: Joint, side: 'upper' | 'lower', end: End | undefined) =>
  bench.editScheme(message('edit.endTold', { joint: named(joint) }), (scheme) => setEnd(scheme, joint.key, side, end))
const told = (joint: Joint, side: 'upper' | 'lower') =>
  bench.scheme?.build.joints.find(({ key }) => key === joint.key)?.[side] !== undefined
const chosen = (joint: Joint) =>
  joint.state === 'chosen' ||
  joint.state === 'wrong' ||
  bench.scheme?.build.joints.some(({ key, fittings: own }) => key === joint.key && own)

const own = reactive<{ name: string; ends: [End, End]; price: number | undefined }>({
  name: '',
  ends: [
    { type: 'npt', size: '3/4', gender: 'male' },
    { type: 'hose', size: '19', gender: 'male' },
  ],
  price: undefined,
})
/** A fitting of one's own was put in without a name. */
const isNameless = ref(false)
/** Its price; ends are picked, and a name that is missing is told beside it. */
const priceBox = useTemplateRef<HTMLElement>('priceBox')
const refused = useRefused(() => priceBox.value)
function keepOwn() {
  if (refused()) return
  if (own.name.trim() === '') {
    isNameless.value = true
    return
  }
  isNameless.value = false
  const { name, ends, price = 0 } = own
  setJob('ownFitting', '', name, (job) => {
    job.ownFittings.push({ id: freshId('fitting', job.ownFittings), name: name.trim(), ends: ends.map((end) => ({ ...end })), price })
  })
  own.name = ''
}
/** Catalogue fittings that lie on the shelf: chains are made of them where they are as short and cost less. */
const shelved = computed(() =>
  (bench.job?.shelf ?? []).flatMap(({ item, owned }) => {
    const fitting = owned > 0 ? bench.parts?.byId.get(item) : undefined
    return fitting ? [{ item, owned, name: sayFitting({ fitting, turned: false }) }] : []
  }),
)
function shelve(item: string, owned: number) {
  const fitting = bench.parts?.byId.get(item)
  setJob('shelf', '', fitting ? sayFitting({ fitting, turned: false }) : item, (job) => {
    const known = job.shelf.find((each) => each.item === item)
    if (known) known.owned = owned
    else job.shelf.push({ ...shelfDefaults(item), owned })
  })
}
const haveOne = (item: string) => shelve(item, (shelved.value.find((each) => each.item === item)?.owned ?? 0) + 1)
const forget = (id: string, name: string) =>
  setJob('ownFitting', name, '', (job) => {
    job.ownFittings = job.ownFittings.filter((each) => each.id !== id)
  })
</script>

<template>
  <div>
    <p class="text-15">
      {{ bad > 0 ? say('build.jointsBad', { n: bad }) : say('build.jointsGood', { n: joints.length }) }}
    </p>
    <label v-if="bad > 0" class="flex min-h-7 items-center gap-2 py-1 text-13">
      <input v-model="onlyFaults" type="checkbox" class="size-6 flex-none accent-ink" />{{ say('build.onlyFaults') }}
    </label>
    <section v-for="group in groups" :key="group.station">
      <h3 class="h3 rule mt-2 pt-2">{{ say(`station.${group.station}`) }}</h3>
      <ul>
        <li
          v-for="joint in shownIn(group)"
          :key="joint.key"
          class="border-b border-hair py-1.5"
          :class="{ 'border-l-4 border-l-pencil pl-2': faulty(joint.state) }"
        >
          <button
            type="button"
            class="flex min-h-7 w-full flex-wrap items-baseline justify-between gap-x-3 text-left"
            :aria-expanded="open === joint.key"
            @click="open = open === joint.key ? undefined : joint.key"
          >
            <span class="text-13 font-semibold">{{ named(joint) }}</span>
            <span class="text-12" :class="faulty(joint.state) ? 'font-bold text-pencil' : 'text-ink-3'">{{
              say(`build.state.${joint.state}`)
            }}</span>
          </button>
          <ol v-if="joint.placed.length > 0" class="pl-3 text-13">
            <li v-for="(placed, i) in joint.placed" :key="i">– {{ sayFitting(placed) }}</li>
          </ol>
          <p v-for="(each, i) in joint.bad" :key="i" class="pl-3 text-13 font-bold text-pencil">
            {{ say('build.doesNotMate', { upper: sayEnd(each.upper), lower: sayEnd(each.lower), why: say(`build.mismatch.${each.why}`) }) }}
          </p>
          <p v-if="faulty(joint.state) && chosen(joint)" class="pl-3">
            <button type="button" class="btn btn-mend" @click="solve(joint)">{{ say('build.solve') }}</button>
          </p>
          <p v-if="joint.state === 'none'" class="pl-3 text-13 font-bold text-pencil">
            {{ say('build.noneExists', { upper: sayEnd(joint.upper.end), lower: sayEnd(joint.lower.end) }) }}
            <span v-if="ways(joint).nearest" class="block font-normal text-ink">{{
              say('build.nearest', {
                upper: sayEnd(ways(joint).nearest!.upper),
                lower: sayEnd(ways(joint).nearest!.lower),
                why: say(`build.mismatch.${ways(joint).nearest!.why}`),
              })
            }}</span>
          </p>
          <div v-if="open === joint.key" class="mt-1 bg-sunk p-2">
            <p class="text-13">
              {{ sayEnd(joint.upper.end) }} → {{ sayEnd(joint.lower.end) }}
              <span class="block text-12 text-ink-3">
                {{
                  matings(joint)
                    .map(({ made }) => say(`build.made.${made}`))
                    .join(' · ')
                }}
              </span>
            </p>
            <template v-if="ways(joint).chains.length > 0 && ways(joint).chains[0]!.placed.length > 0">
              <h4 class="mt-1 text-12 text-ink-3">{{ say('build.ways') }}</h4>
              <ul>
                <li
                  v-for="(chain, i) in ways(joint).chains"
                  :key="i"
                  class="flex items-center justify-between gap-2 border-t border-hair py-1 text-13"
                >
                  <span
                    >{{ chainWords(chain)
                    }}<span class="block text-12 text-ink-3">{{
                      say('build.wayOf', { n: chain.joints, price: money(chain.price), owned: chain.owned })
                    }}</span></span
                  >
                  <button type="button" class="btn flex-none" :disabled="inUse(joint, chain)" @click="put(joint, ids(chain))">
                    {{ say(inUse(joint, chain) ? 'drop.inUse' : 'drop.use') }}
                  </button>
                </li>
              </ul>
            </template>
            <div class="py-1">
              <FittingPicker :label="say('build.putIn')" :fittings="fittings" @pick="(id) => put(joint, [...ids(joint), id])" />
            </div>
            <p class="flex flex-wrap gap-2">
              <button v-if="joint.placed.length > 0" type="button" class="btn" @click="put(joint, ids(joint).slice(0, -1))">
                {{ say('build.takeOut') }}
              </button>
              <button v-if="chosen(joint)" type="button" class="btn" @click="solve(joint)">{{ say('build.solve') }}</button>
            </p>
            <details class="text-13">
              <summary class="min-h-7 cursor-pointer py-1">{{ say('build.otherEnds') }}</summary>
              <div v-for="side in ['upper', 'lower'] as const" :key="side" class="flex flex-wrap items-end gap-2">
                <EndFields
                  :label="say('build.endOf', { name: sayPart(joint[side].part) })"
                  :model-value="joint[side].end"
                  @update:model-value="(end) => tellEnd(joint, side, end)"
                />
                <button v-if="told(joint, side)" type="button" class="btn btn-bare" @click="tellEnd(joint, side, undefined)">
                  {{ say('build.asUsual') }}
                </button>
              </div>
              <p class="text-12 text-ink-3">{{ say('build.tryAt', { made: say(`build.made.${madeBy(joint.upper.end.type)}`) }) }}</p>
            </details>
          </div>
        </li>
      </ul>
      <button
        v-if="group.quiet > 0 && !onlyFaults"
        type="button"
        class="btn btn-bare"
        :aria-expanded="loud.includes(group.station)"
        @click="loud = loud.includes(group.station) ? loud.filter((each) => each !== group.station) : [...loud, group.station]"
      >
        {{ say('build.goTogether', { n: group.quiet }) }}
      </button>
    </section>
    <details class="mt-3">
      <summary class="h3 min-h-7 cursor-pointer py-1">{{ say('build.ownFittings') }}</summary>
      <ul v-if="bench.job?.ownFittings.length" class="text-13">
        <li v-for="each in bench.job.ownFittings" :key="each.id" class="flex justify-between gap-2 border-b border-hair py-1">
          <span>{{ each.name }}: {{ sayEnd(each.ends[0]!) }}, {{ sayEnd(each.ends[1]!) }}</span>
          <button type="button" class="btn btn-bare" @click="forget(each.id, each.name)">{{ say('build.forget') }}</button>
        </li>
      </ul>
      <p v-else class="text-13 text-ink-2">{{ say('build.noOwn') }}</p>
      <label class="block py-1 text-13"
        >{{ say('build.name') }}<input v-model="own.name" class="field mt-0.5 block w-full!" maxlength="120" :aria-invalid="isNameless"
      /></label>
      <EndFields v-model="own.ends[0]" :label="say('build.firstEnd')" />
      <EndFields v-model="own.ends[1]" :label="say('build.secondEnd')" />
      <p ref="priceBox" class="flex items-center gap-2 py-1 text-13">
        {{ say('build.each') }}
        <CellField v-model="own.price" :label="say('build.each')" :most="MOST_PRICE_OWN" empty />
        <button type="button" class="btn" @click="keepOwn">{{ say('build.keepOwn') }}</button>
      </p>
      <p v-if="isNameless" class="text-12 text-pencil" role="alert">{{ say('build.ownNeedsName') }}</p>
      <h4 class="mt-3 text-13 font-bold">{{ say('build.shelf') }}</h4>
      <p class="text-12 text-ink-2">{{ say('build.shelfIs') }}</p>
      <ul class="text-13">
        <li v-for="each in shelved" :key="each.item" class="flex items-center justify-between gap-2 border-b border-hair py-1">
          <span>{{ each.name }}</span>
          <CellField
            :label="say('build.ownedOf', { item: each.name })"
            :model-value="each.owned"
            :most="MOST_OF_ONE"
            @update:model-value="(to) => shelve(each.item, to ?? 0)"
          />
        </li>
      </ul>
      <FittingPicker :label="say('build.haveOne')" :fittings="fittings" @pick="haveOne" />
    </details>
  </div>
</template>
