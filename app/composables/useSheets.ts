import { useCutsAndHoles } from '~/sheets/blocks/useCutsAndHoles'
import { useSchemeFigures } from '~/sheets/blocks/useSchemeFigures'
import { useHandover } from '~/sheets/blocks/useHandover'
import { useQuotation } from '~/sheets/blocks/useQuotation'
import { useShopping } from '~/sheets/blocks/useShopping'
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
  const { shopping } = useShopping()
  const { cuts, templates } = useCutsAndHoles()
  const { numbered, order, tests } = useWork()
  const { quotation } = useQuotation()
  const { keeping, customer } = useHandover()
  const plates = usePlates()

  const sections = () => drawn(plates.sections(INNER.width, 118))
  const BODIES: Record<SheetId, () => Block[]> = {
    build: () => [
      ...sections(),
      numbered(),
      ...drawn(plates.site(INNER.width)),
      ...drawn(plates.details(INNER.width)),
      heading('build.tab.order'),
      ...order(),
    ],
    cuts: () => [...cuts(), ...templates()],
    shopping: () => shopping(true),
    customer,
    quote: quotation,
    handover: () => [
      heading('build.whatItDoes'),
      twoColumns(figures(true)),
      ...sections(),
      numbered(),
      ...tests(),
      ...keeping(),
      { kind: 'page' },
      heading('build.partsIn'),
      ...shopping(false).slice(0, -2),
      ...drawn(plates.site(INNER.width)),
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
      blocks: BODIES[id](),
      language: settings.terms,
    }
  }
  return { compose }
}
