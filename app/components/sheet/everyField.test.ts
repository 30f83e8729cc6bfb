import { problem } from '#core/problems'
import { produce } from 'immer'
import { createPinia, setActivePinia } from 'pinia'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { createSSRApp, defineComponent, h, type Component } from 'vue'
import { createI18n } from 'vue-i18n'
import { renderToString } from 'vue/server-renderer'
import { ARRANGEMENTS } from '#core/arrangements'
import { demoJobs, demoRecords, withyHard } from '#core/demo'
import { addOutlet, setStand } from '#core/edits'
import { canonicalJson, type Job, type RainSource, type Scheme, type TrialStorm } from '#core/scheme'
import { british } from '~/locales/allWords'
import { fetchSheet, sheets } from './stationSheets'

/** The sheets of the stations; the trial's storm is told by fields, too. */
const ROOMS = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw', 'trial'] as const
type Room = (typeof ROOMS)[number]

/** A field as a sheet shows it. */
interface Shown {
  is: string
  label: string
  modelValue: unknown
  kind?: string
  least?: number
  most?: number
  note?: string
  options?: readonly { value: unknown; label?: string }[]
  /** Of a month's number: why it cannot be. */
  wrong?: (month: number, value: number) => string
  set: (value: unknown) => void
}
let shown: Shown[] = []
/** Stands where a field would: what it is given is all that is asked of it here. */
const fieldNamed = (is: string) =>
  defineComponent({
    props: [
      'label',
      'modelValue',
      'kind',
      'least',
      'most',
      'options',
      'note',
      'why',
      'measure',
      'rows',
      'columns',
      'optional',
      'empty',
      'wrong',
    ],
    inheritAttrs: false,
    setup(props, { attrs }) {
      shown.push({ ...props, is, set: attrs['onUpdate:modelValue'] } as unknown as Shown)
      return () => null
    },
  })
const FIELDS = ['QuantityField', 'ChoiceField', 'SearchField', 'TicksField', 'NameField', 'MonthsField']

const vues = import.meta.glob<{ default: Component }>([
  '../{sky,roof,gutter,drop,cask,spill,draw,drawing,fields,shell,snags,help,section,ledger}/*.vue',
  '../trial/StormFields.vue',
  '../log/AskedBack.vue',
])
const parts: Record<string, Component> = {}
beforeAll(async () => {
  for (const [path, load] of Object.entries(vues)) {
    const name = path.split('/').pop()!.replace('.vue', '')
    if (FIELDS.includes(name)) continue
    parts[name] = (await load()).default
  }
  for (const name of FIELDS) parts[name] = fieldNamed(name)
  // What is folded up has fields, too.
  parts['DrawPointFold'] = defineComponent({
    inheritAttrs: false,
    setup:
      (_, { slots }) =>
      () =>
        slots['default']?.(),
  })
  // Opened by a button, and shown beside the sheet.
  for (const name of ['StartersDialog', 'AnswerView']) parts[name] = defineComponent({ render: () => null })
  for (const name of Object.keys(parts)) parts[`Lazy${name}`] = parts[name]!
})

const pinia = createPinia()
beforeEach(() => {
  vi.stubGlobal('useState', (_key: string, make: () => unknown) => ref(make()))
  vi.stubGlobal('useRoute', () => reactive({ query: {} }))
  vi.stubGlobal('useRouter', () => ({ replace() {}, push() {} }))
  setActivePinia(pinia)
  vi.useFakeTimers()
})
afterAll(() => vi.useRealTimers())

/** What nobody wants to read: a number that is none, one without an end, and what only a program says. */
const NOT_SAID = /\bNaN\b|\bundefined\b|\bnull\b|\[object|\bInfinity\b|∞|Invalid Date/
/** Texts of a sheet, between its tags and in its names, and of its fields, that are not said to a reader. */
function notSaid(html: string): string[] {
  const texts = html.replace(/<!--.*?-->/gs, '').matchAll(/>([^<]+)<|(?:aria-label|title|alt)="([^"]*)"/g)
  const ofFields = shown.flatMap(({ label, note, options }) => [label, note, ...(options ?? []).map((each) => each.label)])
  return [...[...texts].map(([, text, name]) => text ?? name), ...ofFields].filter(
    (text): text is string => text !== undefined && NOT_SAID.test(text),
  )
}
/** What the sheets said that no sheet should: filled by each that is drawn. */
const amiss: string[] = []

