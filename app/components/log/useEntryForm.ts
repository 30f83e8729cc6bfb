import {
  aboutField,
  clockOffset,
  drawnAtTap,
  instantAt,
  levelBefore,
  momentNow,
  movedTo,
  partsWritten,
  writeMoment,
  type EntryProblem,
} from '#core/log'
import { fromIsoDate } from '#core/rain'
import { CLEANED, DIVERTER_WAYS, LEVEL_WAYS, MENDED, SEASON_WAYS, VALVE_WAYS, type Entry, type EntryKind } from '#core/scheme'
import { bareUnit } from '#core/units/parse'
import { quantity, typed as asTyped, volume } from '#core/units/quantity'
import { TERM_FACTS } from '#core/units/terms'
import { tellEntryProblem } from '~/components/log/entryProblem'
import type { MessageId } from '~/locales/messageIds'
import { message, type Message } from '~/stores/messages'

type LevelWay = (typeof LEVEL_WAYS)[number]
/** How much is said: as a level, as a volume, in cans of so much (m³), in minutes that a tap stood open. */
export type EntryWay = LevelWay | `cans ${number}` | `minutes ${string}`
/** Measures that entries hold. */
type Amount = Parameters<typeof bareUnit>[0]

/** What an entry of a kind says by one of a few words: the field that holds it, the words, where they are. */
const CHOICES: Partial<Record<EntryKind, { field: 'to' | 'what'; of: readonly string[]; ids: string }>> = {
  turned: { field: 'to', of: DIVERTER_WAYS, ids: 'log.way' },
  valve: { field: 'to', of: VALVE_WAYS, ids: 'log.valve' },
  cleaned: { field: 'what', of: CLEANED, ids: 'log.clean' },
  mended: { field: 'what', of: MENDED, ids: 'log.mend' },
  season: { field: 'to', of: SEASON_WAYS, ids: 'log.season' },
}
export const choicesOf = (kind: EntryKind): readonly string[] => CHOICES[kind]?.of ?? []

/** The field that holds an amount, where a kind has one. */
const AMOUNTS: Partial<Record<EntryKind, 'depth' | 'value' | 'volume'>> = {
  rain: 'depth',
  level: 'value',
  drawn: 'volume',
  'topped-up': 'volume',
  'let-go': 'volume',
  dosed: 'volume',
}
/** As a level and as a volume were said last, for the next time. */
const REMEMBERED = { level: 'vernal-cask-level-way', volume: 'vernal-cask-volume-way' }
const rememberedLevel = (): LevelWay => LEVEL_WAYS.find((each) => each === localStorage.getItem(REMEMBERED.level)) ?? 'rim'
const rememberedVolume = () => (localStorage.getItem(REMEMBERED.volume) ?? 'volume') as EntryWay
const measureOf = (kind: EntryKind, way: EntryWay): Amount =>
  kind === 'rain' ? 'rainDepth' : kind !== 'level' || way === 'volume' ? 'volume' : way === 'share' ? 'share' : 'length'

/**
 * An entry as it is being written, or written anew: of which kind, about which part, how much by which way, when. Nothing that is
 * typed is lost by what cannot be; that is told beside it.
 *
 * @param first the kind it begins as
 * @param of the entry that is changed; a new one where left out
 */
