<script setup lang="ts">
import { EARLIEST_YEAR, fromIsoDate, isoDate, dayNumber } from '#core/rain'
import { message, type Message } from '~/stores/messages'
/**
 * A day of the calendar. Typed by its keys a date passes through years that nobody means, 2 and 20 and 202: these are let pass, and
 * told only where one of them is left standing.
 */
const props = defineProps<{
  /** As a file has it, `2027-03-04`; empty for none. */
  modelValue: string
  /** Last day that it can be, as a file has it. */
  most?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const { sayMessage } = useSay()
const { textOf, type, taken } = useTyped()
const problem = shallowRef<Message>()
const id = useId()
const LEAST = isoDate(dayNumber(EARLIEST_YEAR, 1, 1))
const LAST = '2399-12-31'
const isWithin = (text: string) => text === '' || (!Number.isNaN(fromIsoDate(text)) && text >= LEAST && text <= (props.most ?? LAST))
function change(event: Event) {
  const { value: text, validity } = event.target as HTMLInputElement
  // A day that is half written is none, though its field says that it is empty.
  if (validity.badInput || !isWithin(text)) return
  problem.value = undefined
  taken()
  if (text !== props.modelValue) emit('update:modelValue', text)
}
function leave(event: Event) {
  const input = event.target as HTMLInputElement
  if (input.validity.badInput) problem.value = message('field.problem.halfDay')
  else if (!isWithin(input.value))
    problem.value = message('field.problem.day', { least: { day: LEAST }, most: { day: props.most ?? LAST } })
}
defineOptions({ inheritAttrs: false })
</script>

<template>
  <span class="inline-flex flex-col">
    <input
      v-bind="$attrs"
      class="field"
      type="date"
      :max="most"
      :value="textOf(modelValue)"
      :aria-invalid="problem !== undefined"
      :aria-describedby="problem ? `${id}-says` : undefined"
      @input="type"
      @change="change"
      @blur="leave"
    />
    <span v-if="problem" :id="`${id}-says`" class="max-w-60 text-12 text-pencil" role="alert">{{ sayMessage(problem) }}</span>
  </span>
</template>
