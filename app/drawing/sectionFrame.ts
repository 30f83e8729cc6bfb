import type { Station } from '#core/findings'
import type { UnitSystem } from '#core/units/quantity'

/** Room that the account beside the staff takes, px: feet and inches are longer than millimetres. */
const LEDGER = { metric: 202, imperial: 232 } as const
const LEDGER_COMPACT = { metric: 168, imperial: 214 } as const
/** Room of the station's notes on the left, px. */
const NOTES = 200
/** Below this width, px, the drawing needs all the room, and the account stands by it only where heights are the matter. */
const NARROW = 800

export interface SectionRoom {
  width: number
  height: number
  system: UnitSystem
  station: Station
  /** On a phone: nothing beside the drawing but a small account. */
  compact?: boolean
  /** A narrow strip beside a wide sheet. */
  strip?: boolean
  /** All vessels of a store are shown, which takes the account's place. */
  grouped: boolean
}

/** Where a section is drawn within its room, and where its account begins; the account is left out where that is the right edge. */
export function sectionFrame({ width, height, system, station, compact = false, strip = false, grouped }: SectionRoom) {
  const spared = !compact && !strip && width < NARROW && station !== 'drop'
  const ledger = grouped || spared ? 0 : (compact ? LEDGER_COMPACT : LEDGER)[system]
  return {
    frame: {
      left: compact ? 0 : NOTES,
      right: width - ledger - 14,
      top: compact ? 8 : 30,
      ground: height - (compact ? 24 : 88),
    },
    ledgerX: width - ledger,
    hasLedger: ledger > 0,
  }
}
