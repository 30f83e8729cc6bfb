import { quote, workHours, type BillLine, type Hole, type Step } from '#core/build'
import { SHOPS } from '#core/scheme'
import { LITRE } from '#core/units/constants'
import { area, count, length, share, span, volume } from '#core/units/quantity'
import type { Crop } from '~/sheets/plate'
import type { Block, Sheet, SheetId } from '~/sheets/sheet'

/** Inside of the margins of the smaller of the two papers, mm: what is drawn at true scale fits both. */
const INNER = { width: 178, height: 222 }

/** Sheets that are carried outside, to the shop and to the customer, from what is on the bench. */
export function useSheets() {
  const bench = useWorkbench()
  const settings = useSettings()
  const { say, text } = useSay()
  const { sayPipe, sayWords, sayPart } = useBuildWords()
  const { money, exact, saving, pays } = useMoney()
  const plates = usePlates()

  const heading = (id: string, values = {}, small = false): Block => ({
    kind: 'heading',
    text: say(id, values),
    ...(small ? { small } : {}),
  })
  const plain = (id: string, values = {}): Block => ({ kind: 'text', text: say(id, values) })

  /** How much of a line is to be bought, as it is asked for at the counter. */
  function amount({ buy, unit, sold }: BillLine): string {
    if (sold) return say('build.lengths', { n: buy, length: span(sold) })
    if (unit === 'length') return text(span(buy))
    if (unit === 'area') return text(area(buy))
    if (unit === 'volume') return bulk(buy)
    return text(count(buy))
  }
  /** Gravel is not sold by the gallon. */
  const bulk = (cubicMetres: number) =>
    settings.system === 'metric'
      ? `${new Intl.NumberFormat(settings.terms, { maximumFractionDigits: 2 }).format(cubicMetres)}\u00A0m³`
      : say('base.cubicFeet', { n: Math.round(cubicMetres * 35.3147 * 10) / 10 })
  const price = (amountOf: number) => money(amountOf)

  function shopping(costs: boolean): Block[] {
    const { bill } = bench.build!
    const buying = bill.lines.filter(({ buy }) => buy > 0)
    const blocks = SHOPS.flatMap((shop): Block[] => {
      const lines = buying.filter((each) => each.shop === shop)
      return lines.length === 0
        ? []
        : [
            heading(`build.shop.${shop}`, {}, true),
            {
              kind: 'table',
              boxes: true,
              columns: [
                { title: say('build.item'), share: 6 },
                { title: say('build.howMuch'), share: 2.4, right: true },
                ...(costs
                  ? [
                      { title: say('build.each'), share: 1.4, right: true },
                      { title: say('build.total'), share: 1.4, right: true },
                    ]
                  : []),
              ],
              rows: lines.map((each) => [
                sayWords(each.words, each.name) + (each.lead > 0 ? ` (${say('build.leadDays', { n: each.lead })})` : ''),
                amount(each),
                ...(costs ? [exact(each.price), exact(each.total)] : []),
              ]),
            },
          ]
    })
    return [
      ...blocks,
      ...(costs ? [{ kind: 'text' as const, strong: true, text: say('build.billTotal', { total: exact(bill.total) }) }] : []),
      ...(costs && bill.guessed > 0
        ? [{ kind: 'text' as const, quiet: true, text: say('build.guessed', { guessed: price(bill.guessed) }) }]
        : []),
      heading('build.shop.tools', {}, true),
      {
        kind: 'list',
        boxes: true,
        items: bill.tools.map(({ tool, sizes }) =>
          [say(`build.tool.${tool}`), ...sizes.map((size) => text({ kind: 'mesh', value: size.value }))].join(' · '),
        ),
      },
    ]
  }

  const hole = (each: Hole, i: number): string[] => [
    String(i + 1),
    `${each.of.name}: ${say(`build.holeRole.${each.role}`)}`,
    text({ kind: 'mesh', value: each.diameter }),
    `${say(`build.cutter.${each.cutter}`)}${each.tap ? `, ${say('build.tapped')}` : ''}`,
    each.of.kind === 'vessel' ? text(length(each.above)) : each.above > 0 ? text(length(each.above)) : '',
    each.belowRim === undefined ? '' : text(length(each.belowRim)),
    each.clock === undefined ? '' : say('build.hour', { n: each.clock }),
    each.seal ? `${say(`build.seal.${each.seal}`)}${each.through ? `, ${sayPipe(each.through)}` : ''}` : '',
  ]

  function cuts(): Block[] {
    const { groups, holes } = bench.build!
    const rows = groups.flatMap((group) =>
      group.cuts.map((cut) => [
        cut.label,
        sayPipe(group.pipe),
        text(length(cut.length)),
        text(length(cut.gap)),
        `${text(length(cut.depths[0]))} + ${text(length(cut.depths[1]))} − ${text(length(cut.relief))}`,
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
          { title: say('build.gap'), share: 1.7, right: true },
          { title: say('build.insertions'), share: 3.6, right: true },
          { title: say('build.for'), share: 3 },
        ],
        rows,
      },
      ...(problems.length > 0 ? [{ kind: 'caution' as const, text: say('build.tooLong', { labels: problems.join(', ') }) }] : []),
      ...detailBlocks(),
      ...plates.bars(INNER.width).map((plate): Block => ({ kind: 'plate', plate })),
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
      ...plates.vessels(INNER.width).map((plate): Block => ({ kind: 'plate', plate })),
    ]
  }

  const templates = (): Block[] =>
    plates.templates(INNER.width, INNER.height).flatMap((plate): Block[] => [{ kind: 'page' }, { kind: 'plate', plate }])

  const numbered = (): Block => ({
    kind: 'table',
    columns: [
      { title: say('build.number'), share: 0.6 },
      { title: say('build.item'), share: 6 },
      { title: say('build.station'), share: 2 },
    ],
    rows: plates.legend.value.map(({ number, name, station }) => [String(number), name, say(`station.${station}`)]),
  })
  function order(): Block[] {
    const { steps } = bench.build!
    const done = new Set(bench.scheme!.build.done.map(({ step }) => step))
    const phases = [...new Set(steps.map(({ phase }) => phase))]
    const numberOf = new Map(steps.map(({ id }, i) => [id, i + 1]))
    let before: Crop | undefined
    /** A picture that the step before had is not printed again. */
    const picture = (step: Step): Crop | undefined => {
      const crop = plates.cropOf(step)
      if (!crop || (crop.plate === before?.plate && crop.at === before.at)) return undefined
      return (before = crop)
    }
    return phases.flatMap((phase): Block[] => {
      const own = steps.filter((step) => step.phase === phase)
      return [
        heading(`build.phase.${phase}`, {}, true),
        {
          kind: 'table',
          boxes: true,
          columns: [
            { title: say('build.number'), share: 0.6 },
            { title: say('build.doIt'), share: 5.2 },
            { title: say('build.rightLooks'), share: 4.4 },
          ],
          rows: own.map((step) => [
            `${numberOf.get(step.id)}${done.has(step.id) ? ' ✓' : ''}`,
            [
              step.on ? `${step.on}: ` : '',
              say(`build.step.${step.kind}.do`, step.values),
              ...step.cautions.map((each) => `\n! ${say(`build.caution.${each}`)}`),
              withWhat(step),
            ].join(''),
            say(`build.step.${step.kind}.right`, step.values),
          ]),
          pictures: own.map(picture),
        },
      ]
    })
  }

  /** Parts of a step by their numbers, and the tools that it asks for. */
  function withWhat({ parts, tools }: Step): string {
    const numbers = [...new Set(parts.flatMap((key) => plates.numbers.value.get(key) ?? []))].toSorted((a, b) => a - b)
    const said = [
      ...(numbers.length > 0 ? [`${say('build.partsFor')} ${numbers.join(', ')}`] : []),
      ...(tools.length > 0 ? [`${say('build.toolsFor')} ${tools.map((tool) => say(`build.tool.${tool}`)).join(', ')}`] : []),
    ]
    return said.length > 0 ? `\n${said.join('. ')}` : ''
  }

  /** What it does; how many snags are open is for those who build it. */
  const figures = (forBuilders = false): string[][] => {
    const { simulation, assessed, assessment } = bench
    const years = simulation.balance?.years
    const row = (id: string, shown: string): string[] => [say(id), shown]
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
  const twoColumns = (rows: string[][], strong?: number[]): Block => ({
    kind: 'table',
    columns: [
      { title: '', share: 5 },
      { title: '', share: 3, right: true },
    ],
    rows,
    ...(strong ? { strong } : {}),
  })

  const CARE = ['rain', 'week', 'month', 'year', 'frost', 'spring'] as const
  const care = (): Block[] => [heading('build.careTitle'), { kind: 'list', items: CARE.map((each) => say(`build.care.${each}`)) }]
  const CAUTIONS = ['notDrinking', 'children', 'weight', 'localRules', 'neverInside', 'ladder', 'electric', 'plumber'] as const
  const cautions = (): Block[] => [
    heading('caution.title'),
    ...CAUTIONS.map((each): Block => ({ kind: 'caution', text: say(`build.caution.${each}`) })),
  ]

  const quoted = () => {
    const { bill, steps } = bench.build!
    const order = bench.scheme!.build.quote
    return quote({
      materials: bill.total,
      hours: order.hours > 0 ? order.hours : Math.round(workHours(steps) * 2) / 2,
      rate: order.rate,
      margin: order.margin,
      tax: order.tax,
    })
  }
  /** A day, as it is written. */
  const day = (at: Date) => at.toLocaleDateString(settings.terms, { dateStyle: 'long' })
  /** Whom it is from and to, what it is known by, and until when it holds. */
  function letterhead(until: Date): Block {
    const { from, to, number } = bench.job!.letter
    const known = [...(number === '' ? [] : [say('build.letter.number', { number })]), say('build.letter.until', { until: day(until) })]
    const cells = [
      ['from', from],
      ['to', to],
      ['known', known.join('\n')],
    ].filter(([, text]) => text !== '')
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
        ? [{ kind: 'text' as const, quiet: true, text: say('build.quoteGuessed', { guessed: price(bench.build!.bill.guessed) }) }]
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

  function tests(): Block[] {
    const { steps } = bench.build!
    const results = new Map(bench.scheme!.build.tests.map((each) => [each.test, each]))
    return [
      heading('build.phase.tests'),
      {
        kind: 'table',
        columns: [
          { title: say('build.doIt'), share: 5 },
          { title: say('build.result'), share: 4 },
        ],
        rows: steps
          .filter(({ test }) => test)
          .map((step) => {
            const result = results.get(step.id)
            return [
              say(`build.step.${step.kind}.do`, step.values),
              result
                ? [
                    say(`build.resultIs.${result.result}`),
                    result.fault ? say(`build.symptom.${result.fault}`) : '',
                    result.note,
                    new Date(result.at).toLocaleDateString(settings.terms),
                  ]
                    .filter(Boolean)
                    .join(' · ')
                : say('build.notTried'),
            ]
          }),
      },
    ]
  }

  /** Whom to ask later on, where somebody has put their name to it. */
  const builtBy = (): Block[] => {
    const { from } = bench.job!.letter
    return from === '' ? [] : [heading('build.letter.ask'), { kind: 'list', items: [from.replace(/\s*\n\s*/g, ', ')] }]
  }
  const detailBlocks = (): Block[] => plates.details(INNER.width).map((plate): Block => ({ kind: 'plate', plate }))
  const sectionBlocks = (): Block[] => plates.sections(INNER.width, 118).map((plate): Block => ({ kind: 'plate', plate }))
  const BODIES: Record<SheetId, () => Block[]> = {
    build: () => [...sectionBlocks(), numbered(), ...detailBlocks(), heading('build.tab.order'), ...order()],
    cuts: () => [...cuts(), ...templates()],
    shopping: () => shopping(true),
    customer: () => {
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
          [say(paid ? 'build.quoteGross' : 'build.partsCost'), exact(cost)],
          ...(saved === undefined ? [] : [[say('build.savesAYear'), price(saved)]]),
          ...(back === undefined ? [] : [[say('build.paysBack'), say('compare.years', { n: Math.round(back * 10) / 10 })]]),
        ]),
        ...sectionBlocks().slice(0, 1),
        ...care(),
        ...cautions(),
        ...builtBy(),
      ]
    },
    quote: quotation,
    handover: () => [
      heading('build.whatItDoes'),
      twoColumns(figures(true)),
      ...sectionBlocks(),
      numbered(),
      ...tests(),
      ...care(),
      ...cautions(),
      ...builtBy(),
      { kind: 'page' },
      heading('build.partsIn'),
      ...shopping(false).slice(0, -2),
      ...plates.vessels(INNER.width).map((plate): Block => ({ kind: 'plate', plate })),
    ],
  }

  /** A sheet of the scheme on the bench; undefined while there is none. */
  function compose(id: SheetId): Sheet | undefined {
    if (!bench.build || !bench.job || !bench.scheme) return undefined
    return {
      id,
      title: say(`build.sheet.${id}`),
      subtitle: say('build.subtitle', {
        job: bench.job.name,
        scheme: bench.scheme.name,
        date: day(new Date()),
      }),
      footer: say(bench.job.invented ? 'build.footerInvented' : 'build.footer'),
      blocks: BODIES[id](),
      language: settings.terms,
    }
  }
  return { compose, amount, quoted }
}
