<script setup lang="ts">
import { typed as asTyped, type Quantity } from '#core/units/quantity'
import type { FieldKind, WhyEnds } from '~/components/fields/fieldRow'
import { message, type Message } from '~/stores/messages'

/**
 * A measure, typed as people say it and shown as it was understood. The value is SI; text that cannot be read stays
 * in the field with its reason, and the last good value stands.
 */
const props = defineProps<{
  label: string
  /** Nothing where it may be left unsaid, and was. */
  modelValue: number | undefined
  kind: FieldKind
  least?: number
  most?: number
  note?: string
  why?: WhyEnds
  hideLabel?: boolean
  /** Whether it may be left empty. */
  optional?: boolean
  /** Key of the measure that it is, where it is one that is taken with a tape: shown as a guess until it was. */
  measure?: string
}>()
/** An emptied field says nothing any more, where nothing may be said; else what stood there stands. */
const emit = defineEmits<{ 'update:modelValue': [value: number]; clear: [] }>()

const settings = useSettings()
/** Feet and inches want letters and marks, a place west of Greenwich its sign; all else the number keys. */
const keys = computed(() =>
  ((props.kind === 'length' || props.kind === 'span' || props.kind === 'mesh') && settings.system === 'imperial') ||
  props.kind === 'longitude'
    ? 'text'
    : 'decimal',
)
const { say, sayMessage, text } = useSay()
const { read, wrong } = useMeasure()
const guess = useGuess(() => props.measure)
const id = useId()

const typed = ref<string>()
const problem = shallowRef<Message>()
const understood = shallowRef<Quantity>()
/** Something is typed that nobody has taken yet. */
let writing = false

const shown = computed(() => (props.modelValue === undefined ? '' : text(asTyped(props.kind, props.modelValue)).replace(/\u00A0/g, ' ')))
watch(
  () => props.modelValue,
  () => {
    // What is half written stays, whatever comes back meanwhile.
    if (writing) return
    typed.value = undefined
    problem.value = undefined
  },
)

function look(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  typed.value = raw
  writing = true
  const parsed = read(props.kind, raw)
  understood.value = parsed.ok ? asTyped(props.kind, parsed.value) : undefined
  // Two readings are asked about while it is written; all else waits until it is done.
  problem.value = !parsed.ok && parsed.ways ? wrong(props.kind, raw, parsed) : undefined
  jumpedFrom.value = undefined
}

function leave() {
  writing = false
  typed.value = undefined
  problem.value = undefined
  understood.value = undefined
}
function commit() {
  writing = false
  if (typed.value === undefined) return
  if (props.optional && typed.value.trim() === '') {
    leave()
    if (props.modelValue !== undefined) emit('clear')
    return
  }
  const parsed = read(props.kind, typed.value)
  understood.value = undefined
  if (!parsed.ok) {
    problem.value = wrong(props.kind, typed.value, parsed)
    return
  }
  const { least = -Infinity, most = Infinity } = props
  if (parsed.value < least - 1e-12 || parsed.value > most + 1e-12) {
    const reason = parsed.value < least ? props.why?.least : props.why?.most
    problem.value = message(reason ?? 'field.problem.range', { least: asTyped(props.kind, least), most: asTyped(props.kind, most) })
    return
  }
  problem.value = undefined
  typed.value = undefined
  const before = props.modelValue
  if (before !== undefined && Math.abs(parsed.value - before) <= 1e-12) return guess.right()
  emit('update:modelValue', parsed.value)
  if (before !== undefined && leaps(before, parsed.value)) jumpedFrom.value = before
}
/** So many times as much as before, or as little, is more often a slip of the hand than meant. */
const LEAP = 8
const leaps = (from: number, to: number) => from * to > 0 && (to / from >= LEAP || to / from <= 1 / LEAP)
/** What stood there before an unlikely leap; asked about, not held up. */
const jumpedFrom = ref<number>()
function goBack() {
  const before = jumpedFrom.value
  jumpedFrom.value = undefined
  if (before !== undefined) emit('update:modelValue', before)
}
</script>

<template>
  <div class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1">
    <span :class="{ 'only-heard': hideLabel }"
      ><label :for="id" class="text-13">{{ label }}</label
      ><TermHint v-if="!hideLabel" :text="label"
    /></span>
    <input
      :id="id"
      class="field max-w-36 justify-self-end text-right"
      :class="{ 'field-guess': guess.is.value }"
      type="text"
      :inputmode="keys"
      data-number
      autocomplete="off"
      :value="typed ?? shown"
      :aria-invalid="problem !== undefined"
      :aria-describedby="`${id}-says`"
      @input="look"
      @change="commit"
      @keydown.enter="commit"
      @keydown.escape="leave"
    />
    <p :id="`${id}-says`" class="col-span-2 text-right text-12" :class="problem ? 'text-pencil' : 'text-ink-3'" aria-live="polite">
      <template v-if="jumpedFrom !== undefined && !problem">
        {{ say('field.leap', { from: asTyped(kind, jumpedFrom) }) }}
        <button type="button" class="underline" @click="goBack">{{ say('field.leapBack', { from: asTyped(kind, jumpedFrom) }) }}</button>
      </template>
      <template v-else>
        {{ problem ? sayMessage(problem) : understood ? say('field.understood', { value: understood }) : note }}
        <GuessNote v-if="guess.is.value && !problem && !understood" @right="guess.right" />
      </template>
    </p>
  </div>
</template>
