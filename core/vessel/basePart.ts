/** One layer or part of a base, from the ground up. */
export interface BasePart {
  /** Message id under `base.item.`. */
  item:
    | 'sod'
    | 'fabric'
    | 'gravel'
    | 'sand'
    | 'slab'
    | 'cap'
    | 'blocks'
    | 'halfBlocks'
    | 'packing'
    | 'kerb'
    | 'pins'
    | 'formwork'
    | 'slabMesh'
    | 'postFeet'
    | 'posts'
    | 'bolts'
    | 'braces'
    | 'bearers'
    | 'joists'
    | 'boards'
    | 'timberScrews'
    | 'anchors'
    | 'stand'
    | 'deck'
    | 'level'
  /** How thick or high it is, m; 0 for what has no thickness. */
  height: number
  /** m² of fabric or sod, m³ of gravel, sand or concrete, pieces of all else. */
  quantity: number
  unit: 'area' | 'volume' | 'count' | 'length'
  /** Dug into the ground: no part of the height. */
  below?: boolean
  /** Of one piece as it is bought or sawn, m: across, thick or high, long. */
  size?: readonly [number, number, number]
}

/** Where blocks, slabs and caps are bought: they differ in size. */
export type Goods = 'metric' | 'imperial'
