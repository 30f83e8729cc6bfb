<script setup lang="ts" generic="T extends string">
/** One of a few, by name. */
const props = defineProps<{
  label: string
  modelValue: T
  options: readonly { value: T; label: string }[]
  note?: string
  /** As for a measure: see `QuantityField`. */ measure?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const guess = useGuess(() => props.measure)
const id = useId()
const pick = (event: Event) => emit('update:modelValue', (event.target as HTMLSelectElement).value as T)
</script>

<template>
  <div class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1">
    <span
      ><label :for="id" class="text-13">{{ label }}</label
      ><TermHint :text="label"
    /></span>
    <select
      :id="id"
      class="field max-w-52 justify-self-end sm:max-w-60"
      :class="{ 'field-guess': guess.is.value }"
      :value="modelValue"
      @change="pick"
    >
      <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select>
    <p v-if="note || guess.is.value" class="col-span-2 text-right text-12 text-ink-3">
      {{ note }}
      <GuessNote v-if="guess.is.value" @right="guess.right" />
    </p>
  </div>
</template>
