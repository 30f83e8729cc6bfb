import { numberParts } from '#core/build'
import { templatePlates, barsPlate } from '~/sheets/cutPlates'
import { sectionPlate } from '~/sheets/sectionPlate'
import { vesselPlate } from '~/sheets/vesselPlate'
import type { Plate } from '~/sheets/plate'

/** Numbered drawings of the scheme on the bench, in the reader's words and units. */
export function usePlates() {
  const bench = useWorkbench()
  const { say, text } = useSay()
  const { sayPipe } = useBuildWords()

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
  const vessels = (width: number): Plate[] =>
    [...(bench.assessment?.path.vessels.values() ?? [])].flatMap(({ vessel }) => {
      const own = bench.build?.holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id) ?? []
      return own.length > 0 ? [vesselPlate(vessel, own, width, { title: say('build.holesOf', { name: vessel.name }), text, say })] : []
    })
  const bars = (width: number): Plate[] =>
    (bench.build?.groups ?? []).flatMap(
      (group) => barsPlate(group, width, say('build.barsOf', { pipe: sayPipe(group.pipe), letter: group.letter }), text) ?? [],
    )
  const templates = (width: number, height: number): Plate[] =>
    templatePlates(bench.build?.holes ?? [], width, height, {
      title: (page) => say('build.templates', { page }),
      check: say('build.templateCheck'),
      hole: (hole) => `${hole.of.name}: ${say(`build.holeRole.${hole.role}`)}, ${text({ kind: 'mesh', value: hole.diameter })}`,
    })
  return { numbers, sections, vessels, bars, templates }
}
