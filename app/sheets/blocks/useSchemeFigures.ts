import type { MessageId } from '~/locales/messageIds'
import { LITRE } from '#core/units/constants'
import { count, share, volume } from '#core/units/quantity'

/** What a scheme does, in a few figures. */
export function useSchemeFigures() {
  const bench = useWorkbench()
  const { say, text } = useSay()

  /** What it does; how many snags are open is for those who build it. */
  const figures = (forBuilders = false): string[][] => {
    const { simulation, assessed, assessment } = bench
    const years = simulation.balance?.years
    const row = (id: MessageId, shown: string): string[] => [say(id), shown]
    return [
      ...(assessed ? [row('build.holds', text(assessed.usableFigure)), row('build.roofArea', text(assessed.roofArea))] : []),
      ...(years
        ? [
            row('build.keeps', text(volume(years.keptPerYear * LITRE))),
            row('build.meets', text(share(years.met))),
            row('build.longest', say('build.daysShort', { n: Math.round(years.longestShort) })),
          ]
        : []),
      ...(assessed?.lasts ? [row('build.lasts', text(assessed.lasts))] : []),
      ...(assessment && forBuilders
        ? [
            row(
              'build.snags',
              text(count(assessment.findings.filter(({ severity }) => severity === 'stops' || severity === 'goes-wrong').length)),
            ),
          ]
        : []),
    ]
  }
  return { figures }
}
