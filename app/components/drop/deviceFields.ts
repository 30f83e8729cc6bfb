import type { WhyEnds } from '~/components/fields/fieldRow'
import { laidCarry, runKey } from '#core/layout'
import type { WaterPath } from '#core/path'
import { chamberRoom } from '#core/levels'
import type { AssessedLine } from '#core/assess'
import { GROUNDS, type Device, type DeviceOf, type Target } from '#core/scheme'
import type { Quantity } from '#core/units/quantity'

/** A measure of a device: which of its numbers, how it is read, and between what it may lie on this wall. */
interface NumberField<D> {
  type: 'number'
  /** Message id under `field.device.`. */
  name: string
  kind: 'length' | 'mesh' | 'fall' | 'count' | 'plain' | 'share' | 'span'
  get: (device: D) => number
  set: (device: D, value: number) => void
  least: number
  most: number
  why?: WhyEnds
}
interface ChoiceField<D> {
  type: 'choice'
  name: string
  options: readonly string[]
  get: (device: D) => string
  set: (device: D, value: string) => void
}
export type DeviceField<D = Device> = NumberField<D> | ChoiceField<D>

/** One measure of a device changed, to be done to it wherever it is by then. */
export interface DeviceChange {
  name: string
  /** A choice in the reader's own words. */
  from: Quantity | string
  to: Quantity | string
  apply: (device: Device) => void
}

/** Heights that the fields are held against, m above the paving. */
export interface FieldPlace {
  outlet: number
  /** Between outlet and the lowest thing it must reach. */
  drop: number
  chamber: number
  /** Places on the plan that water may be let go at. */
  places: readonly { id: string; name: string }[]
  /** Length that the plan gives a device's pipe or hose, m; undefined where it leads to nothing. */
  laid: (device: Device) => number | undefined
}

export const fieldPlace = ({ line: { heights } }: AssessedLine, { scheme, layout }: Pick<WaterPath, 'scheme' | 'layout'>): FieldPlace => ({
  places: scheme.places.filter(({ what }) => GROUNDS.some((each) => each === what)),
  outlet: heights.outlet,
  drop: heights.outlet,
  chamber: chamberRoom(heights.flush?.invert ?? heights.outlet),
  laid: (device) =>
    device.kind === 'carrying-pipe' ? laidCarry(layout, device).length : layout.runs.get(runKey('hose', device.id))?.length,
})

const BORE = { least: 0.01, most: 0.6, why: { least: 'field.why.least.bore' as const } }

function number<D>(
  name: string,
  kind: NumberField<D>['kind'],
  get: NumberField<D>['get'],
  set: NumberField<D>['set'],
  limits: Pick<NumberField<D>, 'least' | 'most' | 'why'>,
): NumberField<D> {
  return { type: 'number', name, kind, get, set, ...limits }
}
/** Names of the numbers that a device has itself. */
type NumberKey<D> = { [K in keyof D]-?: D[K] extends number ? K : never }[keyof D] & string
/** A field that is one of the device's own numbers, by its own name where nothing else is said. */
function own<D extends object>(
  key: NumberKey<D>,
  kind: NumberField<D>['kind'],
  limits: Pick<NumberField<D>, 'least' | 'most' | 'why'>,
  name: string = key,
): NumberField<D> {
  return number(
    name,
    kind,
    (device) => Number(device[key]),
    (device, value) => void Object.assign(device, { [key]: value }),
    limits,
  )
}
function choice<D>(name: string, options: readonly string[], get: ChoiceField<D>['get'], set: ChoiceField<D>['set']): ChoiceField<D> {
  return { type: 'choice', name, options, get, set }
}
const yesNo = <D>(name: string, get: (device: D) => boolean, set: (device: D, value: boolean) => void): ChoiceField<D> =>
  choice(
    name,
    ['yes', 'no'],
    (device) => (get(device) ? 'yes' : 'no'),
    (device, value) => set(device, value === 'yes'),
  )
/** Whether a choice is a place on the plan, and its id. */
export const placeIdOf = (choice: string): string | undefined => (choice.startsWith(PLACE) ? choice.slice(PLACE.length) : undefined)
const PLACE = 'place:'
const where = <D>({ places }: FieldPlace, name: string, get: (device: D) => Target, set: (device: D, to: Target) => void): ChoiceField<D> =>
  choice(
    name,
    [...GROUNDS, ...places.map(({ id }) => `${PLACE}${id}`)],
    (device) => {
      const to = get(device)
      return to.kind === 'ground' ? to.where : to.kind === 'place' ? `${PLACE}${to.place}` : 'drain'
    },
    (device, value) => {
      const to = get(device)
      const place = placeIdOf(value)
      const ground = GROUNDS.find((each) => each === value) ?? 'drain'
      set(
        device,
        place === undefined
          ? { kind: 'ground', where: ground, wallDistance: to.kind === 'ground' ? to.wallDistance : 0.5 }
          : { kind: 'place', place },
      )
    },
  )

