import { nonNegative, positive } from '../numeric/guards'
import { GRAVITY, SHARP_EDGED_ORIFICE } from '../units/constants'

/** Open share of a common mesh, and what is left of it with leaves on. Common practice. */
export const MESH_OPEN = 0.5
export const MESH_CLOGGED = 0.5
/** Water that stands on a screen before it runs over the edge, m. Common practice. */
export const SCREEN_HEAD = 0.005

/**
 * Flow through a screen half covered with leaves: `0.6·A·open·clogged·√(2gh)`.
 *
 * @param area of the mesh, m²
 * @param head of water on it, m
 * @returns m³/s
 * @example screenFlow(Math.PI * 0.1 ** 2) // a disc of 200 mm: 1.48 L/s
 * Source: orifice equation; shares and head common practice.
 */
export function screenFlow(area: number, head: number = SCREEN_HEAD, clogged: number = MESH_CLOGGED): number {
  positive('area', area)
  nonNegative('head', head)
  return SHARP_EDGED_ORIFICE * area * MESH_OPEN * clogged * Math.sqrt(2 * GRAVITY * head)
}

export const discFlow = (across: number): number => screenFlow((Math.PI / 4) * across ** 2)

/** A basket takes water through floor and side; water stands in it to half of its depth on the mean. */
export const basketFlow = (across: number, depth: number): number =>
  screenFlow((Math.PI / 4) * across ** 2 + Math.PI * across * depth, Math.max(SCREEN_HEAD, depth / 2))

/** Discs, baskets and openings that a mesh is sold or cut for, m. Common practice. */
export const MESH_ACROSS: readonly number[] = [0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.5, 0.6]
/** The least disc that passes a flow; the largest where none does. */
export const discFor = (flow: number): number => MESH_ACROSS.find((across) => discFlow(across) >= flow) ?? MESH_ACROSS.at(-1)!
