<script setup lang="ts">
import { clockOffset, heightTold, levelAs, writeMoment, type EntryProblem } from '#core/log'
import { fromIsoDate } from '#core/rain'
import { LEVEL_WAYS, type Entry } from '#core/scheme'
import { length, quantity, rainDepth, share, volume, type QuantityKind } from '#core/units/quantity'

/**
 * A reading put down beside the butt, with a wet thumb: what, how much, keep. Numbers by large keys of its own, in the reader's
 * units; the last value beside it. What cannot be is refused with the reason, what is unlikely asked back.
 */
const props = defineProps<{ kind?: Kind }>()
const emit = defineEmits<{ kept: [entry: Entry]; close: [] }>()
const KINDS = ['rain', 'level', 'drawn', 'topped-up', 'let-go'] as const
type Kind = (typeof KINDS)[number]

const { entries, vessels, path, draft, problemsOf, add, who, setWho } = useLog()
const { say, text } = useSay()
const { read } = useMeasure()
const { moment, level: sayLevel } = useLogWords()
const settings = useSettings()

const kind = ref<Kind>(props.kind ?? 'rain')
watch(
  () => props.kind,
  (next) => next && (kind.value = next),
)
const vessel = ref(vessels.value[0]?.id ?? '')
watch(vessels, (list) => {
  if (!list.some(({ id }) => id === vessel.value)) vessel.value = list[0]?.id ?? ''
})
const WAY = 'vernal-cask-level-way'
const way = ref<(typeof LEVEL_WAYS)[number]>(LEVEL_WAYS.find((each) => each === localStorage.getItem(WAY)) ?? 'rim')
const typed = ref('')
const when = ref('')
const note = ref('')
const asked = shallowRef<EntryProblem[]>([])
const refusal = ref('')
const pad = useTemplateRef<HTMLInputElement>('pad')

const measures = computed<QuantityKind>(() =>
  kind.value === 'rain'
    ? 'rainDepth'
    : kind.value !== 'level' || way.value === 'volume'
      ? 'volume'
      : way.value === 'share'
        ? 'share'
        : 'length',
)
const UNITS: Record<string, [metric: string, imperial: string]> = {
  rainDepth: ['mm', 'in'],
  volume: ['L', 'gal'],
  share: ['%', '%'],
  length: ['mm', 'in'],
}
const unit = computed(() => UNITS[measures.value]![settings.system === 'metric' ? 0 : 1])
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const
function press(key: (typeof KEYS)[number]) {
  if (key === '⌫') typed.value = typed.value.slice(0, -1)
  else if (key !== '.' || !typed.value.includes('.')) typed.value = (typed.value + key).slice(0, 12)
  clear()
}
function clear() {
  asked.value = []
  refusal.value = ''
}
watch([kind, way, vessel], () => {
  typed.value = ''
  clear()
})

