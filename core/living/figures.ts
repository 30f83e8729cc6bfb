import { figure, line, type Figure } from '../figures/figure'
import { sumMonths, type SiteFit, type SiteNumbers } from '../log'
import { count, days, factor, length, rainDepth, share, volume } from '../units/quantity'
import type { StoreLife } from './storeLife'

const litres = (value: number) => volume(value / 1000)

/** What a store holds today, from its last reading. */
export const heldFigure = ({ held }: StoreLife): Figure | undefined =>
  held &&
  figure(
    'heldNow',
    litres(held.litres),
    [
      line('lastReading', '', litres(held.readLitres)),
      line('cameSince', '+', litres(held.came)),
      line('takenSince', '−', litres(held.taken)),
    ],
    'heldNow',
    'ownRule',
  )

/** What came in a year by the readings, and what should have. */
export function caughtFigures({ months }: Pick<StoreLife, 'months'>): { came: Figure; expected: Figure } {
  const year = sumMonths(months.slice(-MONTHS))
  return {
    came: figure(
      'cameYear',
      litres(year.came),
      [
        line('levelChange', '', litres(year.came - year.drawn - year.letGo + year.added)),
        line('drawnYear', '+', litres(year.drawn)),
        line('letGoYear', '+', litres(year.letGo)),
        line('addedYear', '−', litres(year.added)),
      ],
      'cameYear',
      'arithmetic',
    ),
    expected: figure(
      'expectedYear',
      litres(year.expected),
      [line('gaugeYear', '', rainDepth(year.rain)), line('perMillimetre', '×', litres(year.rain > 0 ? year.expected / year.rain : 0))],
      'expectedYear',
      'ownRule',
    ),
  }
}
const MONTHS = 12

/** Days that it lasts: the middle of all ways that rain may go on. */
export const lastsFigure = ({ held, left }: StoreLife): Figure | undefined =>
  held &&
  left &&
  figure(
    'daysLeft',
    days(Math.round(left.middle)),
    [
      line('usableNow', '', litres(held.usable)),
      line('waysOn', '', count(left.each.length)),
      line('oneInTenShorter', '', days(Math.round(left.low))),
      line('oneInTenLonger', '', days(Math.round(left.high))),
    ],
    'daysLeft',
    'ownRule',
  )

/** Litres to let go before rain. */
export const downFigure = ({ down }: StoreLife): Figure | undefined =>
  down &&
  figure(
    'drawDown',
    litres(down.litres),
    [
      line('surelyComes', '', litres(down.sure)),
      line('roomNow', '−', litres(down.room)),
      line('shortAsItIs', '', share(down.short)),
      line('shortAfter', '', share(down.shortAfter)),
    ],
    'drawDown',
    'commonPractice',
  )

/** The site's own catch. */
export const siteFigure = ({ diagnosis }: StoreLife): Figure | undefined =>
  diagnosis?.site &&
  figure(
    'siteCatch',
    factor(diagnosis.site.ratio),
    [
      line('rainsThatCount', '', count(diagnosis.site.events)),
      line('lowEnd', '', factor(diagnosis.site.low)),
      line('highEnd', '', factor(diagnosis.site.high)),
    ],
    'siteCatch',
    'bootstrap',
  )

/** Litres a day that a hole lets out. */
export function leakFigure({ diagnosis }: StoreLife, floor: number): Figure | undefined {
  const suspect = diagnosis?.suspects.find(({ cause }) => cause === 'leak')
  if (!suspect?.leak || suspect.size === undefined) return undefined
  const { height, low, high } = suspect.leak
  return figure(
    'leak',
    litres(suspect.size),
    [
      line('holeAt', '', length(height - floor)),
      line('holeLow', '', length(Math.max(0, low - floor))),
      line('holeHigh', '', length(Math.max(0, high - floor))),
    ],
    'leak',
    'torricelli',
  )
}

/** What a log tells of a loss on the way, as the measure that people take it by: mm, litres, litres an hour. */
export const LOSS_UNITS = { wetting: rainDepth, flush: litres, limit: litres }
const FIT_IDS = { wetting: 'siteWetting', flush: 'siteFlush', limit: 'siteLimit' } as const
export type Loss = keyof typeof LOSS_UNITS

/** A loss on the way with both ends of its interval; undefined where a log does not tell it, or where no limit was seen. */
export function fitOf(numbers: SiteNumbers | undefined, loss: Loss): SiteFit | undefined {
  const { value, low, high, plan } = numbers?.[loss] ?? {}
  return value === undefined || low === undefined || high === undefined || plan === undefined ? undefined : { value, low, high, plan }
}

/** One loss on the way as its log tells it; undefined where it does not, or where no limit was seen. */
export function lossFigure({ numbers }: Pick<StoreLife, 'numbers'>, loss: Loss): Figure | undefined {
  const fit = fitOf(numbers, loss)
  if (!fit) return undefined
  const unit = LOSS_UNITS[loss]
  const id = FIT_IDS[loss]
  return figure(
    id,
    unit(fit.value),
    [
      line('stretchesFitted', '', count(numbers!.events)),
      line('lowEnd', '', unit(fit.low)),
      line('highEnd', '', unit(fit.high)),
      line(loss === 'limit' ? 'hardestHour' : 'planHas', '', unit(fit.plan)),
    ],
    id,
    'profile',
  )
}