const i18n = createI18n({ legacy: false, locale: 'en-GB', messages: { 'en-GB': british, 'en-US': {} } })
async function fieldsOf(room: Room): Promise<Shown[]> {
  shown = []
  // The library of words tells the console which are missing, and Vue what a template asks for that is not there.
  const missed = (['error', 'warn'] as const).map((to) => vi.spyOn(console, to).mockImplementation((what) => void amiss.push(String(what))))
  const app = createSSRApp({ render: () => h(room === 'trial' ? parts['StormFields']! : (sheets[room] as Component), { wide: false }) })
  app.use(i18n)
  app.use(pinia)
  for (const [name, part] of Object.entries(parts)) app.component(name, part)
  amiss.push(...notSaid(await renderToString(app)))
  for (const each of missed) each.mockRestore()
  return shown
}

/** Chosen for the reader alone, or asked of a calculation beside the job: nothing of the job's own. */
const ASIDE = new Set([
  'roof: Section',
  // A roof told by its shape is taken over by its button.
  'roof: Shape',
  'roof: The roof along its eave',
  'roof: From eave to eave, on the level',
  'roof: Rain of',
  'sky: In the gauge',
  'gutter: Outlet',
  'drop: Pipe in hand',
  'drop: Pipe to vessel, across',
  'drop: Paper',
  'drop: Empty within, hours',
  'cask: New place',
  'draw: Poured in',
  'draw: Hypochlorite on the label',
  'draw: Days since it was made',
])
const isAside = (station: string, { is, label }: Shown) =>
  ASIDE.has(`${station}: ${label}`) || (is === 'ChoiceField' && station === 'cask' && label === 'Vessel')

/** Another value that the field offers, near the one that stands; undefined where it offers no other. */
function another({ is, kind, modelValue: now, least = 0, most = 0, options = [] }: Shown): unknown {
  if (is === 'NameField') return `${String(now)} anew`
  if (is === 'TicksField') {
    const ticked = now as unknown[]
    const first = options.find(({ value }) => !ticked.includes(value))
    return options.map(({ value }) => value).filter((value) => value === first?.value || ticked.includes(value))
  }
  if (is === 'MonthsField') return (now as number[]).map((each) => each + 0.25)
  if (options.length > 0) return options.find(({ value }) => value !== now)?.value
  const value = typeof now === 'number' ? now : (least + most) / 2
  const step = kind === 'count' || Number.isInteger(value) ? 1 : Math.abs(value) * 0.07
  return [value + step, value - step, value + (most - value) / 8, value - (value - least) / 8].find((v) => v >= least && v <= most)
}
const alike = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number'
    ? Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a))
    : JSON.stringify(a) === JSON.stringify(b)

/** What is wrong with a field once so much was typed; nothing where the job and the sheet took it, and undo takes it back. */
async function wrongWith(station: Room, job: Job, fields: Shown[], at: number): Promise<string[]> {
  const bench = useWorkbench()
  const field = fields[at]!
  const begin = () => Object.assign(bench, { job, outletChosen: undefined })
  const wrong = (to: unknown, what: string) => [
    `${station}, ${field.label}, ${JSON.stringify(field.modelValue)} to ${JSON.stringify(to)}: ${what}`,
  ]
  const refused = () => JSON.stringify(useNotices().list.map(({ told }) => told))
  const { modelValue: now, least = -Infinity, most = Infinity } = field
  if (typeof now === 'number' && (now < least - 1e-9 || now > most + 1e-9)) return wrong(now, 'stands beyond its own ends')
  // Whatever is between the ends that are told is taken, and what follows from it can be reckoned.
  const { least: lowest = 0, most: highest = 0 } = field
  const ends: unknown[] =
    field.is === 'QuantityField'
      ? [field.least, field.most]
      : field.is === 'MonthsField'
        ? // A month by itself, as it is typed; where its sheet has a word against it, it is not taken on.
          [lowest, highest].flatMap((to) =>
            (now as unknown as number[]).flatMap((_, month) =>
              field.wrong?.(month, to) ? [] : [(now as unknown as number[]).map((each, m) => (m === month ? to : each))],
            ),
          )
        : []
  for (const to of ends) {
    if (to === undefined || alike(to, field.modelValue)) continue
    begin()
    field.set(to)
    if (bench.job === job) return wrong(to, `not taken ${refused()}`)
    if (!bench.assessment || bench.problem) return wrong(to, `nothing follows ${String(bench.problem)}`)
    if (field.is === 'MonthsField') continue
    await fieldsOf(station)
    if (amiss.length > 0) return wrong(to, `says ${amiss.splice(0).join(', ')}`)
  }
  const to = another(field)
  if (to === undefined) return []
  begin()
  field.set(to)
  if (bench.job === job) return wrong(to, `not taken ${refused()}`)
  const isSame = ({ is, label }: Shown) => is === field.is && label === field.label
  const after = (await fieldsOf(station)).filter(isSame)[fields.slice(0, at).filter(isSame).length]
  if (amiss.length > 0) return wrong(to, `says ${amiss.splice(0).join(', ')}`)
  if (!after) return wrong(to, 'the field has gone')
  if (!alike(after.modelValue, to)) return wrong(to, `shown as ${JSON.stringify(after.modelValue)}`)
  bench.undo()
  return canonicalJson(bench.job!) === canonicalJson(job) ? [] : wrong(to, 'undo leaves something')
}

