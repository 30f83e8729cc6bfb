import { positive } from '../numeric/guards'
import { headSpent, type Line } from '../pipe/friction'
import type { LaidPump } from '../layout'
import type { Pump } from '../scheme'
import { GRAVITY, WATER_DENSITY } from '../units/constants'

/** Entry, foot valve or strainer, bends and leaving, for each side. Common practice. */
const SUCTION_LOSSES = 0.5 + 2.5 + 0.9
const LINE_LOSSES = 1 + 2 * 0.9 + 2
/** Air at sea level as a height of water, its thinning with height (m per m), and water's own vapour at 20 °C, m. */
const ATMOSPHERE = 10.3
const THINNING = 0.0012
const VAPOUR = 0.24
/** No pump is asked to lift more on its suction side, m. Common practice: 6–7 less losses. */
export const MOST_SUCTION = 6
/** Share of a panel's rating that comes out at the battery, and of a battery that may be used. Common practice. */
const PANEL_YIELD = 0.7
const BATTERY_USE = 0.5

const suctionLine = ({ suction }: Pick<Pump, 'suction'>): Line => ({ ...suction, losses: SUCTION_LOSSES })
const pressureLine = ({ line }: Pick<LaidPump, 'line'>): Line => ({ ...line, losses: LINE_LOSSES })

export interface PumpDuty {
  /** m³/s */
  flow: number
  /** What has to be lifted, from the lowest water to the far end, m. */
  lift: number
  /** Spent in both pipes, and asked for as pressure at the end, m. */
  friction: number
  pressure: number
  /** All together, m. */
  head: number
  /** Suction side: from the lowest water up to the pump and its pipe, m. Below nought the pump stands under water. */
  suction: number
  /** Left over above what air pressure can push, m. */
  suctionSpare: number
  /** Taken from mains, panel or battery, W. */
  power: number
  /** Head that the same pipes ask for at other flows, for the curve: m³/s and m. */
  curve: { flow: number; head: number }[]
}

/**
 * What a pump has to do: lift, friction and pressure at the wanted flow, and what its pipes would ask for at others.
 *
 * @param lowest water in the vessel when it stops, m above the paving
 * @param altitude of the place, m
 * @throws RangeError on a flow or efficiency of nought
 * Source: `ρgQH/η`; Darcy–Weisbach, Swamee & Jain 1976; suction head as any pump text has it.
 */
export function pumpDuty(pump: LaidPump, lowest: number, altitude = 0): PumpDuty {
  positive('flow', pump.wants)
  positive('efficiency', pump.efficiency)
  const pressure = pump.pressure / (WATER_DENSITY * GRAVITY)
  const lift = pump.rise - lowest
  const spent = (flow: number) => headSpent(suctionLine(pump), flow) + headSpent(pressureLine(pump), flow)
  const head = (flow: number) => Math.max(0, lift + spent(flow) + pressure)
  const suction = pump.at - lowest + headSpent(suctionLine(pump), pump.wants)
  return {
    flow: pump.wants,
    lift,
    friction: spent(pump.wants),
    pressure,
    head: head(pump.wants),
    suction,
    suctionSpare: ATMOSPHERE - THINNING * altitude - VAPOUR - suction,
    power: (WATER_DENSITY * GRAVITY * pump.wants * head(pump.wants)) / pump.efficiency,
    curve: Array.from({ length: 11 }, (_, k) => ({ flow: (pump.wants * k) / 5, head: head((pump.wants * k) / 5) })),
  }
}

export interface PumpEnergy {
  /** kWh a day and a year. */
  aDay: number
  aYear: number
  /** Panel that makes it in the darkest month, W; battery that carries it through, Wh. */
  panel: number
  battery: number
}

/**
 * Energy for the water that is drawn: `ρgVH/η`, and the panel and battery that bring it.
 *
 * @param aDay drawn on the day of the highest demand, m³
 * @param aYear drawn in a year, m³
 * Source: closed form; panel and battery shares common practice.
 */
export function pumpEnergy(
  pump: Pick<Pump, 'efficiency' | 'sunHours' | 'autonomy'>,
  { head }: Pick<PumpDuty, 'head'>,
  aDay: number,
  aYear: number,
): PumpEnergy {
  const kilowattHours = (volume: number) => (WATER_DENSITY * GRAVITY * volume * head) / pump.efficiency / 3.6e6
  const wattHours = kilowattHours(aDay) * 1000
  return {
    aDay: kilowattHours(aDay),
    aYear: kilowattHours(aYear),
    panel: wattHours / pump.sunHours / PANEL_YIELD,
    battery: (wattHours * pump.autonomy) / BATTERY_USE,
  }
}
