import { useCutsAndHoles } from '~/sheets/blocks/useCutsAndHoles'
import { useSchemeFigures } from '~/sheets/blocks/useSchemeFigures'
import { useHandover } from '~/sheets/blocks/useHandover'
import { useQuotation } from '~/sheets/blocks/useQuotation'
import { useShopping } from '~/sheets/blocks/useShopping'
import { useSurveyList } from '~/sheets/blocks/useSurveyList'
import { useWork } from '~/sheets/blocks/useWork'
import { INNER, useWords } from '~/sheets/blocks/useWords'
import type { Block, Sheet, SheetId } from '~/sheets/sheet'

/** Sheets that are carried outside, to the shop and to the customer, from what is on the bench. */
export function useSheets() {
  const bench = useWorkbench()
  const settings = useSettings()
  const { say } = useSay()
  const { heading, twoColumns, day, drawn } = useWords()
  const { figures } = useSchemeFigures()
  const { shopping, partsIn } = useShopping()
  const { cuts, templates } = useCutsAndHoles()
  const { numbered, order, tests, places } = useWork()
  const { quotation } = useQuotation()
  const { keeping, photos, customer } = useHandover()
  const { surveyList, guesses } = useSurveyList()
  const plates = usePlates()

  /** What is still wrong with it, named before anybody builds by it. */
  function snags(): Block[] {
    const open = bench.findings.filter(({ severity }) => severity === 'stops' || severity === 'goes-wrong')
    return open.length === 0
      ? []
      : [
          { kind: 'caution', text: say('build.snagsOpen', { n: open.length }) },
          { kind: 'list', items: open.map(({ id, ids, values }) => `${vesselName(ids.vessel)}${say(`finding.${id}.say`, values)}`) },
        ]
  }
  /** Which of several vessels it is about. */
  function vesselName(id: string | undefined): string {
    const vessels = bench.scheme?.stores.flatMap((store) => store.vessels) ?? []
    const name = vessels.length > 1 ? vessels.find((each) => each.id === id)?.name : undefined
    return name === undefined ? '' : `${name}: `
  }
  const lines = (text: string) => text.split('\n').flatMap((line) => (line.trim() === '' ? [] : [line.trim()]))
  const sections = () => drawn(plates.sections(INNER.width, 118))
  const BODIES: Record<SheetId, () => Block[]> = {
    survey: surveyList,
    build: () => [
      ...guesses(),
      ...snags(),
      ...sections(),
      numbered(),
      ...drawn(plates.site(INNER.width)),
      ...places(),
      ...drawn(plates.details(INNER.width)),
      heading('build.tab.order'),
      ...order(),
    ],
    cuts: () => [...guesses(), ...snags(), ...sections().slice(0, 1), ...cuts(), ...templates()],
    shopping: () => [...guesses(), ...shopping(true)],
    customer,
    quote: () => [...guesses(), ...quotation()],
    handover: () => [
      heading('build.whatItDoes'),
      twoColumns(figures(true)),
      ...sections(),
      numbered(),
      ...tests(),
      { kind: 'signature', lines: [say('build.signTested'), say('build.signDate')] },
      ...keeping(),
      ...photos(),
      heading('build.partsIn'),
      ...partsIn(),
      ...drawn(plates.site(INNER.width)),
      ...places(),
      ...drawn(plates.vessels(INNER.width)),
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
      head: { from: lines(bench.job.letter.from), to: lines(bench.job.letter.to) },
      blocks: BODIES[id](),
      language: settings.terms,
    }
  }
  return { compose }
}
