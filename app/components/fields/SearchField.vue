<script setup lang="ts" generic="T extends string">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { folded, soughtIn } from '#core/units/folded'

/** One of many, found by any word that people have for it. */
const props = defineProps<{
  label: string
  modelValue: T
  /** `also` are other words for it, apart by commas; they are looked through, and shown where they were the ones that matched. */
  options: readonly { value: T; label: string; also?: string }[]
  note?: string
  /** As for a measure: see `QuantityField`. */ measure?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const { say } = useSay()
const guess = useGuess(() => props.measure)
/** A list that opens under the edge of its sheet is brought into it. */
const intoView = ({ el }: { el: unknown }) => (el as Element).scrollIntoView?.({ block: 'nearest' })
const id = useId()

const query = ref('')
const asked = computed(() => soughtIn(query.value))
const found = computed(() =>
  props.options.flatMap((option) => {
    const name = folded(option.label)
    const others = (option.also ?? '').split(/, ?/)
    if (!asked.value.every((word) => name.includes(word) || others.some((other) => folded(other).includes(word)))) return []
    const by = asked.value.some((word) => !name.includes(word))
      ? others.filter((other) => asked.value.some((word) => folded(other).includes(word))).join(', ')
      : ''
    return [{ ...option, by }]
  }),
)
const labelOf = (value: unknown) => props.options.find((option) => option.value === value)?.label ?? ''
const pick = (value: T | null) => {
  query.value = ''
  if (value === null) return
  if (value !== props.modelValue) emit('update:modelValue', value)
  else guess.right()
}
</script>

<template>
  <Combobox
    :model-value="modelValue"
    as="div"
    class="relative grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1"
    @update:model-value="pick"
  >
    <span
      ><ComboboxLabel :for="id" class="text-13">{{ label }}</ComboboxLabel
      ><TermHint :text="label"
    /></span>
    <span class="relative w-52 max-w-full justify-self-end">
      <ComboboxInput
        :id="id"
        class="field w-full! pr-7 text-left!"
        :class="{ 'field-guess': guess.is.value }"
        autocomplete="off"
        spellcheck="false"
        :display-value="labelOf"
        @focus="($event.target as HTMLInputElement).select()"
        @change="query = $event.target.value"
        @blur="query = ''"
      />
      <ComboboxButton class="absolute inset-y-0 right-0 w-8" :aria-label="say('search.all')">
        <svg viewBox="0 0 10 10" class="mx-auto size-2.5 fill-current" aria-hidden="true"><path d="M1 2.5h8L5 8z" /></svg>
      </ComboboxButton>
    </span>
    <ComboboxOptions
      class="absolute top-full right-0 z-20 max-h-60 w-72 max-w-full overflow-y-auto border-2 border-ink bg-sheet text-13"
      @vue:mounted="intoView"
    >
      <ComboboxOption v-for="option in found" :key="option.value" v-slot="{ active, selected }" :value="option.value" as="template">
        <li class="min-h-9 cursor-pointer px-2 py-1.5" :class="{ 'bg-ink text-on-ink': active, 'font-bold': selected }">
          {{ option.label }}<span v-if="option.by" class="block text-12">{{ option.by }}</span>
        </li>
      </ComboboxOption>
      <li v-if="found.length === 0" role="option" aria-disabled="true" aria-selected="false" class="px-2 py-1.5 text-ink-3">
        {{ say('search.none') }}
      </li>
    </ComboboxOptions>
    <p v-if="note || guess.is.value" class="col-span-2 text-right text-12 text-ink-3">
      {{ note }}
      <GuessNote v-if="guess.is.value" @right="guess.right" />
    </p>
  </Combobox>
</template>
