import { quoteOf } from '#core/build'
import { share } from '#core/units/quantity'
import type { Block } from '~/sheets/sheet'
import { useSchemeFigures } from './useSchemeFigures'
import { INNER, useWords } from './useWords'

/** What an installer asks for it. */
export function useQuotation() {
  const bench = useWorkbench()
  const { say } = useSay()
  const { sayWords } = useBuildWords()
  const { money, exact } = useMoney()
  const { heading, plain, twoColumns, amount, day, drawn } = useWords()
  const plates = usePlates()
  const { figures } = useSchemeFigures()

  const quoted = () => quoteOf(bench.build!, bench.scheme!.build.quote)
  /** What it is known by, and until when it holds; whom it is from and to stands at its head. */
  function letterhead(until: Date): Block {
    const { number } = bench.job!.letter
    const known = [...(number === '' ? [] : [say('build.letter.number', { number })]), say('build.letter.until', { until: day(until) })]
    const cells = [['known', known.join('\n')]]
    return {
      kind: 'table',
      columns: cells.map(([name]) => ({ title: say(`build.letter.${name}`), share: 1 })),
      rows: [cells.map(([, text]) => text!)],
    }
  }
  function quotation(): Block[] {
    const q = quoted()
    const until = new Date()
    until.setDate(until.getDate() + bench.job!.letter.validDays)
    const { steps, bill } = bench.build!
    const { lead } = bill
    const phases = [...new Set(steps.filter(({ minutes, phase }) => minutes > 0 && phase !== 'before').map(({ phase }) => phase))]
    return [
      letterhead(until),
      ...drawn(plates.sections(INNER.width, 118).slice(0, 1)),
      plain('build.quoteFor', { job: bench.job!.name, scheme: bench.scheme!.name }),
      twoColumns(
        [
          [say('build.quoteParts'), exact(q.marked)],
          [say('build.quoteLabour', { hours: Math.round(q.hours * 10) / 10, rate: exact(q.rate) }), exact(q.labour)],
          [say('build.quoteNet'), exact(q.net)],
          [say('build.quoteTax', { tax: share(q.tax) }), exact(q.taxed)],
          [say('build.quoteGross'), exact(q.gross)],
        ],
        [4],
      ),
      ...(lead > 0 ? [plain('build.quoteLead', { n: lead })] : []),
      ...(bench.build!.bill.guessed > 0
        ? [{ kind: 'text' as const, quiet: true, text: say('build.quoteGuessed', { guessed: money(bench.build!.bill.guessed) }) }]
        : []),
      heading('build.quoteIncludes'),
      {
        kind: 'text',
        text: [
          ...bill.lines
            .filter(({ buy, kind }) => buy > 0 && kind !== 'consumable')
            .map((each) => `${sayWords(each.words, each.name)}: ${amount(each)}`),
          say('build.quoteSundries'),
        ].join('; '),
      },
      ...(q.labour > 0 ? [plain('build.quoteWork', { work: phases.map((phase) => say(`build.phase.${phase}`)).join(', ') })] : []),
      heading('build.whatItDoes'),
      twoColumns(figures()),
      plain('build.quoteTerms'),
      plain('build.quoteSign', { until: day(until) }),
    ]
  }
  return { quoted, quotation }
}