type Hosed = DeviceOf<'ring-trough' | 'push-in' | 'twist' | 'flap'>
const hoseFields = <D extends Hosed>({ laid }: FieldPlace): DeviceField<D>[] => [
  number(
    'hoseBore',
    'length',
    (d) => d.hose.bore,
    (d, v) => (d.hose.bore = v),
    { least: 0.008, most: 0.15, why: BORE.why },
  ),
  number(
    'hoseLength',
    'length',
    (d) => d.hose.measured ?? laid(d) ?? 0,
    (d, v) => (d.hose.measured = v),
    { least: 0.05, most: 200 },
  ),
]
const letInFields = <D extends DeviceOf<'twist' | 'flap'>>(): DeviceField<D>[] => {
  const part = (name: 'body' | 'lapTop' | 'lapBottom' | 'adapters', least: number, most: number): DeviceField<D> =>
    number(
      name,
      'length',
      (d) => d[name],
      (d, v) => void Object.assign(d, { [name]: v }),
      { least, most },
    )
  return [part('body', 0.03, 2), part('lapTop', 0, 0.3), part('lapBottom', 0, 0.3), part('adapters', 0, 1)]
}

type Table = { [K in Device['kind']]: (place: FieldPlace, device: DeviceOf<K>) => DeviceField<DeviceOf<K>>[] }

/** No single part is taller than this, m; the document holds no more. */
const TALLEST = 3
const tall = ({ drop }: FieldPlace) =>
  drop <= TALLEST ? { least: 0, most: drop, why: { most: 'field.why.most.takes' as const } } : { least: 0, most: TALLEST }
const standsAt = <D extends { height: number }>({ outlet }: FieldPlace): DeviceField<D> =>
  number(
    'ownHeight',
    'length',
    (d) => d.height,
    (d, v) => (d.height = v),
    { least: 0, most: outlet, why: { most: 'field.why.most.height' } },
  )

