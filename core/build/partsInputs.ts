import { endKey, FittingIndex, FITTINGS, solveChain, stockLength, type Chain, type End, type Fitting, type Stock } from '../parts'
import type { EndType, Job } from '../scheme'
import type { UnitSystem } from '../units/quantity'
import { pipeItem } from './part'

type PipeKind = Pick<End, 'type' | 'size'>

/** What every build of a job leans on: which threads the country uses, what fittings there are, what they cost and which are at hand. */
export interface PartsInputs {
  system: UnitSystem
  index: FittingIndex
  byId: ReadonlyMap<string, Fitting>
  stock: Required<Stock>
  lead: ReadonlyMap<string, number>
  /** Length in which a pipe is sold, m; 0 for hose, which comes off a reel. */
  sold(pipe: PipeKind): number
  /**
   * The best chains between two ends, solved once.
   *
   * @param left what is still on the shelf by fitting id, where other joints have had some of it
   */
  chains(upper: End, lower: End, left?: ReadonlyMap<string, number>): Chain[]
}

/** Kinds of ends that only the other country's shops have. Common practice. */
const ABROAD: Readonly<Record<UnitSystem, ReadonlySet<EndType>>> = {
  metric: new Set<EndType>(['sch40', 'npt', 'downpipe-rect', 'hose-thread']),
  imperial: new Set<EndType>(['metric', 'bsp', 'downpipe-round', 'downpipe-square']),
}

function groundOf(
  system: UnitSystem,
  fittings: readonly Fitting[],
  stock: Required<Stock>,
  lead: ReadonlyMap<string, number>,
  lengths: ReadonlyMap<string, number>,
): PartsInputs {
  const index = new FittingIndex(fittings)
  // What the country's own shops have goes first: another's goods only where nothing else joins two ends.
  const home = new FittingIndex(fittings.filter(({ ends, form }) => form === 'own' || ends.every(({ type }) => !ABROAD[system].has(type))))
  const known = new Map<string, Chain[]>()
  return {
    system,
    index,
    byId: new Map(fittings.map((fitting) => [fitting.id, fitting])),
    stock,
    lead,
    sold: (pipe) => (pipe.type === 'hose' ? 0 : lengths.get(pipeItem(pipe)) || stockLength(pipe, system)),
    chains(upper, lower, left = stock.owned) {
      const solve = (key: string, owned: ReadonlyMap<string, number>) => {
        let chains = known.get(key)
        if (!chains) {
          const own = solveChain(upper, lower, home, { ...stock, owned })
          known.set(key, (chains = own.length > 0 ? own : solveChain(upper, lower, index, { ...stock, owned })))
        }
        return chains
      }
      const key = `${endKey(upper)}|${endKey(lower)}`
      const chains = solve(key, stock.owned)
      const gone = left === stock.owned ? [] : [...left].filter(([id, has]) => has !== stock.owned.get(id))
      // What has gone only makes dearer what would have used it.
      const touched = chains.some(({ placed }) => placed.some(({ fitting }) => gone.some(([id]) => id === fitting.id)))
      return touched ? solve([key, ...gone.map(([id, has]) => `${id} ${has}`)].join('|'), left) : chains
    },
  }
}

const plain: Partial<Record<UnitSystem, PartsInputs>> = {}

/** The catalogue alone, guide prices, nothing at hand. */
export const plainPartsInputs = (system: UnitSystem): PartsInputs =>
  (plain[system] ??= groundOf(system, FITTINGS, { prices: new Map(), owned: new Map() }, new Map(), new Map()))

/** A job's own ground: its reader's fittings beside the catalogue, their prices and their shelf. */
export function partsInputs({ system, ownFittings, shelf }: Pick<Job, 'system' | 'ownFittings' | 'shelf'>): PartsInputs {
  if (ownFittings.length === 0 && shelf.length === 0) return plainPartsInputs(system)
  const own = ownFittings.map(({ id, name, ends, price }): Fitting => ({
    id: `own-${id}`,
    form: 'own',
    ends: [ends[0]!, ends[1]!],
    price,
    reach: 0.04,
    shop: 'pipe',
    name,
  }))
  return groundOf(
    system,
    [...FITTINGS, ...own],
    {
      prices: new Map(shelf.flatMap(({ item, price }) => (price === null ? [] : [[item, price] as const]))),
      owned: new Map(shelf.map(({ item, owned }) => [item, owned])),
    },
    new Map(shelf.map(({ item, lead }) => [item, lead])),
    new Map(shelf.map(({ item, sold }) => [item, sold])),
  )
}
