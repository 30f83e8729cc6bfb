import { produce, type Draft } from 'immer'
import { drop, ground, gutter as makeGutter, neck, outlet as makeOutlet, roof } from '../arrangements/parts'
import { eaveSections } from '../gutter/alongEave'
import { eaveLength } from '../roof/sectionPlan'
import { roofSides, type RoofMeasures, type RoofSide } from '../roof/shapes'
import type { Gutter, RoofSection, Scheme } from '../scheme'
import { removeUnledPipes } from './ledPipes'
import { freshId } from './schemeEdits'

const millimetres = (metres: number) => Math.round(metres * 1000) / 1000

/** Sum of the eaves that a gutter hangs under, m. */
const eaveSum = (scheme: Pick<Scheme, 'sections'>, gutterId: string) =>
  millimetres(eaveSections(scheme, gutterId).reduce((sum, section) => sum + eaveLength(section), 0))

/** Gives a gutter of a draft a length, m: what sat at its right end stays there, and nothing is left hanging beyond it. */
export function stretchGutter(gutter: Draft<Gutter>, length: number): void {
  const before = gutter.length
  for (const each of gutter.outlets) each.at = Math.abs(each.at - before) < 1e-6 ? length : Math.min(each.at, length)
  gutter.highPoints = gutter.highPoints.filter((at) => at < length)
  gutter.bucket.at = Math.min(gutter.bucket.at, length)
  gutter.length = length
}

/** The outlet that leads to a store, or the first there is. */
function mainOutlet(scheme: Scheme) {
  const outlets = scheme.gutters.flatMap((gutter) => gutter.outlets.map((outlet) => ({ gutter, outlet })))
  const leads = (id: string) => {
    const found = scheme.drops.find((each) => each.id === id)
    return (
      found !== undefined && (found.end.kind === 'vessel' || found.devices.some((device) => 'to' in device && device.to.kind === 'vessel'))
    )
  }
  return outlets.find(({ outlet }) => leads(outlet.drop)) ?? outlets[0]!
}

/** Sides of one gutter each, in the order in which its eaves follow one another. */
const GUTTERS: Record<RoofMeasures['shape'], readonly (readonly RoofSide['side'][])[]> = {
  'single-slope': [['only']],
  'lean-to': [['only']],
  flat: [['only']],
  gable: [['front'], ['back']],
  tunnel: [['front'], ['back']],
  hip: [
    ['front', 'right'],
    ['back', 'left'],
  ],
  'l-shaped': [['first', 'second']],
}

/**
 * Another roof over the same stores: its sides, a gutter under each eave, the outlet to the store at the far end of the
 * first. Cover, fouling and pitch stay as they were; gutters of other sides run to the ground until they are led elsewhere.
 *
 * @param names what each side is called
 * @throws RangeError on measures that make no roof
 */
export function chooseRoof(scheme: Scheme, measures: RoofMeasures, names: Record<RoofSide['side'], string>): Scheme {
  const sides = roofSides(measures)
  const main = mainOutlet(scheme)
  const like = scheme.sections[0]!
  const shape = measures.shape === 'l-shaped' ? 'lean-to' : measures.shape
  const gutterIds = GUTTERS[measures.shape].map((_, i) => (i === 0 ? main.gutter.id : `${main.gutter.id}-${i + 1}`))
  const sections = GUTTERS[measures.shape].flatMap((group, g) =>
    group.map((name): RoofSection => {
      const side = sides.find((each) => each.side === name)!
      return roof(`roof-${name}`, names[name], 1, 1, gutterIds[g]!, {
        shape,
        outline: side.outline,
        place: side.place,
        pitch: like.pitch,
        cover: like.cover,
        fouling: like.fouling,
        hazards: [...like.hazards],
        runoff: like.runoff,
      })
    }),
  )
  return produce(scheme, (draft) => {
    draft.sections = sections
    draft.gutters = gutterIds.map((id, g) => {
      const length = eaveSum({ sections }, id)
      const { outlet, gutter } = main
      const dropId = g === 0 ? outlet.drop : freshId(`${outlet.drop}-${g + 1}`, draft.drops)
      if (g > 0) {
        const before = draft.drops.find((each) => each.id === outlet.drop)!
        draft.drops.push(
          drop(dropId, names[GUTTERS[measures.shape][g]![0]!], [neck(`${dropId}-neck`)], ground('drain', 0.3), {
            bore: before.bore,
            outside: before.outside,
          }),
        )
      }
      return makeGutter(
        id,
        g === 0 ? gutter.name : names[GUTTERS[measures.shape][g]![0]!],
        length,
        [
          makeOutlet(g === 0 ? outlet.id : `${outlet.id}-${g + 1}`, length, outlet.height, dropId, {
            bore: outlet.bore,
            strainer: outlet.strainer,
          }),
        ],
        {
          profile: gutter.profile,
          width: gutter.width,
          sole: gutter.sole,
          depth: gutter.depth,
          fall: gutter.fall,
          guard: gutter.guard,
          material: gutter.material,
          board: gutter.board,
          clearance: gutter.clearance,
          piece: gutter.piece,
          bracketEvery: gutter.bracketEvery,
        },
      )
    })
    removeUnledPipes(draft)
  })
}

