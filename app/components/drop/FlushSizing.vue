<script setup lang="ts">
import {
  chamberFor,
  chamberVolume,
  drainLeak,
  drainTime,
  dripFlow,
  flushSizes,
  fullPipeMass,
  holeFor,
  type FlushSchool,
  type FlushSize,
} from '#core/catch'
import { flushRoof, type AssessedLine } from '#core/assess'
import { addDevice, changeDevice, freshDevice, trainPlace } from '#core/edits'
import { emptyingHours } from '#core/findings'
import type { WaterPath } from '#core/path'
import { NAMED_BORES } from '#core/pipe'
import type { Scheme } from '#core/scheme'
import { SECONDS_PER_HOUR } from '#core/units/constants'
import { area, hours, length, mass, mesh, rainDepth, share, volume } from '#core/units/quantity'
import { message, saying } from '~/stores/messages'

/** How much to throw away first: every school side by side, what fits this wall, and what it costs in these years. */
const props = defineProps<{ assessed: AssessedLine; scheme: Scheme; path: WaterPath }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const flush = computed(() => props.assessed.line.flush)
const roof = computed(() => flushRoof(props.assessed, props.scheme, props.path, settings.system))
const bore = computed(() => roof.value.room.bore)
const costs = computed(() => new Map(bench.simulation.drop?.flushes.map((each) => [each.school, each]) ?? []))
function yearsOf(school: string, volume: number) {
  const answer = costs.value.get(school as FlushSchool | 'own')
  return answer && Math.abs(answer.volume - volume) < 1e-9 ? answer : undefined
}
const rows = computed(() => {
  const sizes: (FlushSize | { school: 'own'; depth: number; volume: number })[] = roof.value.area > 0 ? [...flushSizes(roof.value)] : []
  if (flush.value) {
    const holds = chamberVolume(flush.value.bore, flush.value.length, flush.value.chambers)
    sizes.push({ school: 'own', depth: holds / 1e-3 / Math.max(1e-9, roof.value.area), volume: holds })
  }
  return sizes.map((size) => ({
    ...size,
    most: 'most' in size ? size.most : undefined,
    fitting: chamberFor(size.volume, bore.value, roof.value.room.length),
    // An answer for another size is an answer of before.
    years: yearsOf(size.school, size.volume),
  }))
})
const wanted = ref<string>()
const bores = computed(() => {
  const chosen = rows.value.find(({ school }) => school === wanted.value) ?? rows.value.find(({ school }) => school === 'fouling')
  if (!chosen) return undefined
  return {
    volume: chosen.volume,
    rows: NAMED_BORES.filter(({ system }) => system === settings.system).map((named) => ({
      ...named,
      length: chosen.volume / chamberVolume(named.bore, 1),
      fitting: chamberFor(chosen.volume, named.bore, roof.value.room.length),
    })),
  }
})

/** Up to the millimetre, so that rounding does not leave it short. */
const up = (metres: number) => Math.ceil(metres * 1000 - 1e-6) / 1000
function use(school: string, of: { bore: number; length: number; chambers: number }) {
  const { drop, vessel } = props.assessed.line.intake
  bench.editScheme(message('edit.flushSized', { school: saying(`flushSchool.${school}`) }), (scheme) => {
    const own = scheme.drops.find((each) => each.id === drop.id)?.devices.find(({ kind }) => kind === 'first-flush')
    const fitted = own
      ? scheme
      : addDevice(scheme, drop.id, vessel.id, freshDevice('first-flush', 'flush', trainPlace(scheme, drop.id, vessel.id)))
    const id = own?.id ?? fitted.drops.find((each) => each.id === drop.id)!.devices.find(({ kind }) => kind === 'first-flush')!.id
    return changeDevice(fitted, drop.id, id, 'first-flush', (device) => {
      if (of.bore !== device.bore) Object.assign(device, { ballSize: of.bore * 0.8, seat: of.bore * 0.62 })
      Object.assign(device, { bore: of.bore, length: up(of.length), chambers: of.chambers })
    })
  })
}
/** Hours in which it shall be empty, and the hole that does it. */
const within = ref(24)
const holeWanted = computed(() => (flush.value ? holeFor(flush.value.bore, flush.value.length, within.value * SECONDS_PER_HOUR) : 0))
const CLOGS = 0.001
function drill() {
  const own = flush.value
  if (!own) return
  bench.editScheme(message('edit.holeDrilled', { hole: mesh(holeWanted.value) }), (scheme) =>
    changeDevice(scheme, props.assessed.line.intake.drop.id, own.id, 'first-flush', (device) => {
      device.drain = { kind: 'hole', bore: holeWanted.value }
    }),
  )
}
const draining = computed(() => {
  const own = flush.value
  if (!own) return ''
  const takes = hours(emptyingHours(own))
  if (own.drain.kind === 'hole')
    return say('drop.drains', {
      takes: hours(drainTime(own.bore, own.length, Math.min(own.bore, own.drain.bore)) / SECONDS_PER_HOUR),
      leak: volume(drainLeak(own.drain.bore, own.length) * SECONDS_PER_HOUR * own.chambers),
    })
  if (own.drain.kind === 'drip')
    return say('drop.drainsDrip', { takes, leak: volume(dripFlow(own.drain.dropsPerSecond) * 86_400 * own.chambers) })
  return say('drop.drainsHand')
})
</script>

