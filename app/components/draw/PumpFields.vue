<script setup lang="ts">
import { pumpDuty, pumpEnergy } from '#core/draw'
import { leadPump, movePump, vesselsPumpedTo, type PumpEnd } from '#core/edits'
import { laidPump, pumpLegs } from '#core/layout'
import type { Pump } from '#core/scheme'
import { LITRE } from '#core/units/constants'
import { flow, plain, span } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** One pump: from where to where, how it is run, and what it has to do. Decides which one is bought, and whether its suction holds. */
const props = defineProps<{ pump: Pump; name: string }>()
const bench = useWorkbench()
const { tableOf } = useEdits()
const { say } = useSay()
const edit = bench.editScheme

const path = computed(() => bench.assessment!.path)
const nameOf = (vesselId: string) => path.value.vessels.get(vesselId)!.vessel.name
const lowest = computed(() => {
  const { vessel, foot } = path.value.vessels.get(props.pump.from.vessel)!
  return foot + vessel.ports.find(({ id }) => id === props.pump.from.port)!.at
})
const laid = computed(() => laidPump(path.value.layout, props.pump))
const legs = computed(() => pumpLegs(path.value.layout, props.pump))
const duty = computed(() => (props.pump.wants > 0 ? pumpDuty(laid.value, lowest.value) : undefined))
const energy = computed(() => {
  const years = bench.simulation.balance?.years
  const year = years ? years.usedPerYear * LITRE : 0
  return duty.value && pumpEnergy(props.pump, duty.value, year / 180, year)
})
const whole = (value: number) => plain(Math.round(value * 10) / 10)

const table = computed(() => tableOf(props.pump, (draft) => draft.pumps.find(({ id }) => id === props.pump.id)))

const vessels = computed(() => [...path.value.vessels.keys()].map((value) => ({ value, label: nameOf(value) })))
const others = computed(() => vesselsPumpedTo(bench.scheme!, props.pump.id))
const endKey = computed(() => {
  const { to } = props.pump
  return to.kind === 'demand' ? `demand:${to.demand}` : to.kind === 'vessel' ? `vessel:${to.vessel}` : 'house'
})
const ends = computed(() => [
  ...bench.scheme!.demands.map(({ id, name }) => ({ value: `demand:${id}`, label: say('pump.forUse', { name }) })),
  ...others.value.map((id) => ({ value: `vessel:${id}`, label: say('pump.into', { name: nameOf(id) }) })),
  { value: 'house', label: say('word.house') },
])
const also = computed(() => (props.pump.to.kind === 'vessel' ? (props.pump.to.also?.vessel ?? '') : ''))
function lead(to: PumpEnd) {
  edit(message('edit.pumpLed'), (scheme) => leadPump(scheme, props.pump.id, to))
}
function leadTo(key: string) {
  const [kind, id] = [key.slice(0, key.indexOf(':')), key.slice(key.indexOf(':') + 1)]
  lead(kind === 'demand' ? { kind, demand: id } : kind === 'vessel' ? { kind, vessel: id } : { kind: 'house', professional: false })
}

const DUTIES = ['drip', 'transfer', 'house', 'hose'] as const
const POWERS = ['mains', 'solar', 'battery', 'hand'] as const
/** A disc filter that drip lines ask for, m. Common practice: 120 mesh to 130 µm. */
const FILTER = 0.00013

