import type { RainRecord } from '../scheme'
import { fromIsoDate, isoDate } from './calendar'

type Days = Pick<RainRecord, 'start' | 'depths'>

const dayRows = ({ start, depths }: Days): { day: string; depth: number | null }[] => {
  const first = fromIsoDate(start)
  return depths.map((depth, i) => ({ day: isoDate(first + i), depth }))
}

/** A record as CSV: ISO day, mm; a day without a reading has no depth. Read back by `readRain` to the last digit. */
export const rainCsv = (record: Days): string =>
  `date,rain (mm)\r\n${dayRows(record)
    .map(({ day, depth }) => `${day},${depth ?? ''}\r\n`)
    .join('')}`

/**
 * A record in the columns of GHCN-Daily by year: station, yyyymmdd, element, tenths of a millimetre, and four empty flags. Days
 * without a reading have no line there.
 *
 * Source: readme of GHCN-Daily, NOAA NCEI, from memory.
 */
export const ghcnCsv = (record: Days, station: string): string =>
  dayRows(record)
    .flatMap(({ day, depth }) => (depth === null ? [] : [`${station},${day.replaceAll('-', '')},PRCP,${Math.round(depth * 10)},,,,\r\n`]))
    .join('')

/** A name as the eleven letters and digits that a station has there; `X` fills up. */
export const stationOf = (name: string): string =>
  `VC${name
    .normalize('NFD')
    .replace(/[^a-z0-9]/gi, '')
    .toUpperCase()}XXXXXXXXX`.slice(0, 11)
