<script setup lang="ts" generic="T extends string">
/**
 * A list of which one is picked. It shows what is: the browser shows at once what a hand picks, so where an edit is refused, what
 * stands goes back into the list.
 */
const props = defineProps<{
  modelValue: T | ''
  options: readonly { value: T; label: string }[]
  /** What stands there while nothing is picked; it cannot be picked itself. */ unpicked?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()

async function pick(event: Event) {
  const list = event.target as HTMLSelectElement
  emit('update:modelValue', list.value as T)
  await nextTick()
  if (list.value !== props.modelValue) list.value = props.modelValue
}
</script>

<template>
  <select class="field" :value="modelValue" @change="pick">
    <option v-if="unpicked !== undefined" value="" disabled>{{ unpicked }}</option>
    <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
  </select>
</template>
