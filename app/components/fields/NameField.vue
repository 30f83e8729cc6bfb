<script setup lang="ts">
import { isPrintable } from '#core/scheme'
import { message, type Message } from '~/stores/messages'

/** A name, or any other text of a line or several: never empty unless it may be. */
const props = defineProps<{ label: string; modelValue: string; most?: number; rows?: number; empty?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const { sayMessage } = useSay()
const id = useId()
const problem = shallowRef<Message>()
const { textOf, type, taken } = useTyped()
function commit(event: Event) {
  const text = (event.target as HTMLInputElement | HTMLTextAreaElement).value.trim()
  problem.value =
    text === '' && !props.empty
      ? message('field.problem.noText')
      : isPrintable(text, props.rows !== undefined)
        ? undefined
        : message('field.problem.unseen')
  if (problem.value) return
  taken()
  if (text !== props.modelValue) emit('update:modelValue', text)
}
</script>

<template>
  <div class="py-1">
    <label :for="id" class="text-13">{{ label }}</label>
    <component
      :is="rows ? 'textarea' : 'input'"
      :id="id"
      class="field"
      v-bind="rows ? { rows } : { type: 'text' }"
      :maxlength="most ?? 120"
      :value="textOf(modelValue)"
      :aria-invalid="problem !== undefined"
      @input="type"
      @change="commit"
    />
    <p class="text-12 text-pencil" aria-live="polite">{{ sayMessage(problem) }}</p>
  </div>
</template>
