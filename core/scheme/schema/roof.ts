import type { InferType } from 'yup'
import { amount, choice, id, list, name, oneOfKind, record } from './fields'

export const COVERS = [
  'metal',
  'glazed-tile',
  'slate',
  'concrete-tile',
  'shingle',
  'film',
  'membrane',
  'gravel',
  'green',
  'thatch',
  'wood-shingle',
] as const
export const FOULING = ['clean', 'ordinary', 'heavy'] as const
/** What the whole roof is, in the words people use; the sides of one roof share a shape. */
export const ROOF_SHAPES = ['single-slope', 'gable', 'hip', 'lean-to', 'tunnel', 'flat', 'free'] as const
export const ROOF_HAZARDS = ['asbestos-cement', 'lead-flashing', 'copper', 'treated-wood', 'bitumen', 'moss-killer'] as const

const outline = oneOfKind({
  /** A rectangle: `along` the eave and `across` from eave to ridge. */
  rectangle: record({ kind: choice('rectangle'), along: amount(0.1, 500), across: amount(0.1, 200) }),
  /** Any outline on plan, corners in order, m. */
  polygon: record({ kind: choice('polygon'), corners: list(record({ x: amount(-1000, 1000), y: amount(-1000, 1000) }), 3, 200) }),
  /** Only the area is known, m². */
  area: record({ kind: choice('area'), area: amount(0.1, 100000), along: amount(0.1, 500) }),
})

const shedsTo = oneOfKind({
  gutter: record({ kind: choice('gutter'), gutter: id() }),
  /** An upper roof that discharges on to a lower one. */
  section: record({ kind: choice('section'), section: id() }),
})

const runoff = oneOfKind({
  /** Share kept and wetting loss from the table of covers. */
  table: record({ kind: choice('table') }),
  /** The published annual coefficient of the cover alone, no wetting loss. */
  published: record({ kind: choice('published') }),
  /** A pair of the user's own; wetting in mm a rain day. */
  own: record({ kind: choice('own'), coefficient: amount(0, 1), wetting: amount(0, 10) }),
})

export const roofSection = record({
  id: id(),
  name: name(),
  shape: choice(...ROOF_SHAPES),
  outline,
  /** Where the left end of its eave lies on plan, m, and which way the eave runs, degrees anticlockwise; laid out by itself when absent. */
  place: record({ x: amount(-1000, 1000), y: amount(-1000, 1000), turn: amount(-360, 360) })
    .optional()
    .default(undefined),
  /** Whether `across` (or the area) was taken on the level or up the slope. */
  measured: choice('plan', 'slope'),
  /** Degrees from level. */
  pitch: amount(0, 75),
  cover: choice(...COVERS),
  runoff,
  /** Share of the rain that reaches this side, 1 when wind is not known to matter. */
  exposure: amount(0.2, 2),
  fouling: choice(...FOULING),
  hazards: list(choice(...ROOF_HAZARDS)),
  shedsTo,
})
export type RoofSection = InferType<typeof roofSection>
export type Cover = (typeof COVERS)[number]
export type RoofShape = (typeof ROOF_SHAPES)[number]
export type RoofOutline = RoofSection['outline']
export type Fouling = (typeof FOULING)[number]
