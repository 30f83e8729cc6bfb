import type { BillLine } from '#core/build'
import { SHOPS } from '#core/scheme'
import { pricedBy } from '~/components/build/pricedBy'
import type { Block } from '~/sheets/sheet'
import { useWords } from './useWords'

/** What is carried to the shop, by where it stands there, and the tools to bring. */
export function useShopping() {
  const bench = useWorkbench()
  const { say, text } = useSay()
  const settings = useSettings()
  const { sayWords } = useBuildWords()
  const { money, exact } = useMoney()
  const { heading, amount } = useWords()

  /** A price with what it is for, where that is not one of it. */
  function priceOf(line: BillLine): string {
    const { by, factor } = pricedBy(line, settings.system)
    return by === 'each' ? exact(line.price) : say('build.priceFor', { price: exact(line.price * factor), one: say(`build.perOne.${by}`) })
  }
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
                ...(costs ? [priceOf(each), exact(each.total)] : []),
              ]),
            },
          ]
    })
    return [
      ...blocks,
      ...(costs ? [{ kind: 'text' as const, strong: true, text: say('build.billTotal', { total: exact(bill.total) }) }] : []),
      ...(costs && bill.guessed > 0
        ? [{ kind: 'text' as const, quiet: true, text: say('build.guessed', { guessed: money(bill.guessed) }) }]
        : []),
      heading('build.shop.tools', {}, true),
      {
        kind: 'list',
        boxes: true,
        items: bill.tools.map(({ tool, sizes }) =>
          [say(`build.tool.${tool}`), ...sizes.map((size) => text({ kind: 'fine', value: size.value }))].join(' · '),
        ),
      },
    ]
  }
  /** What it is made of, by where it was bought: nothing to tick and nothing to pay. */
  const partsIn = (): Block[] =>
    shopping(false)
      .slice(0, -2)
      .map((block) => (block.kind === 'table' ? { ...block, boxes: false } : block))
  return { shopping, partsIn }
}
