<script setup lang="ts">
/** Text that may be empty: one line, or some, as an address has. */
const props = defineProps<{ label: string; modelValue: string; most: number; rows?: number; placeholder?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const id = useId()
const { textOf, type, taken } = useTyped()
function commit(event: Event) {
  const text = (event.target as HTMLTextAreaElement).value.trim()
  taken()
  if (text !== props.modelValue) emit('update:modelValue', text)
}
</script>

<template>
  <div class="py-1">
    <label :for="id" class="text-13">{{ label }}</label>
    <component
      :is="rows === 1 ? 'input' : 'textarea'"
      :id="id"
      class="field"
      v-bind="rows === 1 ? { type: 'text' } : { rows: rows ?? 3 }"
      :maxlength="most"
      :placeholder="placeholder"
      :value="textOf(modelValue)"
      @input="type"
      @change="commit"
    />
  </div>
</template>
