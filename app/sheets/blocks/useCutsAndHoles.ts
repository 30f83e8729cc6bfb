import type { Hole } from '#core/build'
import { length } from '#core/units/quantity'
import type { Block } from '~/sheets/sheet'
import { INNER, useWords } from './useWords'

/** An hour of a clock face, halves as a fraction. */
export const clockWords = (hour: number): string => `${Math.floor(hour) || 12}${hour % 1 === 0 ? '' : '½'}`

/** What is carried to the saw and the drill: pieces, how they come out of what is sold, holes, and templates at true scale. */
export function useCutsAndHoles() {
  const bench = useWorkbench()
  const { say, text } = useSay()
  const { sayCut, sayPipe, sayPart } = useBuildWords()
  const { heading, plain, drawn } = useWords()
  const plates = usePlates()

  const hole = (each: Hole, i: number): string[] => [
    String(i + 1),
    `${each.of.name}: ${say(`build.holeRole.${each.role}`)}${each.count > 1 ? ` × ${each.count}` : ''}`,
    text({ kind: 'fine', value: each.diameter }),
    `${say(`build.cutter.${each.cutter}`)}${each.tap ? `, ${say('build.tapped')}` : ''}`,
    each.of.kind === 'vessel' || each.above > 0 ? text(length(each.above)) : '',
    each.belowRim === undefined ? '' : text(length(each.belowRim)),
    each.clock === undefined ? '' : say('build.hour', { n: clockWords(each.clock) }),
    each.seal
      ? [say(`build.seal.${each.seal}`), ...(each.through ? [sayPipe(each.through)] : []), say(`build.hand.${each.hand}`)].join(', ')
      : '',
  ]
  function cuts(): Block[] {
    const { groups, holes } = bench.build!
    const rows = groups.flatMap((group) =>
      group.cuts.map((cut) => [
        cut.label,
        sayPipe(group.pipe),
        sayCut(cut).length,
        sayCut(cut).sum,
        `${sayPart(cut.run.part)}${group.there ? ` (${say('build.onWall')})` : ''}`,
      ]),
    )
    const problems = groups.flatMap(({ plan, cuts: own }) => (plan?.tooLong ?? []).map((i) => own[i]!.label))
    return [
      heading('build.cutList'),
      plain('build.cutRule'),
      {
        kind: 'table',
        boxes: true,
        columns: [
          { title: say('build.label'), share: 0.9 },
          { title: say('build.of'), share: 2.6 },
          { title: say('build.cutTo'), share: 1.7, right: true },
          { title: say('build.insertions'), share: 5.3, right: true },
          { title: say('build.for'), share: 3 },
        ],
        rows,
      },
      ...(problems.length > 0 ? [{ kind: 'caution' as const, text: say('build.tooLong', { labels: problems.join(', ') }) }] : []),
      ...drawn(plates.details(INNER.width)),
      ...drawn(plates.bars(INNER.width)),
      heading('build.holeList'),
      { kind: 'caution', text: say('build.caution.cardWins') },
      {
        kind: 'table',
        boxes: true,
        columns: [
          { title: say('build.number'), share: 0.6 },
          { title: say('build.where'), share: 2.8 },
          { title: say('build.across'), share: 1.4, right: true },
          { title: say('build.with'), share: 1.6 },
          { title: say('build.centreAbove'), share: 1.5, right: true },
          { title: say('build.centreBelow'), share: 1.5, right: true },
          { title: say('build.clock'), share: 1.1 },
          { title: say('build.sealedBy'), share: 2.8 },
        ],
        rows: holes.map(hole),
      },
      ...[...new Set(holes.flatMap(({ cautions }) => cautions))]
        .filter((each) => each !== 'cardWins')
        .map((each): Block => ({ kind: 'caution', text: say(`build.caution.${each}`) })),
      ...drawn(plates.vessels(INNER.width)),
    ]
  }
  const templates = (): Block[] =>
    plates.templates(INNER.width, INNER.height).flatMap((plate): Block[] => [{ kind: 'page' }, { kind: 'plate', plate }])
  return { cuts, templates }
}
