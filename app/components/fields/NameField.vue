<script setup lang="ts">
import { isPrintable } from '#core/scheme'

/** A name, or any other text of a line or several: never empty unless it may be. */
const props = defineProps<{ label: string; modelValue: string; most?: number; rows?: number; empty?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const { say } = useSay()
const id = useId()
const problem = ref('')
const { textOf, type, taken } = useTyped()
function commit(event: Event) {
  const text = (event.target as HTMLInputElement | HTMLTextAreaElement).value.trim()
  problem.value =
    text === '' && !props.empty
      ? say('field.problem.empty', { example: '' })
      : isPrintable(text, props.rows !== undefined)
        ? ''
        : say('field.problem.unseen')
  if (problem.value !== '') return
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
      :aria-invalid="problem !== ''"
      @input="type"
      @change="commit"
    />
    <p class="text-12 text-pencil" aria-live="polite">{{ problem }}</p>
  </div>
</template>
