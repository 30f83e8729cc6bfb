import { cutSum, detailsOf, drawnKey, type Cut, type Part, type Words } from '#core/build'
import type { Placed } from '#core/parts'
import type { End } from '#core/scheme'
import { INCH } from '#core/units/constants'
import { length } from '#core/units/quantity'
import { endWords, pipeWords } from '~/components/build/endWords'

/** Names of parts, fittings and ends, in the reader's own terms. */
export function useBuildWords() {
  const { say, text } = useSay()
  const settings = useSettings()
  const bench = useWorkbench()

  const sayPipe = (one: Pick<End, 'type' | 'size'>) => pipeWords(one, say, settings.system)
  const sayEnd = (one: End) => endWords(one, say, settings.system)
  /** What a part is called; a fitting by both its ends. */
  function sayWords({ id, values = {}, of, ends }: Words, own?: string): string {
    const said = own ?? say(`build.${id}`, { ...values, ...(of ? { end: sayPipe(of) } : {}) })
    const name = said.charAt(0).toUpperCase() + said.slice(1)
    return ends ? say('build.fitting.of', { form: name, a: sayEnd(ends[0]), b: sayEnd(ends[1]) }) : name
  }
  const sayFitting = ({ fitting, turned }: Placed) =>
    say('build.fitting.of', {
      form: fitting.name ?? say(`build.fitting.${fitting.form}`),
      a: sayEnd(fitting.ends[turned ? 1 : 0]),
      b: sayEnd(fitting.ends[turned ? 0 : 1]),
    })

  /** A cut with its sum, every figure on the grid of a tape, so that the sum is true on the page. */
  function sayCut(cut: Cut): { length: string; sum: string } {
    const { length: long, gap, depths, relief, slack } = cutSum(cut, settings.system === 'metric' ? 0.001 : INCH / 8)
    // What is nought is not told.
    const more = (sign: string, metres: number) => (metres > 0 ? ` ${sign} ${text(length(metres))}` : '')
    const slackSaid = slack > 0 ? say('build.slackSum', { slack: length(slack) }) : ''
    return {
      length: text(length(long)),
      sum: `${text(length(gap))}${depths.map((depth) => more('+', depth)).join('')}${more('−', relief)}${slackSaid}`,
    }
  }

  const vesselName = (id: string) => bench.assessment?.path.vessels.get(id)?.vessel.name ?? ''
  /** A vessel's port by its role, where the key is one. */
  function portName(key: string): string | undefined {
    const [kind, id = '', port] = key.split(':')
    const role = kind === 'port' ? bench.assessment?.path.vessels.get(id)?.vessel.ports.find((each) => each.id === port)?.role : undefined
    return role && say('build.part.port', { role: say(`build.holeRole.${role}`), name: vesselName(id) })
  }
  /** A link by what it joins, an overflow by what it leaves: pipes have no names of their own. */
  function wayName(key: string): string | undefined {
    const [kind, id = ''] = key.split(':')
    const { scheme } = bench
    const link = kind === 'link' ? scheme?.stores.flatMap(({ links }) => links).find((each) => each.id === id) : undefined
    if (link) return say('trial.linkName', { from: vesselName(link.from.vessel), to: vesselName(link.to.vessel) })
    const route = kind === 'overflow' ? scheme?.overflows.find((each) => each.id === id) : undefined
    return route && say('build.overflowOf', { name: vesselName(route.from.vessel) })
  }
  const isTee = (key: string) => key.includes(':tee:')
  const teeName = (key: string) => say('build.part.teeAt', { name: vesselName(key.split(':')[1]!) })
  /** What a number on a drawing stands for: the reader's word and what it is; a base as one thing. */
  function numberedName({ key, called, words }: Part): string {
    const [kind, id] = key.split(':')
    if (kind === 'base') return say('build.baseOf', { name: vesselName(id!) })
    const own = isTee(key) ? teeName(key) : (called ?? wayName(key) ?? portName(key))
    return own ? say('build.partOf', { name: own.charAt(0).toUpperCase() + own.slice(1), what: sayWords(words) }) : sayWords(words)
  }
  const named = (part: Part) => part.called ?? sayWords(part.words)
  /** What a joint's side is called: the part itself, a vessel's port, a piece of a pipe, a tap's spout. */
  function sayPart(key: string): string {
    if (isTee(key)) return teeName(key)
    const parts = bench.build?.assembly.parts ?? []
    const found = parts.find((part) => part.key === key)
    if (found) return (found.drawn && wayName(key)) ?? named(found)
    const port = portName(key)
    if (port) return port
    const [kind, id, more] = key.split(':')
    const owner = parts.find((part) => part.key === (kind === 'pipe' ? drawnKey({ kind: 'drop', id: id! }) : `${kind}:${id}`))
    const name = wayName(key) ?? (owner ? named(owner) : key)
    if (more === 'bend') return say('build.part.bendOf', { name })
    return more === 'spout' || more === 'in' || more === 'out' ? say(`build.part.${more}`, { name }) : name
  }
  /** A row of parts in words, in the water's direction. */
  function detailWords(key: string): string {
    const plan = bench.build
    const detail = plan && detailsOf(plan.assembly, plan.groups).find((each) => each.key === key)
    return (detail?.items ?? [])
      .flatMap((item) =>
        item.kind === 'part'
          ? sayPart(item.part)
          : item.kind === 'fitting'
            ? sayFitting(item.placed)
            : item.kind === 'piece'
              ? `${item.label ?? ''} ${sayPipe(item.run.pipe)}`.trim()
              : item.kind === 'gap'
                ? say('build.gapHere')
                : [],
      )
      .join('; ')
  }
  return { detailWords, sayCut, sayPipe, sayEnd, sayWords, sayFitting, sayPart, named, numberedName }
}
