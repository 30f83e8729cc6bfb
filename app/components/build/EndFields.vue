<script setup lang="ts">
import { END_SIZES } from '#core/parts'
import { END_TYPES, type End } from '#core/scheme'
import { sizeWords } from '~/build/endWords'

/** What an end really is: kind, size and which side of a joint. */
const props = defineProps<{ label: string; modelValue: End }>()
const emit = defineEmits<{ 'update:modelValue': [value: End] }>()
const { say } = useSay()
const settings = useSettings()

const pick = (change: Partial<End>) => {
  const next = { ...props.modelValue, ...change }
  emit('update:modelValue', END_SIZES[next.type].includes(next.size) ? next : { ...next, size: END_SIZES[next.type][0]! })
}
const value = (event: Event) => (event.target as HTMLSelectElement).value
const types = computed(() => END_TYPES.map((type) => ({ value: type, label: say(`build.endType.${type}`) })))
const sizes = computed(() =>
  END_SIZES[props.modelValue.type].map((size) => ({
    value: size,
    label: sizeWords({ type: props.modelValue.type, size }, say, settings.system),
  })),
)
</script>

<template>
  <fieldset class="py-1">
    <legend class="text-12 text-ink-3">{{ label }}</legend>
    <div class="flex flex-wrap gap-1">
      <select
        class="field w-auto!"
        :aria-label="`${label}: ${say('build.kind')}`"
        :value="modelValue.type"
        @change="pick({ type: value($event) as End['type'] })"
      >
        <option v-for="each in types" :key="each.value" :value="each.value">{{ each.label }}</option>
      </select>
      <select
        class="field w-auto!"
        :aria-label="`${label}: ${say('build.size')}`"
        :value="modelValue.size"
        @change="pick({ size: value($event) })"
      >
        <option v-for="each in sizes" :key="each.value" :value="each.value">{{ each.label }}</option>
      </select>
      <select
        class="field w-auto!"
        :aria-label="`${label}: ${say('build.side')}`"
        :value="modelValue.gender"
        @change="pick({ gender: value($event) as End['gender'] })"
      >
        <option value="male">{{ say('build.male') }}</option>
        <option value="female">{{ say('build.female') }}</option>
      </select>
    </div>
  </fieldset>
</template>
