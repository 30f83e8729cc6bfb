import { lineCut } from '../levels'
import { length } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** Off by more than this the piece that was sawn is not the one that is planned, m. */
const OFF = 0.002

/** A pipe that was sawn already, and that the plan wants sawn elsewhere now. */
export const sawnElsewhere = rule('sawnElsewhere', ({ lines, path }) => {
  const done = new Map(path.scheme.build.done.map((each) => [each.step, each.by]))
  return lines.map((line) => {
    const sheet = lineCut(line)
    // The first figure of a cut is its upper line.
    const sawn = sheet && done.get(`cut:${sheet.device}`)?.[0]
    if (!sheet || sawn === undefined || Math.abs(sawn / 1000 - sheet.upper) <= OFF) return undefined
    return {
      severity: 'stops' as const,
      station: 'drop' as const,
      ids: { drop: line.intake.drop.id },
      at: sheet.upper,
      values: {
        how: sheet.upper > sawn / 1000 ? 'higher' : 'lower',
        sawn: length(sawn / 1000),
        now: length(sheet.upper),
        by: length(Math.abs(sheet.upper - sawn / 1000)),
      },
      source: COMMON_PRACTICE,
    }
  })
})
