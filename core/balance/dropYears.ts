import { chamberVolume, flushDay } from '../catch/firstFlush'
import type { Intake, WaterPath } from '../path/waterPath'
import { HOSE_BORES } from '../pipe/bores'
import type { DailyRain } from '../rain/dailyRain'
import type { Device, DeviceOf, Hose } from '../scheme'
import { LITRE } from '../units/constants'
import { caughtBy, intakeLaw, type IntakeLaw } from './inflow'

/** What an intake with one hose catches of the years. */
export interface HoseCatch {
  /** m. */
  bore: number
  /** Litres a year, and as a share of what runs off the roof. */
  litres: number
  share: number
  /** Litres a year more than the hose that is there. */
  gains: number
}

/** What else would change an intake's catch: its hose's head, or the film that it gathers. */
export interface CatchVariant {
  change: 'head' | 'film'
  /** m more of head, or the share of the film gathered. */
  to: number
  litres: number
  gains: number
}

/** What a first flush does to the years. */
export interface FlushYears {
  /** Wash over the roof, mm, and what it holds, m³. */
  depth: number
  volume: number
  /** Litres a year that it throws away, and their share of what comes down the pipe. */
  litres: number
  share: number
  /** Rain days that it swallows whole, of all that bring water. */
  swallowed: number
  rainDays: number
}

const DAYS_A_YEAR = 365.25
const yearsOf = ({ depths }: Pick<DailyRain, 'depths'>) => depths.length / DAYS_A_YEAR

const runoffOf = (law: IntakeLaw, rain: Pick<DailyRain, 'depths' | 'liquid'>): number =>
  (rain.liquid ?? rain.depths).reduce((sum, depth) => sum + (depth > 0 ? law.bring(depth).runoff : 0), 0)

type Hosed = Extract<Device, { hose: Hose }>
/** The device that leads aside by a hose. @throws RangeError when there is none */
function hosed({ device }: Intake): Hosed {
  if (!device || !('hose' in device)) throw new RangeError('device must lead water aside by a hose')
  return device
}

/** The same intake with its device changed. */
function lawWith(path: WaterPath, intake: Intake, device: Hosed): IntakeLaw {
  const drop = { ...intake.drop, devices: intake.drop.devices.map((each) => (each.id === device.id ? device : each)) }
  return intakeLaw(path, { ...intake, drop, device })
}
function withHose(path: WaterPath, intake: Intake, bore: number): IntakeLaw {
  const device = hosed(intake)
  return lawWith(path, intake, { ...device, hose: { ...device.hose, bore } })
}

/** Litres a year that a law catches. */
const yearly = (law: IntakeLaw, rain: Pick<DailyRain, 'depths' | 'liquid'>): number =>
  caughtBy([law], rain).reduce((sum, day) => sum + day, 0) / yearsOf(rain)

/** More head that is worth a try, m, and shares of the film. */
const MORE_HEAD = [0.05, 0.1] as const
const FILMS = [0.5, 0.7, 0.9] as const

/**
 * What a lower hole in the vessel or another share of the film would bring, litres a year.
 *
 * @throws RangeError when the intake has no hose
 */
export function catchVariants(path: WaterPath, intake: Intake, rain: Pick<DailyRain, 'depths' | 'liquid'>): CatchVariant[] {
  const device = hosed(intake)
  const present = yearly(intakeLaw(path, intake), rain)
  const variant = (change: CatchVariant['change'], to: number, law: IntakeLaw): CatchVariant => {
    const litres = yearly(law, rain)
    return { change, to, litres, gains: litres - present }
  }
  // A hole lower down is as good as a spigot higher up, and leaves the full level where it is.
  const lower = (by: number) => intakeLaw(path, { ...intake, port: { ...intake.port, at: intake.port.at - by } })
  return [
    ...MORE_HEAD.map((by) => variant('head', by, lower(by))),
    ...('film' in device
      ? FILMS.filter((film) => Math.abs(film - device.film) > 1e-9).map((film) =>
          variant('film', film, lawWith(path, intake, { ...device, film })),
        )
      : []),
  ]
}

/**
 * Share of the years' water that a diverter catches, for each hose that is sold and the one that is there.
 *
 * Intensity within the wet hours is exponential, as in the balance; the store is taken at half full and never turns water away.
 *
 * @throws RangeError when the intake has no hose
 */
export function catchByHose(path: WaterPath, intake: Intake, rain: Pick<DailyRain, 'depths' | 'liquid'>): HoseCatch[] {
  const own = hosed(intake).hose.bore
  const years = yearsOf(rain)
  const bores = [...new Set([...HOSE_BORES, own])].toSorted((a, b) => a - b)
  const rows = bores.map((bore) => {
    const law = withHose(path, intake, bore)
    const litres = yearly(law, rain)
    return { bore, litres, share: litres / Math.max(1e-9, runoffOf(law, rain) / years) }
  })
  const present = rows.find(({ bore }) => bore === own)!.litres
  return rows.map((row) => ({ ...row, gains: row.litres - present }))
}

/** A chamber by the volume that it holds, its other measures those of a model. */
const chamberOf = (model: DeviceOf<'first-flush'>, volume: number): DeviceOf<'first-flush'> => ({
  ...model,
  length: volume / chamberVolume(model.bore, 1, model.chambers),
})

/**
 * What first flushes of several volumes cost one pipe over the years, draining as the model drains.
 *
 * @param volumes m³ (> 0)
 * @param area plan area that reaches the pipe, m²
 */
export function flushYears(
  path: WaterPath,
  intake: Intake,
  rain: Pick<DailyRain, 'depths' | 'liquid'>,
  model: DeviceOf<'first-flush'>,
  volumes: readonly number[],
  area: number,
): FlushYears[] {
  const law = intakeLaw(path, intake)
  const depths = rain.liquid ?? rain.depths
  return volumes.map((volume) => {
    const chamber = chamberOf(model, volume)
    let held = 0
    let passed = 0
    let flushed = 0
    let swallowed = 0
    let rainDays = 0
    for (let day = 0; day < depths.length; day++) {
      const water = depths[day]! > 0 ? law.bring(depths[day]!).passed : 0
      if (water === 0 && held === 0) continue
      const after = flushDay(chamber, held, water, law.wetHours, day)
      held = after.held
      passed += water
      flushed += after.flushed
      if (water > 0) {
        rainDays++
        if (water - after.flushed < 1e-9) swallowed++
      }
    }
    const years = yearsOf(rain)
    return {
      depth: volume / LITRE / area,
      volume,
      litres: flushed / years,
      share: flushed / Math.max(1e-9, passed),
      swallowed: swallowed / Math.max(1, rainDays),
      rainDays: rainDays / years,
    }
  })
}