/** What is typed, as it is understood: its own unit may be typed with it. */
const understood = computed(() => {
  const raw = typed.value.trim()
  if (raw === '') return undefined
  const parsed = read(measures.value as 'length', /[a-z%"'″′]/i.test(raw) ? raw : `${raw} ${unit.value}`)
  return parsed.ok ? parsed.value : undefined
})
const template = computed<Record<string, unknown> | undefined>(() => {
  const value = understood.value
  if (value === undefined) return undefined
  const extra = note.value.trim() === '' ? {} : { note: note.value.trim().slice(0, 500) }
  if (kind.value === 'rain') return { kind: 'rain', depth: value, ...extra }
  if (kind.value === 'level') return { kind: 'level', vessel: vessel.value, by: way.value, value, ...extra }
  return { kind: kind.value, vessel: vessel.value, volume: value, ...extra }
})
const shown = computed(() => {
  const value = understood.value
  if (value === undefined) return ''
  if (kind.value === 'level') return sayLevel({ vessel: vessel.value, by: way.value, value })
  return text(quantity(measures.value, value))
})
/** The last of its kind, to hold the new one against. */
const last = computed(() => {
  const found = entries.value.findLast((entry) => entry.kind === kind.value && (!('vessel' in entry) || entry.vessel === vessel.value))
  if (!found) return ''
  if (found.kind === 'rain') return say('log.lastWas', { value: rainDepth(found.depth), when: moment(found.at) })
  if (found.kind === 'level') {
    const body = path.value?.vessels.get(found.vessel)?.vessel.body
    if (!body) return ''
    const value = levelAs(body, heightTold(body, found), way.value)
    const as = way.value === 'share' ? share(value) : way.value === 'volume' ? volume(value) : length(value)
    return say('log.lastWas', { value: as, when: moment(found.at) })
  }
  return 'volume' in found ? say('log.lastWas', { value: volume(found.volume), when: moment(found.at) }) : ''
})

function atTyped(): string | undefined {
  if (when.value === '') return undefined
  const day = fromIsoDate(when.value.slice(0, 10))
  const minute = Number(when.value.slice(11, 13)) * 60 + Number(when.value.slice(14, 16))
  return writeMoment(day, minute, clockOffset(day, minute))
}
function keep(meant = false) {
  clear()
  if (!template.value) {
    refusal.value = typed.value.trim() === '' ? say('log.problem.nothing') : say('log.problem.unread', { text: typed.value })
    pad.value?.focus()
    return
  }
  const entry = draft(template.value, atTyped())
  const problems = problemsOf(entry)
  const refused = problems.find((each) => each.refused)
  if (refused) {
    refusal.value = sayProblem(refused)
    return
  }
  if (problems.length > 0 && !meant) {
    asked.value = problems
    return
  }
  if (kind.value === 'level')
    try {
      localStorage.setItem(WAY, way.value)
    } catch {
      // Asked again next time.
    }
  add(entry)
  typed.value = ''
  note.value = ''
  when.value = ''
  emit('kept', entry)
}
const sayProblem = ({ id, values }: EntryProblem) =>
  say(`log.problem.${id}`, {
    ...(values.deep === undefined ? {} : { deep: length(values.deep) }),
    ...(values.rose === undefined ? {} : { rose: length(values.rose) }),
    ...(values.depth === undefined ? {} : { depth: rainDepth(values.depth) }),
    ...(values.usual === undefined ? {} : { usual: rainDepth(values.usual) }),
    ...(values.volume === undefined ? {} : { volume: volume(values.volume) }),
  })
</script>

<template>
  <form class="quick" :aria-label="say('log.quick')" @submit.prevent="keep()">
    <ButtonChoice
      v-model="kind"
      class="choices"
      :label="say('log.what')"
      :options="KINDS.map((value) => ({ value, label: say(`word.entry-${value}`) }))"
    />
    <div v-if="kind !== 'rain' && vessels.length > 1" class="mt-2">
      <ChoiceField
        :label="say('log.vessel')"
        :model-value="vessel"
        :options="vessels.map(({ id, name }) => ({ value: id, label: name }))"
        @update:model-value="(id) => (vessel = id)"
      />
    </div>
    <ButtonChoice
      v-if="kind === 'level'"
      v-model="way"
      class="choices mt-2"
      :label="say('log.how')"
      :options="LEVEL_WAYS.map((value) => ({ value, label: say(`log.by.${value}`) }))"
    />
    <div class="mt-2 flex items-baseline gap-2">
      <input
        ref="pad"
        v-model="typed"
        class="field display num"
        type="text"
        inputmode="none"
        autocomplete="off"
        :aria-label="say(`word.entry-${kind}`)"
        :aria-invalid="refusal !== ''"
        aria-describedby="quick-says"
        @input="clear"
      />
      <span class="slab text-22" aria-hidden="true">{{ unit }}</span>
    </div>
    <p id="quick-says" class="min-h-5 text-13" :class="refusal ? 'text-pencil' : 'text-ink-2'" aria-live="polite">
      {{ refusal || shown || last }}
    </p>
    <div v-if="asked.length > 0" class="my-1 border-2 border-pencil bg-sheet p-2" role="alert">
      <p v-for="each in asked" :key="each.id" class="text-13">{{ sayProblem(each) }}</p>
      <div class="mt-1 flex gap-2">
        <button type="button" class="btn btn-go" @click="keep(true)">{{ say('log.keepAllTheSame') }}</button>
        <button type="button" class="btn" @click="clear">{{ say('log.change') }}</button>
      </div>
    </div>
    <div class="keys mt-1">
      <button
        v-for="key in KEYS"
        :key="key"
        type="button"
        class="btn key"
        :aria-label="key === '⌫' ? say('log.rubOut') : key"
        @click="press(key)"
      >
        {{ key }}
      </button>
    </div>
    <details class="mt-1 text-13">
      <summary>{{ say('log.more') }}</summary>
      <label class="grid grid-cols-[1fr_auto] items-center gap-2 py-1"
        >{{ say('log.when') }} <input v-model="when" class="field" type="datetime-local"
      /></label>
      <label class="grid grid-cols-[1fr_auto] items-center gap-2 py-1"
        >{{ say('log.who') }}
        <input
          class="field"
          type="text"
          maxlength="60"
          autocomplete="off"
          :value="who"
          @change="setWho(($event.target as HTMLInputElement).value.trim())"
        />
      </label>
      <label class="grid gap-1 py-1">{{ say('log.note') }} <textarea v-model="note" class="field" rows="2" maxlength="500" /></label>
    </details>
    <div class="mt-2 flex gap-2">
      <button type="submit" class="btn btn-go keep">{{ say('log.keep') }}</button>
      <button type="button" class="btn btn-bare" @click="emit('close')">{{ say('ui.close') }}</button>
    </div>
  </form>
</template>

<style scoped>
.display {
  width: 100%;
  min-height: 52px;
  font-size: 28px;
  text-align: right;
}
/* As many as there are in a row or two, and a thumb's width high. */
.choices :deep(.btn) {
  min-height: 44px;
  padding: 0 8px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
.key {
  min-height: 46px;
  font-size: 20px;
  font-weight: 700;
}
.keep {
  min-height: 48px;
  flex: 1;
  font-size: 16px;
}
</style>
