import { couplingOf, detailsOf, fittingKey, numberParts, type BuildStation, type Step } from '#core/build'
import { templatePlates, barsPlate } from '~/sheets/cutPlates'
import { detailPlate } from '~/sheets/detailPlate'
import { sectionPlate } from '~/sheets/sectionPlate'
import { vesselPlate } from '~/sheets/vesselPlate'
import type { Crop, Plate } from '~/sheets/plate'
import { SCENE_PX, sitePlate } from '~/sheets/sitePlate'
import { ASPECTS, siteScene } from '~/drawing/siteScene'
import { FOOT } from '#core/units/constants'
import { span } from '#core/units/quantity'
import { fullLevels } from '#core/vessel'

/** Height of a plan on paper, mm; its scale bar is about so long, of one of these lengths. */
const SITE_HEIGHT = 84
const BAR = 22
const BARS = [0.2, 0.5, 1, 2, 5, 10, 20, 50] as const

/** Numbered drawings of the scheme on the bench, in the reader's words and units. */
export function usePlates() {
  const bench = useWorkbench()
  const { say, text } = useSay()
  const settings = useSettings()
  const { sayPipe, sayPart, sayFitting, numberedName } = useBuildWords()

  const numbers = computed(() => (bench.build ? numberParts(bench.build.assembly) : new Map<string, number>()))

  /** One section for every pipe that leads to a vessel. */
  const sections = (width: number, height: number): Plate[] =>
    (bench.assessment?.lines ?? []).map((assessed, i) => ({
      ...sectionPlate(assessed, bench.assessment!.path, numbers.value, width, height, {
        title: say('build.sectionOf', { name: assessed.line.intake.drop.name }),
        text,
        height: (id) => say(`build.height.${id}`),
      }),
      id: `section:${i}`,
    }))
  /** What every number stands for, with the labels of the pieces that a pipe is sawn into. */
  const legend = computed(() => {
    if (!bench.build) return []
    const { assembly, groups } = bench.build
    const entries = new Map<number, { name: string; station: BuildStation }>()
    for (const part of assembly.parts) {
      const number = numbers.value.get(part.key)
      if (number === undefined || entries.has(number)) continue
      const labels = groups.flatMap(({ cuts }) => cuts.filter(({ run }) => run.part === part.key).map(({ label }) => label))
      const name = numberedName(part)
      entries.set(number, { name: labels.length > 0 ? `${name} (${labels.join(', ')})` : name, station: part.station })
    }
    for (const { placed, station } of assembly.joints)
      for (const each of placed) {
        const number = numbers.value.get(fittingKey(each.fitting.id))
        if (number !== undefined && !entries.has(number)) entries.set(number, { name: sayFitting({ ...each, turned: false }), station })
      }
    for (const { pipe, station } of assembly.runs) {
      const fitting = bench.parts?.byId.get(couplingOf(pipe))
      const number = numbers.value.get(fittingKey(couplingOf(pipe)))
      if (fitting && number !== undefined && !entries.has(number))
        entries.set(number, { name: sayFitting({ fitting, turned: false }), station })
    }
    return [...entries].map(([number, entry]) => ({ number, ...entry })).toSorted((a, b) => a.number - b.number)
  })
  const rows = computed(() => (bench.build ? detailsOf(bench.build.assembly, bench.build.groups) : []))
  /** How the parts go together, row by row. */
  const details = (width: number): Plate[] =>
    rows.value.map((detail) =>
      detailPlate(detail, numbers.value, width, {
        title: say('build.detailOf', {
          from: sayPart(detail.from),
          // An overflow that meets nothing ends in the open.
          to: detail.to.startsWith('overflow:') ? say('build.openEnd') : sayPart(detail.to),
        }),
        text,
        gap: say('build.gapHere'),
      }),
    )
  const vessels = (width: number): Plate[] =>
    [...(bench.assessment?.path.vessels.values() ?? [])].flatMap(({ vessel }) => {
      const own = bench.build?.holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id) ?? []
      return own.length > 0
        ? [
            vesselPlate(vessel, own, width, {
              title: say('build.holesOf', { name: vessel.name }),
              text,
              rim: say('build.rim'),
              wallAtTwelve: say('build.wallAtTwelve'),
              belowRim: (at) => say('build.belowRim', { at }),
            }),
          ]
        : []
    })
  /** From above and from the yard, to scale. */
  const site = (width: number): Plate[] => {
    const path = bench.assessment?.path
    if (!path || path.layout.vessels.size === 0) return []
    const unit = settings.system === 'metric' ? 1 : FOOT
    return ASPECTS.map((aspect) => {
      const scene = siteScene(path, fullLevels(path), aspect, { width: width * SCENE_PX, height: SITE_HEIGHT * SCENE_PX })
      const wanted = BAR / (scene.scale / SCENE_PX) / unit
      const metres = (BARS.findLast((each) => each <= wanted) ?? BARS[0]) * unit
      return sitePlate(scene, {
        title: say(`layout.${aspect}`),
        ground: say(aspect === 'plan' ? 'group.wall' : 'layout.paving'),
        bar: { metres, label: text(span(metres)) },
      })
    })
  }
  const bars = (width: number): Plate[] =>
    (bench.build?.groups ?? []).flatMap(
      (group) => barsPlate(group, width, say('build.barsOf', { pipe: sayPipe(group.pipe), letter: group.letter }), text) ?? [],
    )
  const templates = (width: number, height: number): Plate[] =>
    templatePlates(bench.build?.holes ?? [], width, height, {
      title: (page) => say('build.templates', { page }),
      check: say('build.templateCheck'),
      hole: (hole) => `${hole.of.name}: ${say(`build.holeRole.${hole.role}`)}, ${text({ kind: 'fine', value: hole.diameter })}`,
    })
  /** The drawings that a step can be looked up in: the sections, then the rows of parts. */
  const lookedUp = computed(() => [...sections(178, 118), ...details(120)])
  /** The place in a drawing that a step is done to, and the key of what is there; undefined where it is nowhere drawn. */
  function cropOf({ look, parts }: Step): (Crop & { key: string }) | undefined {
    // A base too low to be drawn is under its vessel.
    const over = look?.startsWith('base:') ? [look.replace('base:', 'vessel:')] : []
    for (const key of [look, ...over, ...parts])
      for (const plate of lookedUp.value) {
        const at = key === undefined ? undefined : plate.places?.[key]
        if (key !== undefined && at) return { plate, at, key }
      }
    return undefined
  }
  return { numbers, legend, cropOf, sections, details, site, vessels, bars, templates }
}
