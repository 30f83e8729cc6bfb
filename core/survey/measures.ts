import { produce, type Draft } from 'immer'
import { setOutline } from '../edits/roofEdits'
import { resizeVessel, setOutletHeight } from '../edits/schemeEdits'
import { COVERS, type Job, type Scheme } from '../scheme'
import type { Quantity } from '../units/quantity'

/** Stops of the walk round a place, in the order in which one comes to them: down the water, with the tape in hand. */
export const STOPS = ['sky', 'roof', 'gutter', 'pipe', 'vessel', 'can'] as const
export type Stop = (typeof STOPS)[number]

/** What is measured; each has its own words and picture. */
export const MEASURE_NAMES = [
  'rainYear',
  'along',
  'across',
  'pitch',
  'cover',
  'gutterWidth',
  'gutterDepth',
  'gutterFall',
  'outletAt',
  'outletHeight',
  'outletBore',
  'pipeOutside',
  'vesselHeight',
  'vesselWidth',
  'canHeight',
  'canVolume',
] as const
export type MeasureName = (typeof MEASURE_NAMES)[number]

type NumberKind = Extract<Quantity['kind'], 'length' | 'span' | 'angle' | 'fall' | 'rainDepth' | 'volume'>

/** How far a value that nobody measured may be from what is there: a share of it, or so much either way, whichever is more. */
interface Doubt {
  share: number
  least: number
}

interface Common {
  name: MeasureName
  stop: Stop
  /** Ties it to a part of every scheme of the job: name and id. */
  key: string
  /** Whose it is, in the reader's words; empty where there is only one of its kind. */
  of: string
}
export interface NumberMeasure extends Common {
  kind: NumberKind
  value: number
  /** What the guess is held to where it goes with something else: an outlet's place with its gutter's length. */
  guess?: number
  least: number
  most: number
  doubt: Doubt
}
export interface ChoiceMeasure extends Common {
  kind: 'choice'
  value: string
  options: readonly string[]
}
export type Measure = NumberMeasure | ChoiceMeasure

/** The parts of a job that are walked round. */
export type SurveyedJob = Pick<Job, 'rain' | 'schemes' | 'chosen' | 'guessed'>

const chosenOf = (job: SurveyedJob): Scheme | undefined => job.schemes.find(({ id }) => id === job.chosen)

/**
 * What is to be measured of a place for the chosen scheme, in the order of the walk. Only what is there and cannot be
 * chosen: the roof, its gutter, the pipe, the vessel and the can that somebody has, a year's rain where no record is at
 * hand.
 */
export function measuresOf(job: SurveyedJob): Measure[] {
  const scheme = chosenOf(job)
  if (!scheme) return []
  const { sections, gutters, drops, stores, taps } = scheme
  const measures: Measure[] = []
  const number = (
    name: MeasureName,
    stop: Stop,
    id: string,
    of: string,
    kind: NumberKind,
    value: number,
    [least, most]: readonly [number, number],
    doubt: Doubt,
    guess?: number,
  ) => measures.push({ name, stop, key: `${name}:${id}`, of, kind, value, least, most, doubt, ...(guess === undefined ? {} : { guess }) })
  if (job.rain.kind === 'annual') number('rainYear', 'sky', 'job', '', 'rainDepth', job.rain.total, [1, 12_000], { share: 0.15, least: 0 })
  const named = (list: readonly { name: string }[], each: { name: string }) => (list.length > 1 ? each.name : '')
  for (const section of sections) {
    const of = named(sections, section)
    if (section.outline.kind === 'rectangle') {
      number('along', 'roof', section.id, of, 'span', section.outline.along, [0.1, 500], { share: 0.1, least: 0.1 })
      number('across', 'roof', section.id, of, 'span', section.outline.across, [0.1, 200], { share: 0.15, least: 0.1 })
      if (section.measured === 'slope') number('pitch', 'roof', section.id, of, 'angle', section.pitch, [0, 75], { share: 0, least: 7 })
    }
    measures.push({ name: 'cover', stop: 'roof', key: `cover:${section.id}`, of, kind: 'choice', value: section.cover, options: COVERS })
  }
  for (const gutter of gutters) {
    const of = named(gutters, gutter)
    number('gutterWidth', 'gutter', gutter.id, of, 'length', gutter.width, [0.03, 1], { share: 0, least: 0.015 })
    // A half-round one is half as deep as it is wide.
    if (gutter.profile !== 'half-round')
      number('gutterDepth', 'gutter', gutter.id, of, 'length', gutter.depth, [0.02, 0.6], { share: 0, least: 0.015 })
    number('gutterFall', 'gutter', gutter.id, of, 'fall', gutter.fall, [0, 0.1], { share: 1, least: 0.002 })
    for (const outlet of gutter.outlets) {
      const pipe = drops.find(({ id }) => id === outlet.drop)
      const whose = pipe && named(drops, pipe)
      number(
        'outletAt',
        'gutter',
        outlet.id,
        whose ?? '',
        'span',
        outlet.at,
        [0, gutter.length],
        { share: 0, least: 0.1 },
        outlet.at / gutter.length,
      )
      number('outletBore', 'gutter', outlet.id, whose ?? '', 'length', outlet.bore, [0.002, 3], { share: 0, least: 0.01 })
      number('outletHeight', 'pipe', outlet.id, whose ?? '', 'length', outlet.height, [0.1, 60], { share: 0.05, least: 0.05 })
    }
  }
  for (const drop of drops)
    number('pipeOutside', 'pipe', drop.id, named(drops, drop), 'length', drop.outside, [0.002, 3], { share: 0, least: 0.005 })
  const vessels = stores.flatMap((store) => store.vessels)
  for (const vessel of vessels) {
    const of = named(vessels, vessel)
    number('vesselHeight', 'vessel', vessel.id, of, 'length', vessel.body.height, [0.05, 20], { share: 0, least: 0.05 })
    number('vesselWidth', 'vessel', vessel.id, of, 'length', vessel.body.width, [0.05, 20], { share: 0, least: 0.04 })
  }
  for (const tap of taps) {
    const of = named(taps, tap)
    number('canHeight', 'can', tap.id, of, 'length', tap.can.height, [0.05, 2], { share: 0, least: 0.05 })
    number('canVolume', 'can', tap.id, of, 'volume', tap.can.volume, [0.0005, 0.2], { share: 0.2, least: 0 })
  }
  // Down the water; what lies at one stop stays in the order in which it was told.
  return measures.toSorted((a, b) => STOPS.indexOf(a.stop) - STOPS.indexOf(b.stop))
}