/** The fields of every family, in the order in which one measures them. */
const FIELDS: Table = {
  neck: (place) => [own('across', 'length', { least: 0, most: 3 }), own('height', 'length', tall(place))],
  adapter: (place) => [own('mouth', 'length', BORE), own('throat', 'length', BORE), own('height', 'length', tall(place))],
  screen: (place) => [
    own('mesh', 'mesh', { least: 0.0001, most: 0.05 }),
    own('bore', 'length', BORE),
    own('height', 'length', tall(place)),
  ],
  'rain-head': (place) => [
    own('mesh', 'mesh', { least: 0.0001, most: 0.05 }),
    own('disc', 'length', BORE),
    own('gap', 'length', { least: 0, most: 0.3 }),
    own('height', 'length', tall(place)),
    own('bore', 'length', BORE),
  ],
  filter: (place) => [
    own('mesh', 'mesh', { least: 0.00001, most: 0.05 }),
    own('passes', 'share', { least: 0.1, most: 1 }),
    own('height', 'length', tall(place)),
  ],
  'first-flush': (place, { ball, drain, bore, drainsTo }) => [
    choice(
      'form',
      ['vertical', 'in-line', 'tank'],
      (d) => d.form,
      (d, v) => {
        d.form = v === 'in-line' || v === 'tank' ? v : 'vertical'
        d.branch = v === 'in-line' ? 0.04 : 0.1
      },
    ),
    own('bore', 'length', BORE),
    own('length', 'length', {
      least: 0.05,
      most: Math.max(0.05, place.chamber),
      why: { most: 'field.why.most.chamber' },
    }),
    number(
      'chambers',
      'count',
      (d) => d.chambers,
      (d, v) => (d.chambers = Math.round(v)),
      { least: 1, most: 12 },
    ),
    own('branch', 'length', tall(place)),
    yesNo(
      'ball',
      (d) => d.ball,
      (d, v) => {
        d.ball = v
        if (v && d.ballSize === 0) Object.assign(d, { ballSize: d.bore * 0.8, seat: d.bore * 0.62 })
      },
    ),
    ...(ball
      ? [
          own<DeviceOf<'first-flush'>>('ballSize', 'length', {
            least: 0.005,
            most: bore - 0.001,
            why: { most: 'field.why.most.ball' },
          }),
          own<DeviceOf<'first-flush'>>('seat', 'length', {
            least: 0.005,
            most: bore - 0.001,
            why: { most: 'field.why.most.seat' },
          }),
        ]
      : []),
    choice(
      'drain',
      ['hole', 'drip', 'hand-valve'],
      (d) => d.drain.kind,
      (d, v) => {
        d.drain =
          v === 'hole'
            ? { kind: 'hole', bore: 0.001 }
            : v === 'drip'
              ? { kind: 'drip', dropsPerSecond: 1 }
              : { kind: 'hand-valve', emptied: 'each-rain' }
      },
    ),
    ...(drain.kind === 'hole'
      ? [
          number<DeviceOf<'first-flush'>>(
            'hole',
            'mesh',
            (d) => (d.drain.kind === 'hole' ? d.drain.bore : 0.001),
            (d, v) => (d.drain = { kind: 'hole', bore: v }),
            { least: 0.0001, most: Math.min(0.1, bore), why: { least: 'field.why.least.bore' } },
          ),
        ]
      : drain.kind === 'drip'
        ? [
            number<DeviceOf<'first-flush'>>(
              'dropsPerSecond',
              'plain',
              (d) => (d.drain.kind === 'drip' ? d.drain.dropsPerSecond : 1),
              (d, v) => (d.drain = { kind: 'drip', dropsPerSecond: v }),
              { least: 0, most: 100 },
            ),
          ]
        : [
            choice<DeviceOf<'first-flush'>>(
              'emptied',
              ['each-rain', 'weekly', 'never'],
              (d) => (d.drain.kind === 'hand-valve' ? d.drain.emptied : 'each-rain'),
              (d, v) => (d.drain = { kind: 'hand-valve', emptied: v === 'weekly' || v === 'never' ? v : 'each-rain' }),
            ),
          ]),
    where(
      place,
      'drainsTo',
      (d) => d.drainsTo,
      (d, v) => (d.drainsTo = v),
    ),
    ...(drainsTo.kind === 'ground'
      ? [
          number<DeviceOf<'first-flush'>>(
            'drainDistance',
            'span',
            (d) => (d.drainsTo.kind === 'ground' ? d.drainsTo.wallDistance : 0),
            (d, v) => {
              if (d.drainsTo.kind === 'ground') d.drainsTo.wallDistance = v
            },
            { least: 0, most: 50 },
          ),
        ]
      : []),
  ],
  'ring-trough': (place) => [
    own('mark', 'length', { least: 0.05, most: place.outlet, why: { most: 'field.why.most.mark' } }),
    own('piece', 'length', { least: 0.01, most: 1 }),
    own('lipBelowMark', 'length', { least: 0, most: 0.5 }),
    own('adapterAbove', 'length', { least: 0, most: 0.5 }),
    own('adapterBelow', 'length', { least: 0, most: 0.5 }),
    own('film', 'share', { least: 0.05, most: 1 }),
    ...hoseFields<DeviceOf<'ring-trough'>>(place),
  ],
  'push-in': (place) => [
    standsAt(place),
    own('hole', 'length', BORE),
    own('film', 'share', { least: 0.05, most: 1 }),
    ...hoseFields<DeviceOf<'push-in'>>(place),
  ],
  twist: (place) => [standsAt(place), ...letInFields<DeviceOf<'twist'>>(), ...hoseFields<DeviceOf<'twist'>>(place)],
  flap: (place) => [
    standsAt(place),
    choice(
      'set',
      ['left', 'right', 'both'],
      (d) => d.set,
      (d, v) => (d.set = v === 'right' || v === 'both' ? v : 'left'),
    ),
    ...letInFields<DeviceOf<'flap'>>(),
    ...hoseFields<DeviceOf<'flap'>>(place),
  ],
  'float-shut': (place) => [
    standsAt(place),
    own('bore', 'length', BORE),
    where(
      place,
      'byPass',
      (d) => d.byPass,
      (d, v) => (d.byPass = v),
    ),
  ],
  tee: (place) => [
    standsAt(place),
    own('bore', 'length', BORE),
    yesNo(
      'spare',
      (d) => d.spare,
      (d, v) => (d.spare = v),
    ),
  ],
  'carrying-pipe': ({ outlet, laid }, { wet }) => [
    choice(
      'wet',
      ['dry', 'wet'],
      (d) => (d.wet ? 'wet' : 'dry'),
      (d, v) => {
        d.wet = v === 'wet'
        if (d.wet && d.lowPoint > 0) d.lowPoint = -0.3
      },
    ),
    own('bore', 'length', BORE),
    number(
      'run',
      'span',
      (d) => d.measured ?? laid(d) ?? 0,
      (d, v) => (d.measured = v),
      { least: 0.1, most: 500 },
    ),
    ...(wet
      ? [
          own<DeviceOf<'carrying-pipe'>>('lowPoint', 'length', { least: -5, most: outlet }),
          yesNo<DeviceOf<'carrying-pipe'>>(
            'cleanOut',
            (d) => d.cleanOut,
            (d, v) => (d.cleanOut = v),
          ),
        ]
      : [
          own<DeviceOf<'carrying-pipe'>>('fall', 'fall', {
            least: 0.001,
            most: 0.5,
            why: { least: 'field.why.least.fall' },
          }),
          own<DeviceOf<'carrying-pipe'>>('strapEvery', 'length', { least: 0.2, most: 5 }),
        ]),
  ],
  'wall-crossing': (place) => [standsAt(place), own('thickness', 'length', { least: 0.01, most: 2 })],
  'winter-shut-off': (place) => [
    standsAt(place),
    where(
      place,
      'to',
      (d) => d.to,
      (d, v) => (d.to = v),
    ),
  ],
}

/** The fields of one device as it is now: some only make sense with others. */
export const fieldsOf = (device: Device, place: FieldPlace): DeviceField[] =>
  (FIELDS[device.kind] as unknown as (place: FieldPlace, device: Device) => DeviceField[])(place, device)