export function useEntryForm(first: EntryKind, of?: Entry) {
  const { entries, path, scheme, draft, problemsOf } = useLog()
  const { say, text, sayMessage } = useSay()
  const { read } = useMeasure()
  const { moment, partName, level: sayLevel } = useLogWords()
  const settings = useSettings()

  const kind = ref<EntryKind>(of?.kind ?? first)
  const about = ref(of && 'vessel' in of ? of.vessel : of && 'part' in of ? (of.part ?? '') : '')
  const named = computed(() => aboutField(kind.value))
  const parts = computed(() => {
    if (!named.value) return []
    const written = (scheme.value && partsWritten(kind.value, scheme.value)) ?? []
    // What an entry was about may be gone since.
    const gone = of && about.value !== '' && !written.includes(about.value) ? [about.value] : []
    return [...gone, ...written].map((value) => ({ value, label: partName(value) }))
  })
  watch(
    parts,
    (list) => {
      if (!list.some(({ value }) => value === about.value)) about.value = list[0]?.value ?? about.value
    },
    { immediate: true },
  )
  const choice = ref(of && 'to' in of ? of.to : of && 'what' in of ? of.what : '')

  const taps = computed(() => scheme.value?.taps.filter(({ vessel }) => vessel === about.value) ?? [])
  const ways = computed((): { value: EntryWay; label: string }[] => {
    if (kind.value === 'level') return LEVEL_WAYS.map((value) => ({ value, label: say(`log.by.${value}`) }))
    const cans = [...new Set(scheme.value?.taps.map(({ can }) => can.volume) ?? [])]
    const isDrawn = kind.value === 'drawn'
    if (!isDrawn && kind.value !== 'topped-up' && kind.value !== 'let-go') return []
    return [
      { value: 'volume', label: say('log.by.volume') },
      ...(kind.value === 'let-go'
        ? []
        : cans.map((can) => ({ value: `cans ${can}` as const, label: say('log.by.cans', { can: volume(can) }) }))),
      ...(kind.value === 'topped-up'
        ? []
        : taps.value.map(({ id, name }) => ({ value: `minutes ${id}` as const, label: say('log.by.minutes', { tap: name }) }))),
    ]
  })
  const levelWay = ref<LevelWay>(of?.kind === 'level' ? of.by : rememberedLevel())
  const volumeWay = ref<EntryWay>(of ? 'volume' : rememberedVolume())
  const way = computed<EntryWay>({
    get: () =>
      kind.value === 'level' ? levelWay.value : ways.value.some(({ value }) => value === volumeWay.value) ? volumeWay.value : 'volume',
    set: (to) => {
      if (kind.value === 'level') levelWay.value = to as LevelWay
      else volumeWay.value = to
    },
  })

  const hasAmount = computed(() => AMOUNTS[kind.value] !== undefined)
  const measure = computed(() => measureOf(kind.value, way.value))
  /** What a number is one of, where nothing else is typed behind it. */
  const unit = computed(() => {
    const [counted] = way.value.split(' ')
    return counted === 'cans' || counted === 'minutes' ? say(`log.unit.${counted}`) : bareUnit(measure.value, settings.system)
  })
  const amountOf = (entry: Entry): number | undefined => {
    const field = AMOUNTS[entry.kind]
    return field && (entry as Entry & Record<typeof field, number>)[field]
  }
  const stood = of && amountOf(of)
  const stoodIn = measure.value
  const asStood = stood === undefined ? '' : text(asTyped(stoodIn, stood)).replace(/\u00A0/g, ' ')
  const typed = ref(asStood)
  const when = ref(of?.at.slice(0, 16) ?? '')
  const note = ref(of?.note ?? '')

  const refused = shallowRef<Message>()
  const unlikely = shallowRef<Message[]>([])
  /** Why it cannot be kept; empty where nobody said so. */
  const refusal = computed(() => sayMessage(refused.value))
  /** What is asked about before it is kept. */
  const asked = computed(() => unlikely.value.map(sayMessage))
  function clear() {
    unlikely.value = []
    refused.value = undefined
  }
  // A number of millimetres is none of litres; down from the rim or up from the floor it stays what was read.
  watch([kind, unit], () => (typed.value = ''), { flush: 'sync' })
  watch([kind, about, way, typed, when], clear)

  /** When it was, as an entry has it: now, where nothing was said. */
  function at(): string {
    if (of) return movedTo(of.at, when.value, clockOffset)
    if (when.value === '') return momentNow(new Date())
    const day = fromIsoDate(when.value.slice(0, 10))
    const minute = Number(when.value.slice(11, 13)) * 60 + Number(when.value.slice(14, 16))
    return writeMoment(day, minute, clockOffset(day, minute))
  }
  const levelKnown = computed(() =>
    path.value?.vessels.has(about.value) ? levelBefore(path.value, entries.value, about.value, instantAt(at())) : undefined,
  )
  /** A bare number in what it stands for: as it is kept, in SI. */
  function counted(bare: number): number | undefined {
    const [counts, what] = way.value.split(' ')
    if (counts === 'cans') return bare * Number(what)
    const tap = taps.value.find(({ id }) => id === what)
    return tap && path.value && levelKnown.value && drawnAtTap(path.value, tap, levelKnown.value.height, bare)
  }
  const isCounted = computed(() => way.value.includes(' '))
  /** Some unit, or several, is typed with it. */
  const hasUnit = computed(() => /[a-z%"'″′]/i.test(typed.value))
  /** What is typed, as it is understood: its own unit may be typed with it. */
  const understood = computed(() => {
    const raw = typed.value.trim()
    if (raw === '') return undefined
    // It may have been kept finer than it is shown.
    if (typed.value === asStood && measure.value === stoodIn) return stood
    const parsed = isCounted.value ? read('plain', raw) : read(measure.value, hasUnit.value ? raw : `${raw} ${unit.value}`)
    return !parsed.ok || (isCounted.value && parsed.value < 0) ? undefined : isCounted.value ? counted(parsed.value) : parsed.value
  })
  const shown = computed(() => {
    const value = understood.value
    if (value === undefined) return ''
    if (kind.value === 'level') return sayLevel({ vessel: about.value, by: levelWay.value, value })
    const said = text(quantity(measure.value, value))
    return way.value.startsWith('minutes') && levelKnown.value
      ? say('log.ranOut', { value: said, when: moment(levelKnown.value.entry.at) })
      : said
  })

  function template(): Record<string, unknown> {
    const amount = AMOUNTS[kind.value]
    const choices = CHOICES[kind.value]
    return {
      kind: kind.value,
      note: note.value.trim() === '' ? undefined : note.value.trim(),
      ...(named.value ? { [named.value]: about.value } : {}),
      ...(choices ? { [choices.field]: choice.value || choices.of[0] } : {}),
      ...(amount ? { [amount]: understood.value } : {}),
      ...(kind.value === 'level' ? { by: levelWay.value } : {}),
    }
  }
  const told = (wrong: EntryProblem): Message => tellEntryProblem(wrong, measure.value)

  /**
   * The entry as it can be kept; nothing where it cannot be, or is asked about first, which is then told.
   *
   * @param meant what was asked about is as it was meant
   */
  function finished(meant: boolean, more: Record<string, unknown> = {}): Entry | undefined {
    clear()
    if (hasAmount.value && understood.value === undefined) {
      const raw = typed.value.trim()
      refused.value =
        raw === ''
          ? message('log.problem.nothing')
          : way.value.startsWith('minutes') && !levelKnown.value
            ? message('log.problem.noLevelYet')
            : message('log.problem.unread', { text: raw.slice(0, 60) })
      return undefined
    }
    const entry = of ? ({ ...of, ...template(), at: at() } as Entry) : draft({ ...template(), ...more }, at())
    const problems = problemsOf(entry)
    const wrong = problems.find((each) => each.refused)
    if (wrong) refused.value = told(wrong)
    else if (problems.length > 0 && !meant) unlikely.value = problems.map(told)
    else {
      remember()
      return entry
    }
    return undefined
  }
  function remember() {
    try {
      if (kind.value === 'level') localStorage.setItem(REMEMBERED.level, levelWay.value)
      else if (ways.value.length > 0 && !of) localStorage.setItem(REMEMBERED.volume, way.value)
    } catch {
      // Asked again next time.
    }
  }
  /** Begun anew, for the next of its kind. */
  function empty() {
    typed.value = ''
    note.value = ''
    when.value = ''
    clear()
  }
  /** The mark before decimals, as a key. */
  const decimalMark = computed(() => TERM_FACTS[settings.terms].decimal)
  const choiceLabel = (of: EntryKind, value: string) => say(`${CHOICES[of]!.ids}.${value}` as MessageId)
  return {
    ...{ kind, about, parts, choice, way, ways, typed, unit, hasUnit, hasAmount, when, note },
    ...{ shown, refusal, asked, clear, finished, empty, decimalMark, choiceLabel },
  }
}