/** Storms and rains of the kinds that no demo job has. */
const STORMS: TrialStorm[] = [
  { kind: 'block', depth: 20, minutes: 60 },
  { kind: 'type-two', depth: 60 },
  { kind: 'design', shorter: { minutes: 5, intensity: 75 }, longer: { minutes: 60, intensity: 22.5 }, minutes: 120 },
  { kind: 'gauge', name: 'Gauge', step: 300, depths: [1, 2, 1] },
]
const months = (value: number) => Array.from({ length: 12 }, () => value)
const RAINS: RainSource[] = [
  { kind: 'normals', totals: months(50), wetDays: months(9), spread: 0.15, years: 20, seed: 1 },
  { kind: 'annual', total: 700, pattern: 'even', hemisphere: 'north', wetDays: 140, spread: 0.15, years: 20, seed: 1 },
  {
    kind: 'fitted',
    record: demoRecords()[0]!.id,
    gaps: 'dry',
    years: 20,
    seed: 1,
  },
]
const jobOf = (scheme: Scheme): Job => ({ ...withyHard(), schemes: [scheme], chosen: scheme.id })
const JOBS = [
  ...demoJobs().flatMap((job) => job.schemes.map(({ id, name }) => [`${job.name}, ${name}`, { ...job, chosen: id }] as const)),
  // Two stores with a tap each; thirteen vessels; a pump; a pipe that joins another.
  ['on a tower', jobOf(setStand(withyHard().schemes[0]!, 'butt', 6))] as const,
  ...[12, 13, 16, 18].map((n) => [`arrangement ${n}`, jobOf(ARRANGEMENTS[n - 1]!())] as const),
]

/** All falls away from the leading outlet, to one more at the other end. */
function atTheTop(scheme: Scheme): Scheme {
  const [gutter] = scheme.gutters
  const two = addOutlet(scheme, gutter!.id, 0, 'Second')
  return produce(two, (draft) => void (draft.gutters[0]!.outlets[0]!.height += gutter!.fall * gutter!.length))
}
/** Nothing runs from a hose whose end is held over the water. */
const hoseHigh = (scheme: Scheme): Scheme => produce(scheme, (draft) => void (draft.taps[0]!.hose = { bore: 0.0127, length: 10, end: 3 }))

/** What is the matter of one sheet alone. */
const PARTS: (readonly [name: string, job: Job, room: Room])[] = [
  ...STORMS.map((storm) => {
    const [scheme] = withyHard().schemes
    return [`a storm, ${storm.kind}`, jobOf({ ...scheme!, trial: { ...scheme!.trial, storm } }), 'trial'] as const
  }),
  ['an outlet at the top of its fall', jobOf(atTheTop(withyHard().schemes[0]!)), 'gutter'],
  ['a hose held over the water', jobOf(hoseHigh(withyHard().schemes[0]!)), 'draw'],
  ...RAINS.map((rain) => [`rain, ${rain.kind}`, { ...withyHard(), rain }, 'sky'] as const),
]

/** What is wrong with the fields of some sheets, and how many were tried. */
async function tryAll(job: Job, rooms: readonly Room[]): Promise<{ wrong: string[]; tried: number }> {
  useSettings().borrow({ terms: job.terms, system: job.system })
  const wrong: string[] = []
  let tried = 0
  for (const station of rooms) {
    if (station !== 'trial') await fetchSheet(station)
    Object.assign(useWorkbench(), { job })
    // The years are run by a worker, which there is none of here: what waits for them need not.
    useWorkbench().simulation.failed = problem('other', { why: 'no worker' })
    const fields = await fieldsOf(station)
    wrong.push(...amiss.splice(0).map((what) => `${station}: says ${what}`))
    for (const [at, field] of fields.entries()) {
      if (isAside(station, field)) continue
      tried++
      wrong.push(...(await wrongWith(station, job, fields, at)))
    }
  }
  return { wrong, tried }
}

describe('every field of every sheet takes what it offers, shows what was typed, says what can be said, and gives it back by undo', () => {
  it.each(JOBS)('%s', async (_name, job) => {
    const { wrong, tried } = await tryAll(job, ROOMS)
    expect(wrong).toEqual([])
    expect(tried).toBeGreaterThan(60)
  })
  it.each(PARTS)('%s', async (_name, job, room) => {
    const { wrong, tried } = await tryAll(job, [room])
    expect(wrong).toEqual([])
    expect(tried).toBeGreaterThan(1)
  })
})
