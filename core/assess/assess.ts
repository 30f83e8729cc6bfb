import { assemble } from '../build/assembly'
import { plainPartsInputs, type PartsInputs } from '../build/partsInputs'
import { designFlow, dropArea, dropCapacityArea, dropFlow, outletDesign, type OutletDesign } from '../catch/designFlow'
import { intakeLimits, type IntakeLimits } from '../catch/intakeLimits'
import { trainLimits, type TrainLimit } from '../catch/trainLimits'
import { monthlyDemand } from '../draw/demandDays'
import { tapFlow } from '../draw/tapFlow'
import { figure, line, type Figure } from '../figures/figure'
import { findAll, type Finding, type RainFacts } from '../findings'
import { cutMarks, CUT_SCHOOLS, distancesOf, type CutMarks, type MarkDistances } from '../levels/cutMarks'
import { headLedger, headLeft, shortRow, type LedgerRow } from '../levels/headLedger'
import { bareLines, CAN_CLEARANCE, sectionLines, type SectionLine } from '../levels/heights'
import { mouthBore } from '../overflow/overflowHead'
import { surplusWays, type Surplus } from '../catch/waysOut'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import { planArea } from '../roof/planArea'
import { siteDays, type SiteDays } from '../rain/weather'
import { runoffLaw, type RunoffLaw } from '../roof/runoff'
import { defaultSite, type RoofSection, type Scheme } from '../scheme'
import { LITRE } from '../units/constants'
import * as q from '../units/quantity'
import { standing, type Standing } from '../vessel/load'
import { usableVolume, type Usable } from '../vessel/usable'

/** One intake seen in section, with all that is reckoned of it without any rain record. */
export interface AssessedLine {
  line: SectionLine
  ledger: LedgerRow[]
  left: Figure
  usable: Usable
  usableFigure: Figure
  /** The roof drawn above the gutter: the first that feeds it. */
  section: RoofSection
  /** Plan area that reaches the drop. */
  roofArea: Figure
  arriving: Figure
  limits: Pick<IntakeLimits, 'pipe' | 'film' | 'hose' | 'gathered'>
  /** What every part of the train passes, in the water's order. */
  train: TrainLimit[]
  gutter: OutletDesign
  standing: Standing
  /** Days that a full store lasts in each month with any demand; the thirstiest first. */
  lasts?: Figure
  lastsMonth?: number
  cuts?: { schools: CutMarks[]; distances: { upper: MarkDistances; lower: MarkDistances } }
  /** `canMinutes`: in which a can is filled at half full; undefined where nothing runs by then. */
  tap?: { spare: Figure; flow: Figure; canMinutes: number | undefined }
  /** What comes in by all pipes together in the design rain, and what the ways out pass with water up to the rim. */
  surplus?: Figure
  overflow?: Figure
}

/** All that follows from a scheme alone. Plain data but for the path. */
export interface Assessment {
  path: WaterPath
  sections: { section: RoofSection; law: RunoffLaw; area: number }[]
  /** Every outlet in the design rain. */
  gutters: readonly OutletDesign[]
  lines: AssessedLine[]
  /** Pipes that lead to no vessel yet, beside one that they might. */
  bare: AssessedLine[]
  findings: Finding[]
}

function usableFigure(usable: Usable): Figure {
  const depth = usable.top - usable.bottom
  return figure(
    'usable',
    q.volume(usable.volume),
    [
      line('fullLevel', '', q.length(usable.top)),
      line('drawLevel', '−', q.length(usable.bottom)),
      line('depth', '=', q.length(depth)),
      line('litresPerHeight', '×', q.area(depth > 0 ? usable.volume / depth : 0)),
    ],
    'usable',
    'geometry',
  )
}