<template>
  <section v-if="rows.length > 0">
    <h3 class="h3 rule mt-2 pt-2">{{ say('drop.flush') }}</h3>
    <p class="text-12 text-ink-3">
      {{ say('drop.flushNote', { area: area(roof.area), bore: length(bore), room: length(roof.room.length) }) }}
      {{ flush ? '' : say('drop.flushNone') }}
    </p>
    <ul class="mt-1">
      <li v-for="row in rows" :key="row.school" class="grid grid-cols-[1fr_auto] gap-x-2 border-t border-hair py-1 text-13">
        <div>
          <b>{{ say(`flushSchool.${row.school}`) }}</b>{{ ' ' }}
          <span class="num">
            {{ text(rainDepth(row.depth)) }}<template v-if="row.most"> – {{ text(rainDepth(row.most)) }}</template
            >, {{ text(volume(row.volume)) }}</span
          >
          <p class="num text-12 text-ink-2">
            <span :class="{ 'text-pencil': !row.fitting }">{{
              row.fitting
                ? say('drop.chambersOf', { chambers: row.fitting.chambers, length: length(row.fitting.length) })
                : say('drop.doesNotFit')
            }}</span>
            <template v-if="row.years"
              >; {{ say('drop.costsHead') }} {{ text(volume(Math.max(0, row.years.litres) / 1000)) }}, {{ text(share(row.years.share)) }};
              {{ say('drop.swallowsHead') }} {{ say('drop.swallows', { share: share(row.years.swallowed) }) }}</template
            >
          </p>
        </div>
        <button
          v-if="row.school !== 'own'"
          type="button"
          class="btn self-center"
          :disabled="!row.fitting"
          :aria-label="say('drop.useNamed', { school: say(`flushSchool.${row.school}`) })"
          @click="((wanted = row.school), use(row.school, row.fitting!))"
        >
          {{ say('drop.useIt') }}
        </button>
      </li>
    </ul>
    <p v-if="flush" class="text-12 text-ink-2">
      {{ draining }} {{ say('drop.weighs', { mass: mass(fullPipeMass(flush.bore) * flush.length * flush.chambers) }) }}
    </p>
    <div v-if="flush" class="text-13">
      <QuantityField v-model="within" :label="say('drop.emptyWithin')" kind="plain" :least="0.5" :most="168" />
      <p class="flex items-center justify-between gap-2 text-12" :class="holeWanted < CLOGS ? 'text-pencil' : 'text-ink-2'">
        {{ say('drop.holeNeeded', { how: holeWanted < CLOGS ? 'clogs' : 'open', hole: mesh(holeWanted), least: mesh(CLOGS) }) }}
        <button type="button" class="btn" :aria-label="say('drop.useNamed', { school: text(mesh(holeWanted)) })" @click="drill">
          {{ say('drop.useIt') }}
        </button>
      </p>
    </div>
    <table v-if="bores" class="mt-2 w-full text-13">
      <caption class="pb-1 text-left text-12 text-ink-3">
        {{
          say('drop.everyBore', { volume: volume(bores.volume) })
        }}
      </caption>
      <tbody>
        <tr v-for="row in bores.rows" :key="row.key" class="border-t border-hair">
          <th scope="row" class="py-0.5 text-left font-normal">
            {{ say(`bore.${row.key}`) }} <span class="num text-12 text-ink-3">{{ text({ kind: 'fine', value: row.bore }) }}</span>
          </th>
          <td class="num text-right">{{ text(length(row.length)) }}</td>
          <td class="num text-right text-12" :class="row.fitting ? 'text-ink-2' : 'text-pencil'">
            {{
              row.fitting
                ? row.fitting.chambers > 1
                  ? say('drop.chambersOf', { chambers: row.fitting.chambers, length: length(row.fitting.length) })
                  : say('drop.fits')
                : say('drop.fitsNot')
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