/**
 * A job with a measure as it was taken, and with what follows from it in the chosen scheme (a gutter goes with its eave, a
 * vessel's holes with its rim).
 *
 * @throws RangeError when the job has no such measure, or the value is of another kind
 */
export function setMeasure<J extends SurveyedJob>(job: J, key: string, value: number | string): J {
  const measure = measuresOf(job).find((each) => each.key === key)
  if (!measure || (measure.kind === 'choice') !== (typeof value === 'string')) throw new RangeError(`no measure ${key} for ${value}`)
  if (measure.name === 'rainYear')
    return produce(job, (draft) => {
      if (draft.rain.kind === 'annual') draft.rain.total = Number(value)
    })
  const id = key.slice(measure.name.length + 1)
  return { ...job, schemes: job.schemes.map((each) => (each.id === job.chosen ? setInScheme(each, measure.name, id, value) : each)) }
}

function setInScheme(scheme: Scheme, name: MeasureName, id: string, value: number | string): Scheme {
  const to = Number(value)
  const change = (recipe: (draft: Draft<Scheme>) => void) => produce(scheme, (draft) => void recipe(draft))
  const section = scheme.sections.find((each) => each.id === id)
  switch (name) {
    case 'along':
    case 'across':
      return section?.outline.kind === 'rectangle' ? setOutline(scheme, id, { ...section.outline, [name]: to }) : scheme
    case 'pitch':
      return change(({ sections }) => void (sections.find((each) => each.id === id)!.pitch = to))
    case 'cover':
      return change(({ sections }) => void (sections.find((each) => each.id === id)!.cover = value as Scheme['sections'][number]['cover']))
    case 'gutterWidth':
      return change(({ gutters }) => {
        const gutter = gutters.find((each) => each.id === id)!
        gutter.width = to
        if (gutter.profile === 'half-round') gutter.depth = to / 2
      })
    case 'gutterDepth':
      return change(({ gutters }) => void (gutters.find((each) => each.id === id)!.depth = to))
    case 'gutterFall':
      return change(({ gutters }) => void (gutters.find((each) => each.id === id)!.fall = to))
    case 'outletHeight':
      return setOutletHeight(scheme, id, to)
    case 'outletAt':
    case 'outletBore':
      return change(({ gutters }) => {
        const outlet = gutters.flatMap(({ outlets }) => outlets).find((each) => each.id === id)!
        outlet[name === 'outletAt' ? 'at' : 'bore'] = to
      })
    case 'pipeOutside':
      return change(({ drops }) => {
        const drop = drops.find((each) => each.id === id)!
        // A pipe is as much narrower inside as it was before.
        drop.bore = Math.max(0.002, to - (drop.outside - drop.bore))
        drop.outside = to
      })
    case 'vesselHeight':
      return resizeVessel(scheme, id, 'height', to)
    case 'vesselWidth':
      return resizeVessel(scheme, id, 'width', to)
    case 'canHeight':
    case 'canVolume':
      return change(({ taps }) => {
        taps.find((each) => each.id === id)!.can[name === 'canHeight' ? 'height' : 'volume'] = to
      })
    case 'rainYear':
      return scheme
  }
}
