import { eaveLength, insideArea, placed, sectionPlan, strip, type Point } from '../roof/sectionPlan'
import type { Gutter, RoofSection, Scheme } from '../scheme'

/** Sections that shed straight into a gutter, in the order in which their eaves follow one another along it. */
export const eaveSections = ({ sections }: Pick<Scheme, 'sections'>, gutterId: string): RoofSection[] =>
  sections.filter(({ shedsTo }) => shedsTo.kind === 'gutter' && shedsTo.gutter === gutterId)

/** Where a section's eave lies along its gutter, m from the gutter's left end. */
export interface EaveSpan {
  section: RoofSection
  from: number
  to: number
}

/** Eaves may pass the gutter's end by this share and still be taken as its own length. */
const SLACK = 0.02

/**
 * The eaves of a gutter's sections, one after the other from its left end. A section that no longer fits lies across the
 * gutter from the first ones (a valley between two roofs) and begins at the left end again. Eaves a little longer than the
 * gutter are drawn in to its length, so that all of their roof is counted; of one much longer only what lies over the gutter.
 */
export function eavesAlong(gutter: Pick<Gutter, 'length'>, sections: readonly RoofSection[]): EaveSpan[] {
  const spans: EaveSpan[] = []
  let at = 0
  for (const section of sections) {
    const length = eaveLength(section)
    if (at > 0 && at + length > gutter.length * (1 + SLACK)) at = 0
    spans.push({ section, from: at, to: at + length })
    at += length
  }
  const most = Math.max(0, ...spans.map(({ to }) => to))
  const scale = most > gutter.length && most <= gutter.length * (1 + SLACK) ? gutter.length / most : 1
  return spans.map(({ section, from, to }) => ({ section, from: from * scale, to: to * scale }))
}

/** The strip of a span's section that sheds on to a stretch of the gutter, in the section's own plan; empty when none does. */
export function stripOver({ section, from, to }: EaveSpan, start: number, end: number): Point[] {
  const low = Math.max(from, start)
  const high = Math.min(to, end)
  if (high <= low || to <= from) return []
  const scale = eaveLength(section) / (to - from)
  return strip(section, (low - from) * scale, (high - from) * scale)
}

/** Share of a span's section that sheds on to a stretch of the gutter, 0–1. */
export function shareOver(span: EaveSpan, start: number, end: number): number {
  const whole = insideArea(sectionPlan(span.section))
  return whole > 0 ? insideArea(stripOver(span, start, end)) / whole : 0
}

/** Turn of an eave that makes its gutter bend, degrees. Source: EN 12056-3:2000, from memory. */
const BEND = 10

/** Places along a gutter where it turns a corner, m: between two eaves that run different ways. */
export function bendsAlong(spans: readonly EaveSpan[]): number[] {
  return spans.slice(1).flatMap(({ section, from }, i) => {
    const before = spans[i]!
    if (!section.place || !before.section.place || Math.abs(before.to - from) > 1e-6) return []
    const turn = Math.abs(((section.place.turn - before.section.place.turn + 540) % 360) - 180)
    return turn > BEND ? [from] : []
  })
}

/** Gap left between gutters that no place ties together, m. */
const APART = 1.5

/**
 * Where every section lies on plan. Sections that know their place keep it; the others are laid out by themselves: the
 * sections of one gutter side by side, the next gutter of the same length behind it as the other side of a ridge.
 */
export function placeSections(
  groups: readonly { gutter: Gutter; sections: readonly RoofSection[] }[],
): Map<string, NonNullable<RoofSection['place']>> {
  const places = new Map<string, NonNullable<RoofSection['place']>>()
  let top = 0
  let front: { length: number; run: number } | undefined
  for (const { gutter, sections } of groups) {
    const own = sections.filter(({ place }) => place === undefined)
    for (const { id, place } of sections) if (place) places.set(id, place)
    if (own.length === 0) continue
    const spans = eavesAlong(gutter, own)
    const run = Math.max(...own.map((section) => Math.max(...sectionPlan(section).map(({ y }) => y))))
    const behind = front !== undefined && Math.abs(front.length - gutter.length) < 0.05 * gutter.length
    if (behind && front) {
      for (const { section, from } of spans) places.set(section.id, { x: gutter.length - from, y: top + front.run + run, turn: 180 })
      top += front.run + run + APART
      front = undefined
    } else {
      if (front) top += front.run + APART
      for (const { section, from } of spans) places.set(section.id, { x: from, y: top, turn: 0 })
      front = { length: gutter.length, run }
    }
  }
  return places
}

/** Point on the plan at a distance along a gutter, and the way the eave runs there, degrees. */
export function pointAlong(spans: readonly EaveSpan[], places: ReadonlyMap<string, NonNullable<RoofSection['place']>>, at: number) {
  const span = spans.find(({ from, to }) => at >= from && at <= to) ?? spans.at(-1)
  if (!span) return undefined
  const place = places.get(span.section.id)
  if (!place) return undefined
  const scale = eaveLength(span.section) / Math.max(1e-9, span.to - span.from)
  const [point] = placed([{ x: (at - span.from) * scale, y: 0 }], place)
  return { ...point!, turn: place.turn }
}
