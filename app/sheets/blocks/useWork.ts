import { dateFormat } from '#core/units/intl'
import type { Step } from '#core/build'
import { ledTo } from '#core/layout'
import { span } from '#core/units/quantity'
import type { Crop } from '~/sheets/plate'
import type { Block } from '~/sheets/sheet'
import { useWords } from './useWords'

/** Pictures of one drawing nearer to one another than this show the same, mm. */
const NEAR = 12

/** The order of work, what the numbers in its drawings stand for, and how it was tested. */
export function useWork() {
  const bench = useWorkbench()
  const settings = useSettings()
  const { say, text } = useSay()
  const { heading } = useWords()
  const plates = usePlates()

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
    /** What the picture before shows is not printed again. */
    const picture = (step: Step): Crop | undefined => {
      const crop = plates.cropOf(step)
      const near = crop && before?.plate === crop.plate && Math.hypot(crop.at.x - before.at.x, crop.at.y - before.at.y) < NEAR
      return crop && !near ? (before = crop) : undefined
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
                    dateFormat(settings.terms, {}).format(result.at),
                  ]
                    .filter(Boolean)
                    .join(' · ')
                : say('build.notTried'),
            ]
          }),
      },
    ]
  }
  /** Where on the ground things lead, to be pegged out before anything is laid. */
  function places(): Block[] {
    const { scheme, assessment } = bench
    if (!scheme || !assessment || scheme.places.length === 0) return []
    const led = (id: string) =>
      ledTo(scheme, assessment.path.layout, id).map(({ what, name, length }) =>
        say(length === undefined ? 'build.places.led' : 'build.places.ledBy', {
          what: say(`build.places.what.${what}`),
          name,
          ...(length === undefined ? {} : { length: span(length) }),
        }),
      )
    return [
      heading('places.title'),
      {
        kind: 'table',
        columns: [
          { title: say('places.name'), share: 3 },
          { title: say('places.along'), share: 2, right: true },
          { title: say('places.out'), share: 2, right: true },
          { title: say('places.level'), share: 2, right: true },
          { title: say('build.places.leads'), share: 5 },
        ],
        rows: scheme.places.map(({ id, name, x, y, level }) => [name, text(span(x)), text(span(y)), text(span(level)), led(id).join('; ')]),
      },
    ]
  }
  return { numbered, order, tests, places }
}