function leftFigure(rows: readonly LedgerRow[], { heights }: SectionLine): Figure {
  const short = shortRow(rows)
  // Short between two parts that stand where they were put: the two are all there is to say.
  if (short)
    return figure(
      'left',
      q.length(short.from - short.to),
      [line('inHand', '', q.length(short.from)), line('wantedThere', '−', q.length(short.to))],
      'headLeft',
      'geometry',
    )
  // Everything above the water; an inlet below the full level gives height back, and counts as less than nothing spent.
  const above = rows.slice(
    0,
    rows.findIndex(({ item }) => item === 'usable'),
  )
  const spent = above.filter(({ item }) => item !== 'left' && item !== 'short')
  return figure(
    'left',
    q.length(headLeft(rows)),
    [
      line('outletHeight', '', q.length(heights.outlet)),
      line('fullLevel', '−', q.length(heights.full)),
      ...spent.map(({ item, from, to }) => line(`ledger.${item}`, '−' as const, q.length(from - to))),
    ],
    'headLeft',
    'geometry',
  )
}

function lastsFigure(usable: Usable, monthly: number[]): { lasts?: Figure; lastsMonth?: number } {
  const most = Math.max(...monthly)
  if (most <= 0) return {}
  const month = monthly.indexOf(most)
  const days = usable.volume / LITRE / most
  return {
    lastsMonth: month,
    lasts: figure(
      'lasts',
      q.days(days),
      [line('usable', '', q.volume(usable.volume)), line('demandADay', '÷', q.volume(most * LITRE))],
      'lasts',
      'arithmetic',
    ),
  }
}

function tapFigures({ tap, heights }: SectionLine, usable: Usable): AssessedLine['tap'] {
  if (!tap || !heights.tap) return undefined
  const surface = (usable.top + usable.bottom) / 2
  const flow = tapFlow(tap, surface, heights.tap.spout)
  return {
    spare: figure(
      'spare',
      q.length(heights.tap.spare),
      [
        line('spout', '', q.length(heights.tap.spout)),
        line('can', '−', q.length(tap.can.height)),
        line('canClearance', '−', q.length(CAN_CLEARANCE)),
      ],
      'spare',
      'commonPractice',
    ),
    flow: figure(
      'tapFlow',
      q.flow(flow),
      [
        line('halfLevel', '', q.length(surface)),
        line('spout', '−', q.length(tap.hose?.end ?? heights.tap.spout)),
        line('tapBore', '', q.length(tap.bore)),
      ],
      'tapFlow',
      'swameeJain',
    ),
    canMinutes: flow > 0 ? tap.can.volume / flow / 60 : undefined,
  }
}

function surplusFigures({ comes, arriving, ways, passes }: Surplus): Pick<AssessedLine, 'surplus' | 'overflow'> {
  return {
    surplus: figure(
      'surplusArriving',
      q.flow(arriving),
      comes.map(({ flow, drop }, at) => line(drop ? 'broughtByPipe' : 'handedOn', at === 0 ? '' : '+', q.flow(flow))),
      'designInflow',
      'en12056',
    ),
    overflow: figure(
      'overflowPasses',
      q.flow(passes),
      ways.flatMap(({ route, rim, starts }) => [
        line('overflowBore', '', q.length(mouthBore(route))),
        line('headToRim', '', q.length(Math.max(0, rim - starts))),
      ]),
      'stub',
      'criticalFlow',
    ),
  }
}

