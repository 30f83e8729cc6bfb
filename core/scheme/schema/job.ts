import { TERMS } from '../../units/terms'
import * as yup from 'yup'
import { build, letter, ownFitting, shelfItem } from './build'
import { demand, taps, USES } from './draw'
import { drop, ownPart } from './drop'
import { desk, guess } from './desk'
import { amount, choice, flag, id, list, name, record, text } from './fields'
import { money, site } from './site'
import { gutter } from './gutter'
import { log, MOST_PHOTOS, photo } from './log'
import { overflowRoute, pumps } from './overflow'
import { place } from './place'
import { rainSource, records } from './rain'
import { roofSection } from './roof'
import { store } from './store'
import { trial } from './trial'

export const scheme = record({
  id: id(),
  name: name(),
  /** Rain intensity that gutters, pipes and overflows must pass, mm/h. */
  designIntensity: amount(5, 1000),
  /** Hours in which a rain day's depth falls: frontal 6 to 8, mixed 4, convective 1.5 to 2. */
  wetHours: amount(0.5, 24),
  /** The school by which an outlet's size is judged. */
  outletSchool: choice('hydraulic', 'intensity', 'hundred'),
  /** Wind drives rain on to the pitch: capacities count half of the ridge's rise as well. */
  windOnPitch: flag(),
  /** What it costs to build, in the job's money; 0 while not known. */
  cost: amount(0, 1e7),
  /** Room for the vessels, m; 0 where not measured. */
  space: record({ width: amount(0, 200), depth: amount(0, 200), height: amount(0, 20) }),
  spillRule: choice('after-spillage', 'before-spillage'),
  uses: list(choice(...USES), 1, USES.length),
  sections: list(roofSection, 1, 40),
  gutters: list(gutter, 1, 40),
  drops: list(drop, 1, 40),
  stores: list(store, 1, 12),
  /** Places outside by their names: beds, drains, soakaways, hens. */
  places: list(place, 0, 40),
  overflows: list(overflowRoute, 0, 40),
  taps: taps(),
  pumps: pumps(),
  demands: list(demand, 0, 40),
  /** The storm that the scheme is tried by. */
  trial,
  /** How it is put together, what is done of it, what an installer asks for it. */
  build,
})
export type Scheme = yup.InferType<typeof scheme>

export const job = record({
  id: id(),
  name: name(),
  /** Where it is and what it is, in the user's words. */
  scene: text(500),
  terms: choice(...TERMS),
  system: choice('metric', 'imperial'),
  invented: flag(),
  rain: rainSource,
  /** Factors on the rain of December to February, March to May, June to August, September to November: 1 leaves it as it was. */
  seasonFactors: list(amount(0.2, 3), 4, 4),
  site,
  money,
  /** Devices measured by the reader, to choose from beside the families that come with the project. */
  ownParts: list(ownPart, 0, 60),
  /** Fittings of the reader's own, and what they pay for things and have on the shelf. */
  ownFittings: list(ownFitting, 0, 100),
  shelf: list(shelfItem, 0, 1200),
  letter,
  /** Where it stands among the others, and what is noted about it. */
  desk,
  /** Measures of the place that nobody has taken yet, with the value that stands in for each. */
  guessed: list(guess, 0, 600),
  /** What happens once it stands. */
  log,
  schemes: list(scheme, 1, 24),
  chosen: id(),
})
export type Job = yup.InferType<typeof job>

export const FILE_FORMAT = 'vernal-cask-job'
export const FILE_VERSION = 11

/** A job as it travels: the job and the rain records it leans on. */
export const jobFile = record({
  format: choice(FILE_FORMAT),
  version: yup.number().required().oneOf([FILE_VERSION]),
  job,
  records: records(),
  /** Photos of the log that were at hand when it was written. */
  photos: list(photo, 0, MOST_PHOTOS).optional().default(undefined),
})
export type JobFile = yup.InferType<typeof jobFile>
