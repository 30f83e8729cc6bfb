<script setup lang="ts">
import { END_SIZES } from '#core/parts'
import { END_TYPES, type End } from '#core/scheme'
import { sizeWords } from '~/components/build/endWords'

/** What an end really is: kind, size and which side of a joint. */
const props = defineProps<{ label: string; modelValue: End }>()
const emit = defineEmits<{ 'update:modelValue': [value: End] }>()
const { say } = useSay()
const settings = useSettings()

const pick = (change: Partial<End>) => {
  const next = { ...props.modelValue, ...change }
  emit('update:modelValue', END_SIZES[next.type].includes(next.size) ? next : { ...next, size: END_SIZES[next.type][0]! })
}
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
      <PickList
        class="w-auto!"
        :aria-label="`${label}: ${say('build.kind')}`"
        :model-value="modelValue.type"
        :options="types"
        @update:model-value="(type) => pick({ type })"
      />
      <PickList
        class="w-auto!"
        :aria-label="`${label}: ${say('build.size')}`"
        :model-value="modelValue.size"
        :options="sizes"
        @update:model-value="(size) => pick({ size })"
      />
      <PickList
        class="w-auto!"
        :aria-label="`${label}: ${say('build.side')}`"
        :model-value="modelValue.gender"
        :options="(['male', 'female'] as const).map((value) => ({ value, label: say(`build.${value}`) }))"
        @update:model-value="(gender) => pick({ gender })"
      />
    </div>
  </fieldset>
</template>
