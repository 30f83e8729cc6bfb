<script setup lang="ts">
/** A name: any text, never empty. */
const props = defineProps<{ label: string; modelValue: string; most?: number }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const { say } = useSay()
const id = useId()
const problem = ref('')
const { textOf, type, taken } = useTyped()
function commit(event: Event) {
  const text = (event.target as HTMLInputElement).value.trim()
  problem.value = text === '' ? say('field.problem.empty', { example: '' }) : ''
  if (text === '') return
  taken()
  if (text !== props.modelValue) emit('update:modelValue', text)
}
</script>

<template>
  <div class="py-1">
    <label :for="id" class="text-13">{{ label }}</label>
    <input
      :id="id"
      class="field"
      type="text"
      :maxlength="most ?? 120"
      :value="textOf(modelValue)"
      :aria-invalid="problem !== ''"
      @input="type"
      @change="commit"
    />
    <p class="text-12 text-pencil" aria-live="polite">{{ problem }}</p>
  </div>
</template>
