import { daysInMonth, fromIsoDate } from '../rain/calendar'
import { crossesItself, insideArea } from '../roof/sectionPlan'
import type { InputProblem, Job, RainRecord, Scheme, Vessel } from '../scheme'

/** Least roof that sheds anything to speak of, m². */
const LEAST_AREA = 0.1
/** A leap year, so that February may have 29 days with rain. */
const LEAP_YEAR = 2024

type Tell = (path: string, message: string) => void

const rises = (values: readonly number[]) => values.findIndex((value, i) => i > 0 && !(value > values[i - 1]!))
const falls = (values: readonly number[]) => values.findIndex((value, i) => i > 0 && value < values[i - 1]!)

function bodyTies({ body }: Vessel, path: string, tell: Tell) {
  if (!(body.floor < body.rim)) tell(`${path}.body.rim`, `should be above the floor (${body.floor} m), but is ${body.rim} m`)
  if (body.kind !== 'dipped') return
  const level = rises(body.dips.map((dip) => dip.level))
  if (level > 0) tell(`${path}.body.dips[${level}].level`, 'should be above the dip before it')
  const volume = falls(body.dips.map((dip) => dip.volume))
  if (volume > 0) tell(`${path}.body.dips[${volume}].volume`, 'should not be less than at the dip before it')
  if (level <= 0 && volume <= 0 && !(body.dips.at(-1)!.volume > body.dips[0]!.volume)) tell(`${path}.body.dips`, 'should hold some water')
}

function schemeTies(scheme: Scheme, path: string, tell: Tell) {
  scheme.sections.forEach(({ outline }, i) => {
    const at = `${path}.sections[${i}].outline`
    if (outline.kind !== 'polygon') return
    const [first, second] = outline.corners
    if (first!.x === second!.x && first!.y === second!.y)
      tell(`${at}.corners[1]`, 'should be another place than the first: the eave has no length')
    else if (!(insideArea(outline.corners) >= LEAST_AREA)) tell(`${at}.corners`, 'should enclose some roof')
    else if (crossesItself(outline.corners)) tell(`${at}.corners`, 'should not cross one another')
  })
  scheme.gutters.forEach(({ length, outlets, highPoints, bucket }, i) => {
    const at = `${path}.gutters[${i}]`
    outlets.forEach((outlet, j) => {
      if (outlet.at > length) tell(`${at}.outlets[${j}].at`, `should lie within the gutter (${length} m), but is ${outlet.at} m`)
    })
    highPoints.forEach((high, j) => {
      if (high > length) tell(`${at}.highPoints[${j}]`, `should lie within the gutter (${length} m), but is ${high} m`)
    })
    if (bucket.at > length) tell(`${at}.bucket.at`, `should lie within the gutter (${length} m), but is ${bucket.at} m`)
  })
  scheme.stores.forEach(({ vessels }, i) => vessels.forEach((vessel, j) => bodyTies(vessel, `${path}.stores[${i}].vessels[${j}]`, tell)))
  const { storm, table } = scheme.trial
  if (storm.kind === 'design') {
    const { shorter, longer } = storm
    if (!(shorter.minutes < longer.minutes))
      tell(`${path}.trial.storm.longer.minutes`, `should be more than the shorter rain's ${shorter.minutes}`)
    else if (!(shorter.intensity > longer.intensity))
      tell(`${path}.trial.storm.longer.intensity`, `should be less than the shorter rain's ${shorter.intensity}`)
  }
  if (table) {
    const at = `${path}.trial.table`
    if (rises(table.years) > 0) tell(`${at}.years[${rises(table.years)}]`, 'should be more than the one before')
    if (rises(table.minutes) > 0) tell(`${at}.minutes[${rises(table.minutes)}]`, 'should be more than the one before')
    if (table.depths.length !== table.years.length) tell(`${at}.depths`, `should have a row for each of ${table.years.length} years`)
    table.depths.forEach((row, i) => {
      if (row.length !== table.minutes.length)
        tell(`${at}.depths[${i}]`, `should have a depth for each of ${table.minutes.length} durations`)
    })
  }
}

/**
 * Measures that contradict one another, by path: what no single field can say of itself, and what no calculation could be
 * made on. What is merely unwise is left to the findings.
 */
export function measureReferenceProblems({ rain, site, money, schemes }: Omit<Job, 'chosen'>): InputProblem[] {
  const problems: InputProblem[] = []
  const tell: Tell = (path, message) => problems.push({ path, message })
  site.low.forEach((low, month) => {
    if (low > site.high[month]!)
      tell(`job.site.low[${month}]`, `should not be above the month's high of ${site.high[month]} °C, but is ${low} °C`)
  })
  if (rain.kind === 'normals') {
    rain.wetDays.forEach((days, month) => {
      const most = daysInMonth(LEAP_YEAR, month + 1)
      if (days > most) tell(`job.rain.wetDays[${month}]`, `should be at most ${most}, but is ${days}`)
      else if (days === 0 && rain.totals[month]! > 0) tell(`job.rain.wetDays[${month}]`, 'should be above 0 in a month with rain')
    })
    if (rain.totals.every((total) => total === 0)) tell('job.rain.totals', 'should have rain in some month')
  }
  if (money.tiers[0]!.from !== 0) tell('job.money.tiers[0].from', 'should be 0: the first price holds from the beginning')
  const tier = rises(money.tiers.map(({ from }) => from))
  if (tier > 0) tell(`job.money.tiers[${tier}].from`, 'should be more than the tier before')
  schemes.forEach((scheme, i) => schemeTies(scheme, `job.schemes[${i}]`, tell))
  return problems
}

/** What is wrong with a record's days, by path under the record. */
export function recordReferenceProblems({ start, depths, low, high }: RainRecord, path: string): InputProblem[] {
  const wrong: InputProblem[] = []
  if (Number.isNaN(fromIsoDate(start))) wrong.push({ path: `${path}.start`, message: `should be a day of the calendar, but is ${start}` })
  for (const [name, air] of Object.entries({ low, high }))
    if (air && air.length !== depths.length)
      wrong.push({ path: `${path}.${name}`, message: `should have as many days as depths, ${depths.length}, but has ${air.length}` })
  return wrong
}
