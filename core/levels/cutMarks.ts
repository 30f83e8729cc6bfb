/** Where people cut the downpipe for a ring trough, by school. */
export type CutSchool = 'rim-rule' | 'less-the-laps' | 'six-inches'
export const CUT_SCHOOLS: readonly CutSchool[] = ['rim-rule', 'less-the-laps', 'six-inches']

export interface CutMarks {
  school: CutSchool
  /** Upper and lower cut above the paving, m. */
  upper: number
  lower: number
  /** Length taken out, m. */
  piece: number
  /** Lip below the upper cut, m. */
  lipBelowMark: number
  /** Upper cut below the butt's rim, m; negative when it lies above. */
  belowRim: number
}

const RIM_RULE = { belowRim: 0.01, piece: 0.03, lipBelowMark: 0.015 }
/** Body of a common trough, and how far the pipe laps into it at each end, m. */
const BODY = 0.095
const LAP = 0.0254
const SIX_INCHES = 0.1524

/**
 * The two saw cuts that bring a ring trough's lip to a butt's full level.
 *
 * Rim rule: first mark 10 mm below the rim, the second 30 mm further down. Less the laps: the device's length less an
 * inch at either end. Six inches: a plain 6 in piece. The last two keep the lip where the rim rule puts it, at mid piece.
 *
 * @param rim above the paving, m; below it where the butt stands in a pit
 * Source: common practice, no published source; `diverter-marks` in the check values.
 */
export function cutMarks(school: CutSchool, rim: number): CutMarks {
  const lip = rim - RIM_RULE.belowRim - RIM_RULE.lipBelowMark
  const piece = school === 'rim-rule' ? RIM_RULE.piece : school === 'less-the-laps' ? BODY - 2 * LAP : SIX_INCHES
  const lipBelowMark = school === 'rim-rule' ? RIM_RULE.lipBelowMark : piece / 2
  const upper = lip + lipBelowMark
  return { school, upper, lower: upper - piece, piece, lipBelowMark, belowRim: rim - upper }
}

export interface MarkDistances {
  abovePaving: number
  /** Below the butt's rim, m; negative when above it. */
  belowRim: number
  /** Below the gutter's outlet, m. */
  belowOutlet: number
}

/** A mark as distances from the three things anyone can hook a tape on. */
export function distancesOf(mark: number, rim: number, outlet: number): MarkDistances {
  return { abovePaving: mark, belowRim: rim - mark, belowOutlet: outlet - mark }
}
