<script setup lang="ts">
import { word } from '#core/figures/told'
import { pumpDuty, pumpEnergy } from '#core/draw'
import { leadPump, movePump, vesselsPumpedTo, type PumpEnd } from '#core/edits'
import { laidPump, pumpLegs } from '#core/layout'
import type { Pump } from '#core/scheme'
import { LITRE } from '#core/units/constants'
import { flow, length, plain, pressure, span, type Quantity } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import { message } from '~/stores/messages'

/** One pump: from where to where, how it is run, and what it has to do. Decides which one is bought, and whether its suction holds. */
const props = defineProps<{ pump: Pump; name: string }>()
const bench = useWorkbench()
const { set } = useEdits()
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

/** Changes the pump and tells both figures as they stand in the field. */
const change = (field: string, from: Quantity, to: Quantity, recipe: (pump: Pump) => void) =>
  set(field, from, to, (draft) => {
    const found = draft.pumps.find(({ id }) => id === props.pump.id)
    if (found) recipe(found)
  })
const put = (field: string, what: string, recipe: (pump: Pump) => void) =>
  set(field, '', word(what), (draft) => {
    const found = draft.pumps.find(({ id }) => id === props.pump.id)
    if (found) recipe(found)
  })

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

const choose = <T extends string>(values: readonly T[], of: string) => values.map((value) => ({ value, label: say(`word.${of}${value}`) }))
const DUTIES = ['drip', 'transfer', 'house', 'hose'] as const
const POWERS = ['mains', 'solar', 'battery', 'hand'] as const
/** A disc filter that drip lines ask for, m. Common practice: 120 mesh to 130 µm. */
const FILTER = 0.00013

const way = computed((): FieldRow[] => {
  const { pump } = props
  const second = pump.to.kind === 'vessel' ? others.value.filter((id) => pump.to.kind === 'vessel' && id !== pump.to.vessel) : []
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
    ...(second.length > 0
      ? [
          {
            is: 'choice' as const,
            key: 'also',
            label: say('pump.also'),
            note: say('pump.alsoNote'),
            value: also.value,
            options: [{ value: '', label: say('pump.noY') }, ...second.map((id) => ({ value: id, label: nameOf(id) }))],
            set: (v: string) =>
              pump.to.kind === 'vessel' && lead({ kind: 'vessel', vessel: pump.to.vessel, also: v === '' ? undefined : v }),
          },
        ]
      : []),
    ...(pump.to.kind === 'house'
      ? [
          {
            is: 'flag' as const,
            key: 'professional',
            label: say('pump.professional'),
            value: pump.to.professional,
            set: (v: boolean) => lead({ kind: 'house', professional: v }),
          },
        ]
      : []),
    {
      is: 'choice',
      key: 'duty',
      label: say('pump.duty'),
      value: pump.duty,
      options: choose(DUTIES, 'pump-'),
      set: (v) => put('pumpDuty', `pump-${v}`, (draft) => (draft.duty = v as Pump['duty'])),
    },
    {
      is: 'choice',
      key: 'power',
      label: say('pump.power'),
      value: pump.power,
      options: choose(POWERS, 'power-'),
      set: (v) => put('pumpPower', `power-${v}`, (draft) => (draft.power = v as Pump['power'])),
    },
  ]
})
const pipes = computed((): FieldRow[] => {
  const { pump } = props
  const { line } = pump
  const long = laid.value.line.length
  return [
    ...(pump.to.kind === 'vessel'
      ? []
      : [
          {
            is: 'measure' as const,
            key: 'rise',
            label: say('delivery.rise'),
            kind: 'length' as const,
            value: pump.rise,
            least: -10,
            most: 60,
            set: (v: number) => change('pumpRise', length(pump.rise), length(v), (draft) => (draft.rise = v)),
          },
        ]),
    {
      is: 'measure',
      key: 'long',
      label: say('delivery.lineLength'),
      kind: 'span',
      value: line.measured ?? long,
      note:
        legs.value.length > 1
          ? say('pump.legs', { one: span(legs.value[0]!.length), other: span(legs.value[1]!.length) })
          : legs.value.length > 0
            ? say('delivery.onPlan', { long: span(long) })
            : say('delivery.notOnPlan'),
      least: 0,
      most: 1000,
      set: (v) => change('pumpLine', span(line.measured ?? long), span(v), (draft) => (draft.line.measured = v)),
    },
    {
      is: 'measure',
      key: 'bore',
      label: say('delivery.lineBore'),
      kind: 'length',
      value: line.bore,
      least: 0.005,
      most: 0.2,
      set: (v) => change('pumpBore', length(line.bore), length(v), (draft) => (draft.line.bore = v)),
    },
    {
      is: 'measure',
      key: 'wants',
      label: say('pump.wants'),
      kind: 'flow',
      value: pump.wants,
      least: 0,
      most: 0.1,
      set: (v) => change('pumpWants', flow(pump.wants), flow(v), (draft) => (draft.wants = v)),
    },
    {
      is: 'measure',
      key: 'pressure',
      label: say('pump.pressure'),
      kind: 'pressure',
      value: pump.pressure,
      least: 0,
      most: 1e6,
      set: (v) => change('pumpPressure', pressure(pump.pressure), pressure(v), (draft) => (draft.pressure = v)),
    },
    {
      is: 'measure',
      key: 'at',
      label: say('delivery.at'),
      kind: 'length',
      value: pump.at,
      least: -5,
      most: 20,
      set: (v) => change('pumpAt', length(pump.at), length(v), (draft) => (draft.at = v)),
    },
    {
      is: 'measure',
      key: 'suction',
      label: say('pump.suction'),
      kind: 'span',
      value: pump.suction.length,
      note: say('pump.suctionNote'),
      least: 0,
      most: 100,
      set: (v) => change('pumpSuction', span(pump.suction.length), span(v), (draft) => (draft.suction.length = v)),
    },
    {
      is: 'flag',
      key: 'float',
      label: say('pump.float'),
      value: pump.floatSwitch,
      set: (v) => put('pumpFloat', v ? 'yes' : 'no', (draft) => (draft.floatSwitch = v)),
    },
    {
      is: 'flag',
      key: 'check',
      label: say('pump.check'),
      value: pump.checkValve,
      set: (v) => put('pumpCheck', v ? 'yes' : 'no', (draft) => (draft.checkValve = v)),
    },
    {
      is: 'flag',
      key: 'filter',
      label: say('pump.filter'),
      value: pump.filterMesh > 0,
      set: (v) => put('pumpFilter', v ? 'yes' : 'no', (draft) => (draft.filterMesh = v ? FILTER : 0)),
    },
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
        pressure: pressure(pump.pressure),
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
