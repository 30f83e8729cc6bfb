import type { Assembly } from '../build/assembly'
import type { PartsInputs } from '../build/partsInputs'
import type { SiteDays } from '../rain/weather'
import type { Run } from '../layout'
import type { SectionLine } from '../levels/heights'
import type { WaterPath } from '../path/waterPath'
import type { Scheme } from '../scheme'
import type { ToldValues } from '../figures/told'
import type { Usable } from '../vessel/usable'

/** stops the job · will go wrong · could be better · note. */
export type Severity = 'stops' | 'goes-wrong' | 'better' | 'note'
export const SEVERITIES: readonly Severity[] = ['stops', 'goes-wrong', 'better', 'note']
export type Station = 'sky' | 'roof' | 'gutter' | 'drop' | 'cask' | 'spill' | 'draw'

/** The ids of the parts a finding is about; a mend reads them back. */
export interface PartIds {
  section?: string
  gutter?: string
  outlet?: string
  drop?: string
  device?: string
  vessel?: string
  port?: string
  store?: string
  tap?: string
  joint?: string
  /** A pipe by its key: `link:id`, `overflow:id`. */
  run?: string
  /** The other of two pipes, by its key. */
  other?: string
}

/** What is wrong, or worth knowing, with this job's numbers. Plain data: the words are in the locale files under its id. */
export interface Finding {
  id: string
  severity: Severity
  station: Station
  ids: PartIds
  /** Height of the place it points at, m above the paving. */
  at?: number
  values: ToldValues
  /** Message id of where the rule is from. */
  source: string
  /** Whether a one-step mend goes with it; its figures are among the values. */
  mends: boolean
  /** Several ways out instead of one mend, each with its own figures. */
  options: FindingOption[]
}

/** One way out of a finding, to be applied or tried beside. */
export interface FindingOption {
  id: string
  values: ToldValues
  /** Whether it can be built with the measures given; undefined where a measure is missing. */
  fits: boolean | undefined
}

/** What the findings of rain need to know of the record; absent until the record is at hand. */
export interface RainFacts {
  /** Days in the record. */
  days: number
  countedYears: number
  filledDays: number
  /** What is done about days without a reading. */
  gaps: 'leave-year-out' | 'generator' | 'dry'
  leftOutYears: number
  made: boolean
  /** mm; the median is of days with rain. */
  wettestDay: number
  medianWetDay: number
  /** Share of what reaches the intake that its first flush throws away; absent until the years have run. */
  flushedShare?: number
}

export interface FindingContext {
  path: WaterPath
  /** One for each intake, the drawn one first. */
  lines: SectionLine[]
  /** By store id. */
  usable: Map<string, Usable>
  /** Litres a day asked of each store by month, as if it never rained. */
  asked: Map<string, number[]>
  site: SiteDays
  /** Threads of the country, fittings to join with; `system` says whose shops pipe is bought in. */
  parts: PartsInputs
  /** The scheme taken apart: its joints and its pipes. */
  assembly: Pick<Assembly, 'joints' | 'runs'>
  rain?: RainFacts
}

export interface FindingRule {
  id: string
  find(context: FindingContext): Finding[]
  /** The scheme with the fault mended; only asked of findings that say they mend. */
  mend?(scheme: Scheme, finding: Finding, option?: string): Scheme
}

/** A finding before its rule has signed it. */
export type FindingDraft = Omit<Finding, 'id' | 'mends' | 'values' | 'options'> & Partial<Pick<Finding, 'values' | 'mends' | 'options'>>

/** A rule from its id and what it looks for; findings take the rule's id, and mend when the rule can. */
export function rule(
  id: string,
  find: (context: FindingContext) => (FindingDraft | undefined | false)[],
  mend?: FindingRule['mend'],
): FindingRule {
  return {
    id,
    find: (context) =>
      find(context).flatMap((draft) =>
        draft
          ? [
              {
                ...draft,
                id,
                values: draft.values ?? {},
                options: draft.options ?? [],
                mends: draft.mends ?? (mend !== undefined && !draft.options),
              },
            ]
          : [],
      ),
    ...(mend ? { mend } : {}),
  }
}

/** A figure of a finding by its name; what a mend works with. @throws RangeError when the finding has none of that name */
export function amountOf(values: Finding['values'], name: string): number {
  const value = values[name]
  if (typeof value !== 'object' || !('kind' in value)) throw new RangeError(`finding has no figure ${name}`)
  return value.value
}

/** Source ids used again and again. */
export const COMMON_PRACTICE = 'commonPractice'
export const GEOMETRY = 'geometry'

/** Where a pipe or hose is seen to, by its kind. */
export const STATION_OF_RUN = {
  link: 'cask',
  overflow: 'spill',
  hose: 'drop',
  carry: 'drop',
  side: 'drop',
  pump: 'draw',
} as const satisfies Record<Run['kind'], Station>
