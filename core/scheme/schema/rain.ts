import * as yup from 'yup'
import { amount, byMonth, choice, id, isoDay, list, name, oneOfKind, optionalSeries, record, series, text } from './fields'

const made = {
  /** Coefficient of variation of the yearly totals. */
  spread: amount(0, 0.6),
  years: amount(1, 200),
  seed: amount(0, 4294967295),
}
const gaps = choice('leave-year-out', 'generator', 'dry')

/** Rain depths are the one thing kept in millimetres: 1 mm on 1 m² is 1 litre, and every record is published so. */
export const rainSource = oneOfKind({
  record: record({ kind: choice('record'), record: id(), gaps }),
  /** Many years made after the pattern of a record. */
  fitted: record({ kind: choice('fitted'), record: id(), gaps, years: made.years, seed: made.seed }),
  /** Published monthly means: mm and days with rain, January first. */
  normals: record({ kind: choice('normals'), totals: byMonth(3000), wetDays: byMonth(31), ...made }),
  annual: record({
    kind: choice('annual'),
    /** mm a year. */
    total: amount(10, 12000),
    pattern: choice('even', 'winter-wet', 'summer-wet', 'one-dry-season', 'two-wet-seasons'),
    hemisphere: choice('north', 'south'),
    wetDays: amount(3, 330),
    ...made,
  }),
})
export type RainSource = yup.InferType<typeof rainSource>
export type AnnualRain = Extract<RainSource, { kind: 'annual' }>
export type NormalsRain = Extract<RainSource, { kind: 'normals' }>
export type FittedRain = Extract<RainSource, { kind: 'fitted' }>

/** The record that a source leans on, if it leans on one. */
export const recordOf = (source: RainSource): string | undefined =>
  source.kind === 'record' || source.kind === 'fitted' ? source.record : undefined

const temperature = () => yup.number().defined().nullable().min(-95).max(65)

export const rainRecord = record({
  id: id(),
  name: name(),
  /** Where it came from, in the user's words; invented records say so. */
  note: text(500),
  invented: yup.boolean().required(),
  /** First day, ISO 8601. */
  start: isoDay(),
  /** mm a day without a break; null where a day is missing. */
  depths: series(yup.number().defined().nullable().min(0).max(1850), 1, 80000),
  /** Least and greatest temperature of each of its days, °C; null where missing. */
  low: optionalSeries(temperature(), 1, 80000),
  high: optionalSeries(temperature(), 1, 80000),
})
export type RainRecord = yup.InferType<typeof rainRecord>
export const records = () => list(rainRecord, 0, 50)