function assessLine(
  path: WaterPath,
  drawn: SectionLine,
  designs: readonly OutletDesign[],
  asked: ReadonlyMap<string, number[]>,
): AssessedLine {
  const { intake, placed, heights, trough, outlet } = drawn
  const usable = usableVolume(path, placed.store.id)
  const ledger = headLedger(drawn)
  const area = dropArea(path, intake.drop.id)
  const driven = dropCapacityArea(path, intake.drop.id)
  const flow = dropFlow(path, intake.drop.id)
  const handed = flow - designFlow(path.scheme.designIntensity, driven)
  const surplus = surplusWays(path, placed.store.id).find(
    ({ ways, vessels }) => ways.length > 0 && vessels.some(({ vessel }) => vessel.id === placed.vessel.id),
  )
  return {
    line: drawn,
    ledger,
    left: leftFigure(ledger, drawn),
    usable,
    usableFigure: usableFigure(usable),
    // Under a gutter that no roof drains into any more, the first roof there is.
    section: path.feeds.get(intake.drop.id)?.[0]?.section ?? path.scheme.sections[0]!,
    roofArea: figure('roofArea', q.area(area), roofLines(path, intake.drop.id), 'planArea', 'geometry'),
    arriving: figure(
      'arriving',
      q.flow(flow),
      [
        line('designIntensity', '', q.typed('rainRate', path.scheme.designIntensity)),
        line(path.scheme.windOnPitch ? 'drivenArea' : 'roofArea', '×', q.area(driven)),
        ...(Math.abs(handed) > 1e-9
          ? [line(handed > 0 ? 'fromHoleAbove' : 'toHoleBelow', handed > 0 ? '+' : '−', q.flow(Math.abs(handed)))]
          : []),
      ],
      'designFlow',
      'en12056',
    ),
    limits: intakeLimits(path, intake, (usable.top + usable.bottom) / 2),
    train: trainLimits(path, intake),
    gutter: designs.find((design) => design.outlet === outlet)!,
    standing: standing(path, placed),
    ...lastsFigure(usable, asked.get(placed.store.id)!),
    ...(trough && heights.cut
      ? {
          cuts: {
            schools: CUT_SCHOOLS.map((school) => cutMarks(school, heights.rim)),
            distances: {
              upper: distancesOf(heights.cut.mark, heights.rim, heights.outlet),
              lower: distancesOf(heights.cut.lower, heights.rim, heights.outlet),
            },
          },
        }
      : {}),
    ...(drawn.tap ? { tap: tapFigures(drawn, usable)! } : {}),
    ...(surplus ? surplusFigures(surplus) : {}),
  }
}

function roofLines(path: WaterPath, dropId: string) {
  return path.feeds
    .get(dropId)!
    .filter(({ share }) => share > 0)
    .flatMap(({ section, share }, index) => [
      line('sectionArea', index === 0 ? '' : '+', q.area(planArea(section))),
      ...(share < 1 - 1e-9 ? [line('outletShare', '×' as const, q.share(share))] : []),
    ])
}

let somewhere: SiteDays | undefined
/** The place that is taken where none is told. */
const anywhere = (): SiteDays => (somewhere ??= siteDays(defaultSite()))

/**
 * Everything that follows from a scheme without running its years: areas, capacities, heights, usable water, findings.
 *
 * Synchronous and pure; a few tenths of a millisecond for a common scheme.
 *
 * @param rain what is known of the record, for the findings that need it
 * @param site the air of the place, for what plants drink
 * @param parts threads of the country, fittings to join with
 * @throws BrokenPathError when a reference leads nowhere; RangeError on nonsense in the document
 */
export function assess(
  scheme: Scheme,
  rain?: RainFacts,
  site: SiteDays = anywhere(),
  parts: PartsInputs = plainPartsInputs('metric'),
): Assessment {
  const path = buildWaterPath(scheme)
  const designs = outletDesign(path)
  const drawn = sectionLines(path)
  const usable = new Map(scheme.stores.map(({ id }) => [id, usableVolume(path, id)]))
  const asked = new Map(scheme.stores.map(({ id }) => [id, monthlyDemand(path.demands.get(id)!, site)]))
  return {
    path,
    sections: scheme.sections.map((section) => ({ section, law: runoffLaw(section), area: planArea(section) })),
    gutters: designs,
    lines: drawn.map((each) => assessLine(path, each, designs, asked)),
    bare: bareLines(path).map((each) => assessLine(path, each, designs, asked)),
    findings: findAll({
      parts,
      path,
      lines: drawn,
      usable,
      asked,
      site,
      assembly: assemble(path, parts),
      ...(rain ? { rain } : {}),
    }),
  }
}