const way = computed((): FieldRow[] => {
  const { pump } = props
  const { choice } = table.value
  const { to } = pump
  const second = to.kind === 'vessel' ? others.value.filter((id) => id !== to.vessel) : []
  return [
    {
      is: 'choice',
      key: 'from',
      label: say('pump.from'),
      value: pump.from.vessel,
      options: vessels.value,
      set: (v) => edit(message('edit.moved', { name: props.name }), (scheme) => movePump(scheme, pump.id, v)),
    },
    { is: 'choice', key: 'to', label: say('pump.to'), value: endKey.value, options: ends.value, set: leadTo },
    ...(to.kind === 'vessel' && second.length > 0
      ? [
          {
            is: 'choice' as const,
            key: 'also',
            label: say('pump.also'),
            note: say('pump.alsoNote'),
            value: also.value,
            options: [{ value: '', label: say('pump.noY') }, ...second.map((id) => ({ value: id, label: nameOf(id) }))],
            set: (v: string) => lead({ kind: 'vessel', vessel: to.vessel, also: v === '' ? undefined : v }),
          },
        ]
      : []),
    ...(to.kind === 'house'
      ? [
          {
            is: 'flag' as const,
            key: 'professional',
            label: say('pump.professional'),
            value: to.professional,
            set: (v: boolean) => lead({ kind: 'house', professional: v }),
          },
        ]
      : []),
    choice('duty', DUTIES, { name: 'pumpDuty', label: say('pump.duty'), prefix: 'pump-' }),
    choice('power', POWERS, { name: 'pumpPower', label: say('pump.power'), prefix: 'power-' }),
  ]
})
const pipes = computed((): FieldRow[] => {
  const { measure, flag } = table.value
  const long = laid.value.line.length
  const onPlan =
    legs.value.length > 1
      ? say('pump.legs', { one: span(legs.value[0]!.length), other: span(legs.value[1]!.length) })
      : legs.value.length > 0
        ? say('delivery.onPlan', { long: span(long) })
        : say('delivery.notOnPlan')
  const line: Lens<Pump, number> = {
    name: 'pumpLine',
    get: (of) => of.line.measured ?? long,
    put: (draft, to) => (draft.line.measured = to),
  }
  const filter: Lens<Pump, boolean> = {
    name: 'pumpFilter',
    get: ({ filterMesh }) => filterMesh > 0,
    put: (draft, to) => (draft.filterMesh = to ? FILTER : 0),
  }
  return [
    ...(props.pump.to.kind === 'vessel' ? [] : [measure('rise', 'length', [-10, 60], { name: 'pumpRise', label: say('delivery.rise') })]),
    measure(line, 'span', [0, 1000], { label: say('delivery.lineLength'), note: onPlan }),
    measure('line.bore', 'length', [0.005, 0.2], { name: 'pumpBore', label: say('delivery.lineBore') }),
    measure('wants', 'flow', [0, 0.1], { name: 'pumpWants', label: say('pump.wants') }),
    measure('pressure', 'pressure', [0, 1e6], { name: 'pumpPressure', label: say('pump.pressure') }),
    measure('at', 'length', [-5, 20], { name: 'pumpAt', label: say('delivery.at') }),
    measure('suction.length', 'span', [0, 100], { name: 'pumpSuction', label: say('pump.suction'), note: say('pump.suctionNote') }),
    flag('floatSwitch', { name: 'pumpFloat', label: say('pump.float') }),
    flag('checkValve', { name: 'pumpCheck', label: say('pump.check') }),
    flag(filter, { label: say('pump.filter') }),
  ]
})
</script>

<template>
  <FieldRows :rows="way" />
  <FieldRows :rows="pipes" />
  <p v-if="duty" class="py-1 text-13">
    {{
      say('delivery.duty', {
        flow: flow(duty.flow),
        head: span(duty.head),
        lift: span(duty.lift),
        friction: span(duty.friction),
        watts: whole(duty.power),
      })
    }}
  </p>
  <p v-if="energy" class="py-1 text-13">
    {{
      say('delivery.energy', {
        day: whole(energy.aDay * 1000),
        panel: whole(energy.panel),
        battery: whole(energy.battery),
        sun: whole(pump.sunHours),
        autonomy: whole(pump.autonomy),
      })
    }}
  </p>
  <p class="text-13 text-ink-2">{{ say(pump.power === 'mains' ? 'delivery.mains' : 'delivery.dry') }}</p>
</template>
