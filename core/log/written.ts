import type { Device, EntryKind, Scheme } from '../scheme'

const HAND_TURNED: ReadonlySet<Device['kind']> = new Set(['twist', 'flap'])
/** Whether a device stands as a hand has set it, to the vessel or away, so that only a log knows how. */
export const isHandTurned = ({ kind }: Pick<Device, 'kind'>): boolean => HAND_TURNED.has(kind)

type Written = Pick<Scheme, 'stores' | 'drops' | 'taps'>
const vesselsOf = ({ stores }: Written) => stores.flatMap(({ vessels }) => vessels.map(({ id }) => id))
const devicesOf = ({ drops }: Written, are: (device: Device) => boolean) =>
  drops.flatMap(({ devices }) => devices.filter(are).map(({ id }) => id))

const vessel = { field: 'vessel', of: vesselsOf } as const
const part = (of: (scheme: Written) => string[]) => ({ field: 'part', of }) as const
/** What entries of a kind are about: the field that names it, and what of a scheme it can be. */
const ABOUT: Partial<Record<EntryKind, { field: 'vessel' | 'part'; of: (scheme: Written) => string[] }>> = {
  level: vessel,
  drawn: vessel,
  'topped-up': vessel,
  'let-go': vessel,
  dosed: vessel,
  'flush-emptied': part((scheme) => devicesOf(scheme, ({ kind }) => kind === 'first-flush')),
  turned: part((scheme) => devicesOf(scheme, isHandTurned)),
  valve: part(({ stores, taps }) => [
    ...stores.flatMap(({ links }) => links.filter(({ valve }) => valve !== 'none').map(({ id }) => id)),
    ...taps.map(({ id }) => id),
  ]),
}

/** The field of an entry that names what it is about; undefined where it need not be about any part. */
export const aboutField = (kind: EntryKind): 'vessel' | 'part' | undefined => ABOUT[kind]?.field
/**
 * Parts of a scheme that an entry of a kind can be about, in the scheme's order.
 *
 * @returns ids; empty where the scheme has none, so that nothing of the kind can be written; undefined where it need not be about any
 */
export const partsWritten = (kind: EntryKind, scheme: Written): string[] | undefined => ABOUT[kind]?.of(scheme)