/** Another outline for one section; a gutter that was as long as its eaves stays so. */
export function setOutline(scheme: Scheme, sectionId: string, outline: RoofSection['outline']): Scheme {
  return produce(scheme, (draft) => {
    const section = draft.sections.find(({ id }) => id === sectionId)
    if (!section) throw new RangeError(`no section ${sectionId}`)
    const gutter =
      section.shedsTo.kind === 'gutter'
        ? draft.gutters.find(({ id }) => section.shedsTo.kind === 'gutter' && id === section.shedsTo.gutter)
        : undefined
    const followed = gutter !== undefined && Math.abs(gutter.length - eaveSum(draft, gutter.id)) < 0.01
    section.outline = outline
    if (gutter && followed) stretchGutter(gutter, eaveSum(draft, gutter.id))
  })
}

/** Longest gutter and longest eave that a document holds, m. */
const LONGEST = 500

/** How long the eave of a section can be told to be, m: a gutter that is taken along holds the other sections' too. */
export function longestEave(scheme: Scheme, sectionId: string): number {
  const section = scheme.sections.find(({ id }) => id === sectionId)
  if (section?.shedsTo.kind !== 'gutter') return LONGEST
  return LONGEST - eaveSum(scheme, section.shedsTo.gutter) + eaveLength(section)
}

/** One more section over a gutter, like the last one there; it is laid out by itself. */
export function addSection(scheme: Scheme, gutterId: string, name: string): Scheme {
  return produce(scheme, (draft) => {
    const gutter = draft.gutters.find(({ id }) => id === gutterId)
    if (!gutter) throw new RangeError(`no gutter ${gutterId}`)
    const like = eaveSections(draft, gutterId).at(-1) ?? draft.sections[0]!
    const followed = Math.abs(gutter.length - eaveSum(draft, gutterId)) < 0.01
    draft.sections.push(
      roof(freshId('section', draft.sections), name, 4, 3, gutterId, {
        pitch: like.pitch,
        cover: like.cover,
        fouling: like.fouling,
        shape: like.shape,
      }),
    )
    if (followed) stretchGutter(gutter, eaveSum(draft, gutterId))
  })
}

/** Takes a section away; what drained on to it goes where it went. The last section stays. */
export function removeSection(scheme: Scheme, sectionId: string): Scheme {
  return produce(scheme, (draft) => {
    const section = draft.sections.find(({ id }) => id === sectionId)
    if (!section || draft.sections.length === 1) return
    const gutter =
      section.shedsTo.kind === 'gutter'
        ? draft.gutters.find(({ id }) => section.shedsTo.kind === 'gutter' && id === section.shedsTo.gutter)
        : undefined
    const followed = gutter !== undefined && Math.abs(gutter.length - eaveSum(draft, gutter.id)) < 0.01
    draft.sections = draft.sections.filter(({ id }) => id !== sectionId)
    for (const each of draft.sections)
      if (each.shedsTo.kind === 'section' && each.shedsTo.section === sectionId) each.shedsTo = section.shedsTo
    if (gutter && followed && eaveSum(draft, gutter.id) > 0) stretchGutter(gutter, eaveSum(draft, gutter.id))
  })
}
