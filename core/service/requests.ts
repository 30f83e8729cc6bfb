import type * as yup from 'yup'
import { amount, choice, flag, isoDay, list, name, record, whole } from '../scheme/schema/fields'
import { log } from '../scheme/schema/log'
import { rainRecord, rainSource } from '../scheme/schema/rain'
import { scheme } from '../scheme/schema/job'
import { site } from '../scheme/schema/site'

const rain = record({
  source: rainSource,
  record: rainRecord.optional().default(undefined),
  /** Where it falls; the middle latitudes of the north where left out. */
  place: record({ site, seasonFactors: list(amount(0.2, 3), 4, 4) })
    .optional()
    .default(undefined),
})

/** What the server and scripts ask with: a scheme, and for the years a rain source with its record. */
export const assessRequest = record({ scheme })
/** The scheme's own trial: its storm, how full it begins, what is opened. */
export const stormRequest = record({ scheme })
/** Where everything of a scheme is. */
export const layoutRequest = record({ scheme })
/** How it is put together, with the goods of one country. */
export const buildRequest = record({ scheme, system: choice('metric', 'imperial').optional().default('metric') })
/** The stand-in's forecast for a place, of a day. */
export const weatherRequest = record({ place: name(), day: isoDay(), rain })
/** When the stand-in's gauge tips on a day. */
export const gaugeRequest = record({ place: name(), day: isoDay(), rain, wetHours: amount(0.5, 24).optional().default(5) })
/** What a log says of a scheme, as of a day, by the stand-in's forecast for a place. */
export const livingRequest = record({ scheme, rain, log, place: name(), day: isoDay() })
export const balanceRequest = record({
  scheme,
  rain,
  /** Whether the answer holds every day of the years beside their sums. */
  series: flag().optional().default(true),
})
export const sweepRequest = record({
  scheme,
  rain,
  volumes: whole(2, 2000).optional().default(200),
  most: amount(1, 1e7).optional().default(undefined),
})
export type BalanceRequest = yup.InferType<typeof balanceRequest>
export type SweepRequest = yup.InferType<typeof sweepRequest>
