import { problem, type Problem } from '../problems'
import { daysInMonth, fromIsoDate } from '../rain/calendar'
import { crossesItself, insideArea } from '../roof/sectionPlan'
import type { InputProblem, Job, RainRecord, Scheme, Vessel } from '../scheme'

/** Least roof that sheds anything to speak of, m². */
const LEAST_AREA = 0.1
/** A leap year, so that February may have 29 days with rain. */
const LEAP_YEAR = 2024

type Tell = (path: string, what: Problem) => void

const rises = (values: readonly number[]) => values.findIndex((value, i) => i > 0 && !(value > values[i - 1]!))
const falls = (values: readonly number[]) => values.findIndex((value, i) => i > 0 && value < values[i - 1]!)

function bodyTies({ body }: Vessel, path: string, tell: Tell) {
  if (!(body.floor < body.rim)) tell(`${path}.body.rim`, problem('rimUnderFloor', { floor: body.floor, found: body.rim }))
  if (body.kind !== 'dipped') return
  const level = rises(body.dips.map((dip) => dip.level))
  if (level > 0) tell(`${path}.body.dips[${level}].level`, problem('dipNotHigher'))
  const volume = falls(body.dips.map((dip) => dip.volume))
  if (volume > 0) tell(`${path}.body.dips[${volume}].volume`, problem('dipHoldsLess'))
  if (level <= 0 && volume <= 0 && !(body.dips.at(-1)!.volume > body.dips[0]!.volume)) tell(`${path}.body.dips`, problem('dipsHoldNothing'))
}

function schemeTies(scheme: Scheme, path: string, tell: Tell) {
  scheme.sections.forEach(({ outline }, i) => {
    const at = `${path}.sections[${i}].outline`
    if (outline.kind !== 'polygon') return
    const [first, second] = outline.corners
    if (first!.x === second!.x && first!.y === second!.y) tell(`${at}.corners[1]`, problem('eaveNoLength'))
    else if (!(insideArea(outline.corners) >= LEAST_AREA)) tell(`${at}.corners`, problem('noArea'))
    else if (crossesItself(outline.corners)) tell(`${at}.corners`, problem('crosses'))
  })
  scheme.gutters.forEach(({ length, outlets, highPoints, bucket }, i) => {
    const at = `${path}.gutters[${i}]`
    outlets.forEach((outlet, j) => {
      if (outlet.at > length) tell(`${at}.outlets[${j}].at`, problem('beyondGutter', { length, found: outlet.at }))
    })
    highPoints.forEach((high, j) => {
      if (high > length) tell(`${at}.highPoints[${j}]`, problem('beyondGutter', { length, found: high }))
    })
    if (bucket.at > length) tell(`${at}.bucket.at`, problem('beyondGutter', { length, found: bucket.at }))
  })
  scheme.stores.forEach(({ vessels }, i) => vessels.forEach((vessel, j) => bodyTies(vessel, `${path}.stores[${i}].vessels[${j}]`, tell)))
  const { storm, table } = scheme.trial
  if (storm.kind === 'design') {
    const { shorter, longer } = storm
    if (!(shorter.minutes < longer.minutes))
      tell(`${path}.trial.storm.longer.minutes`, problem('notLongerRain', { minutes: shorter.minutes }))
    else if (!(shorter.intensity > longer.intensity))
      tell(`${path}.trial.storm.longer.intensity`, problem('notWeakerRain', { intensity: shorter.intensity }))
  }
  if (table) {
    const at = `${path}.trial.table`
    if (rises(table.years) > 0) tell(`${at}.years[${rises(table.years)}]`, problem('notRising'))
    if (rises(table.minutes) > 0) tell(`${at}.minutes[${rises(table.minutes)}]`, problem('notRising'))
    if (table.depths.length !== table.years.length) tell(`${at}.depths`, problem('notARowEach', { years: table.years.length }))
    table.depths.forEach((row, i) => {
      if (row.length !== table.minutes.length) tell(`${at}.depths[${i}]`, problem('notADepthEach', { durations: table.minutes.length }))
    })
  }
}

/**
 * Measures that contradict one another, by path: what no single field can say of itself, and what no calculation could be
 * made on. What is merely unwise is left to the findings.
 */
export function measureProblems({ rain, site, money, schemes }: Omit<Job, 'chosen'>): InputProblem[] {
  const problems: InputProblem[] = []
  const tell: Tell = (path, what) => problems.push({ path, ...what })
  site.low.forEach((low, month) => {
    if (low > site.high[month]!) tell(`job.site.low[${month}]`, problem('lowOverHigh', { high: site.high[month]!, found: low }))
  })
  if (rain.kind === 'normals') {
    rain.wetDays.forEach((days, month) => {
      const most = daysInMonth(LEAP_YEAR, month + 1)
      if (days > most) tell(`job.rain.wetDays[${month}]`, problem('moreDaysThanMonth', { most, found: days }))
      else if (days === 0 && rain.totals[month]! > 0) tell(`job.rain.wetDays[${month}]`, problem('noDaysWithRain'))
    })
    if (rain.totals.every((total) => total === 0)) tell('job.rain.totals', problem('noRain'))
  }
  if (money.tiers[0]!.from !== 0) tell('job.money.tiers[0].from', problem('tierNotFromNought'))
  const tier = rises(money.tiers.map(({ from }) => from))
  if (tier > 0) tell(`job.money.tiers[${tier}].from`, problem('tierNotMore'))
  schemes.forEach((scheme, i) => schemeTies(scheme, `job.schemes[${i}]`, tell))
  return problems
}

/** What is wrong with a record's days, by path under the record. */
export function recordProblems({ start, depths, low, high }: RainRecord, path: string): InputProblem[] {
  const wrong: InputProblem[] = []
  if (Number.isNaN(fromIsoDate(start))) wrong.push({ path: `${path}.start`, ...problem('noSuchDay', { found: start }) })
  for (const [name, air] of Object.entries({ low, high }))
    if (air && air.length !== depths.length)
      wrong.push({ path: `${path}.${name}`, ...problem('airDaysDiffer', { days: depths.length, found: air.length }) })
  return wrong
}
