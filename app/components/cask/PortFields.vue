<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import { word } from '#core/figures/told'
import { addPort, changePort, unconnectedPorts, removePort } from '#core/edits'
import { isOnTop } from '#core/layout'
import type { Port, PortRole, Scheme } from '#core/scheme'
import { length } from '#core/units/quantity'
import { ownOpening, placesFor, placesTaken, putInto, type MadePlace } from '#core/vessel'
import type { FieldRow } from '~/components/fields/fieldRow'
import { message } from '~/stores/messages'

/** Every hole of a vessel: how high, on which side, how wide. Decides where the drill goes. */
const props = defineProps<{ vesselId: string }>()
const bench = useWorkbench()
const { say, text } = useSay()

const path = computed(() => bench.assessment!.path)
const vessel = computed(() => path.value.vessels.get(props.vesselId)!.vessel)
const loose = computed(() => unconnectedPorts(bench.scheme!, props.vesselId))
const ROLES: readonly PortRole[] = ['inlet', 'lid', 'outlet', 'overflow', 'link', 'vent']
const hourOf = ({ id }: Port) => path.value.layout.ports.get(`${props.vesselId} ${id}`)?.hour
const hourText = (hour: number) => say('ports.hour', { n: String(Math.round(hour * 2) / 2 || 12) })
/** What a row says without being opened. */
function sum(port: Port): string {
  const where = isOnTop(port)
    ? text(length(port.bore))
    : say('ports.sum', { under: length(vessel.value.body.rim - port.at), hour: hourText(hourOf(port) ?? 12) })
  const own = ownOpening(vessel.value, port)
  return own ? say('ports.own', { own: say(`ports.is.${own}`), where }) : where
}
const placeText = ({ kind, at, bore, hour }: MadePlace) =>
  hour === undefined
    ? say('ports.made.plain', { what: say(`ports.short.${kind}`), bore: length(bore) })
    : say('ports.made.side', { what: say(`ports.short.${kind}`), at: length(at), hour: hourText(hour) })
/** Places that a port could sit in; its own first where it sits in one. */
const placesOf = (port: Port) => placesFor(vessel.value, port)
const sits = ({ id }: Port) => placesTaken(vessel.value).has(id)
function placeChoices(port: Port) {
  const options = placesOf(port).map((place, i) => ({ value: String(i), label: placeText(place) }))
  return sits(port) ? options : [{ value: '', label: say('ports.drilled') }, ...options]
}
const sitIn = (port: Port, i: number) => edit((scheme) => changePort(scheme, props.vesselId, port.id, putInto(placesOf(port)[i]!, port)))
const HOURS = Array.from({ length: 12 }, (_, i) => String(i + 1))
const edit = (recipe: (scheme: Scheme) => Scheme) => bench.editScheme(message('edit.ports', { name: vessel.value.name }), recipe)
const SIDES = ['overflow', 'link']
/** Of a hole that leads sideways the lower edge is told, of others the middle: under the rim, over the foot. */
function rowsOf(port: Port): FieldRow[] {
  const { id, role, at, bore, clock } = port
  const { rim } = vessel.value.body
  const { name } = vessel.value
  const here = hourText(hourOf(port) ?? 12)
  const [under, over] = SIDES.includes(role)
    ? (['ports.invertUnderRim', 'ports.invertOverFoot'] as const)
    : (['ports.underRim', 'ports.overFoot'] as const)
  /** Tells both as they stand in the field that was typed into. */
  const put = (part: 'at' | 'bore', from: number, to: number, value: number) =>
    bench.editScheme(message('edit.portAt', { what: word(`port-${role}`), name, from: length(from), to: length(to) }), (scheme) =>
      changePort(scheme, props.vesselId, id, { [part]: value }),
    )
  const measure = (
    key: string,
    label: MessageId,
    value: number,
    [least, most]: readonly [number, number],
    set: (to: number) => void,
  ): FieldRow => ({
    is: 'measure',
    key,
    label: say(label),
    kind: 'length',
    value,
    least,
    most,
    set,
  })
  const hour = (value: string) => ({ value, label: say('ports.hour', { n: value }) })
  const own = clock === undefined || HOURS.includes(String(clock)) ? [] : [hour(String(clock))]
  const places = placesOf(port)
  return [
    ...(places.length > 0
      ? [
          {
            is: 'choice' as const,
            key: 'place',
            label: say('ports.place'),
            note: say('ports.placeNote'),
            value: sits(port) ? '0' : '',
            options: placeChoices(port),
            set: (to: string) => to !== '' && sitIn(port, Number(to)),
          },
        ]
      : []),
    ...(isOnTop(port)
      ? []
      : [
          measure('under', under, rim - at, [0, rim], (to) => put('at', rim - at, to, rim - to)),
          measure('over', over, at, [0, rim], (to) => put('at', at, to, to)),
          {
            is: 'choice' as const,
            key: 'side',
            label: say('ports.side'),
            note: say('ports.sideNote'),
            value: clock === undefined ? '' : String(clock),
            options: [{ value: '', label: say('ports.auto', { hour: here }) }, ...HOURS.map(hour), ...own],
            set: (to: string) => edit((scheme) => changePort(scheme, props.vesselId, id, { clock: to === '' ? undefined : Number(to) })),
          },
        ]),
    measure('bore', 'ports.bore', bore, [0.002, 1], (to) => put('bore', bore, to, to)),
    {
      is: 'flag',
      key: 'screened',
      label: say('ports.screened'),
      value: port.screened,
      set: (screened) => edit((scheme) => changePort(scheme, props.vesselId, id, { screened })),
    },
  ]
}
</script>

<template>
  <section :aria-label="say('ports.title')">
    <h3 class="h3 rule pt-2">{{ say('ports.title') }}</h3>
    <details v-for="port in vessel.ports" :key="port.id" class="border-b border-hair py-1">
      <summary class="flex min-h-8 cursor-pointer flex-wrap items-center justify-between gap-x-2 text-13">
        <b>{{ say(`word.port-${port.role}`) }}</b> <span class="num">{{ sum(port) }}</span>
      </summary>
      <FieldRows :rows="rowsOf(port)" />
      <button v-if="loose.has(port.id)" type="button" class="btn btn-bare" @click="edit((scheme) => removePort(scheme, vesselId, port.id))">
        {{ say('ports.close') }}
      </button>
      <p v-else class="text-12 text-ink-2">{{ say('ports.tied') }}</p>
    </details>
    <p class="flex flex-wrap items-center gap-1 py-1 text-13">
      {{ say('ports.add') }}
      <button v-for="role in ROLES" :key="role" type="button" class="btn" @click="edit((scheme) => addPort(scheme, vesselId, role))">
        {{ say(`word.port-${role}`) }}
      </button>
    </p>
  </section>
</template>
