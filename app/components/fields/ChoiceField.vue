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
</script>

<template>
  <!-- A choice is read whole: where it does not fit beside its name, it stands below. -->
  <div class="flex flex-wrap items-center justify-end gap-x-3 py-1">
    <span class="min-w-(--label-width,8rem) flex-[1_1_var(--label-width,8rem)]"
      ><label :for="id" class="text-13">{{ label }}</label
      ><TermHint :text="label"
    /></span>
    <PickList
      :id="id"
      class="w-auto! max-w-full min-w-36"
      :class="{ 'field-guess': guess.is.value }"
      :model-value="modelValue"
      :options="options"
      @update:model-value="(v) => emit('update:modelValue', v)"
    />
    <p v-if="note || guess.is.value" class="w-full text-right text-12 text-ink-3">
      {{ note }}
      <GuessNote v-if="guess.is.value" @right="guess.right" />
    </p>
  </div>
</template>
