import { careDue, careTasks, shutDownSteps } from '#core/care'
import { dayOfClock } from '#core/log'
import { frostSeason } from '#core/rain'
import type { Block } from '~/sheets/sheet'
import { useSchemeFigures } from './useSchemeFigures'
import { useQuotation } from './useQuotation'
import { INNER, useWords } from './useWords'

/** As many photos as fill a page. */
const MOST_PHOTOS = 6
const CAUTIONS = ['notDrinking', 'children', 'weight', 'localRules', 'neverInside', 'ladder', 'electric', 'plumber'] as const

/** What stays with those who live with it: what it does and costs, how it is cared for, what to be careful of, whom to ask. */
export function useHandover() {
  const bench = useWorkbench()
  const { say } = useSay()
  const { money, exact, saving, pays } = useMoney()
  const { heading, plain, twoColumns, drawn } = useWords()
  const { figures } = useSchemeFigures()
  const { quoted } = useQuotation()
  const plates = usePlates()
  const { rhythm, day, moment } = useLogWords()
  const { pictures, sizes } = usePhotos()
  const { readyLines } = useLeaveReady()

  /** Care of the parts that this scheme has, as the log keeps it; and what frost asks for, in order. */
  function care(): Block[] {
    const { scheme, job } = bench
    if (!scheme || !job) return []
    // Dated from today, or from the last time that the log has it done.
    const today = dayOfClock(new Date())
    const due = careDue(careTasks(scheme, job.site), job.log.entries, today, { start: today, depths: [] }, today)
    const tasks = due.map(({ task, due: first }) => {
      const said = `${say(`care.kind.${task.kind}`, task.values)}: ${rhythm(task)}`
      return first === undefined ? said : say('build.careFirst', { task: said, day: day(first) })
    })
    const season = frostSeason(job.site)
    const steps = season ? shutDownSteps(scheme, job.site).map(({ kind, values }) => say(`season.shut-down.${kind}`, values)) : []
    return [
      heading('build.careTitle'),
      { kind: 'list', items: tasks },
      ...(steps.length > 0 ? [heading('season.title.shut-down'), { kind: 'list' as const, items: steps }] : []),
    ]
  }
  const cautions = (): Block[] => [
    heading('caution.title'),
    ...CAUTIONS.map((each): Block => ({ kind: 'caution', text: say(`build.caution.${each}`) })),
  ]
  /** What is promised, and whom to ask later on, where somebody has put their name to it. */
  const builtBy = (): Block[] => {
    const { from, warranty } = bench.job!.letter
    const ask: Block[] = from === '' ? [] : [heading('build.letter.ask'), { kind: 'list', items: [from.replace(/\s*\n\s*/g, ', ')] }]
    return warranty === '' ? ask : [heading('build.letter.warranty'), { kind: 'text', text: warranty }, ...ask]
  }
  /** What was left, or is to be left, for one more vessel of each store. */
  function ready(): Block[] {
    const { scheme } = bench
    const items = scheme?.stores.flatMap(({ id }) => readyLines(scheme, id)) ?? []
    return items.length > 0 ? [heading('group.ready.title'), { kind: 'list', items }] : []
  }
  /** Care, what is ready for more, cautions and whom to ask. */
  const keeping = (): Block[] => [...care(), ...ready(), ...cautions(), ...builtBy()]

  /** The last photos of the log, newest first. */
  function photos(): Block[] {
    const kept = (bench.job?.log.entries ?? []).flatMap(({ at, photos: own = [] }) =>
      own.flatMap((id) => (pictures.has(id) ? [{ id, at }] : [])),
    )
    const shown = kept
      .slice(-MOST_PHOTOS)
      .toReversed()
      .map(({ id, at }) => ({ url: pictures.get(id)!, ...(sizes.get(id) ?? { width: 4, height: 3 }), caption: moment(at) }))
    return shown.length > 0 ? [heading('build.photos'), { kind: 'photos', photos: shown }] : []
  }

  function customer(): Block[] {
    const asked = quoted()
    // Where somebody is paid for it, what it costs is what is asked.
    const paid = asked.labour > 0 || asked.margin > 0
    const cost = paid ? asked.gross : bench.cost
    const back = pays(cost, bench.simulation.balance?.years.usedPerYear ?? 0)
    const saved = saving(bench.simulation.balance?.years.usedPerYear ?? 0)
    return [
      plain('build.customerOpens', { job: bench.job!.name }),
      heading('build.whatItDoes'),
      twoColumns(figures()),
      heading('build.whatItCosts'),
      twoColumns([
        [say(paid ? 'build.quoteGross' : bench.scheme!.cost > 0 ? 'build.sumPutIn' : 'build.partsCost'), exact(cost)],
        ...(saved === undefined ? [] : [[say('build.savesAYear'), money(saved)]]),
        ...(back === undefined ? [] : [[say('build.paysBack'), say('compare.years', { n: Math.round(back * 10) / 10 })]]),
      ]),
      ...drawn(plates.sections(INNER.width, 118).slice(0, 1)),
      ...keeping(),
    ]
  }
  return { keeping, photos, customer }
}
