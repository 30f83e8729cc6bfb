<script setup lang="ts" generic="T extends string | number">
/** Some of a few, ticked; told in the order in which they are offered. */
const props = defineProps<{
  label: string
  modelValue: readonly T[]
  options: readonly { value: T; label: string }[]
  columns: 2 | 6 | 7
  /** A part of the sheet by itself, under a heading. */ headed?: boolean
  /** As many stay ticked, and why: said where the last is unticked. */ least?: { n: number; why: string }
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T[]] }>()
const problem = ref('')

const COLUMNS = { 2: 'grid-cols-2 gap-x-3', 6: 'grid-cols-6 gap-1', 7: 'grid-cols-7 gap-1' }
const EACH = {
  2: 'items-center gap-2 py-1 text-13',
  6: 'min-h-7 items-center gap-1 text-12',
  // A week in one line leaves room for a name only under its box.
  7: 'min-h-11 flex-col items-center justify-center text-12',
}

function toggle(value: T, box: HTMLInputElement) {
  const ticked = (each: T) => (each === value ? box.checked : props.modelValue.includes(each))
  const next = props.options.map((each) => each.value).filter(ticked)
  const few = props.least !== undefined && next.length < props.least.n
  problem.value = few ? props.least!.why : ''
  // What was refused is not left unticked: the box shows what is.
  if (few) box.checked = true
  else emit('update:modelValue', next)
}
</script>

<template>
  <fieldset :class="headed ? 'rule mt-2 pt-2' : 'py-1'">
    <legend :class="headed ? 'h3 float-left mb-1' : 'text-13'">{{ label }}</legend>
    <div class="clear-both grid" :class="COLUMNS[columns]">
      <label v-for="option in options" :key="option.value" class="flex" :class="EACH[columns]">
        <input
          type="checkbox"
          class="size-4 flex-none accent-ink"
          :checked="modelValue.includes(option.value)"
          @change="toggle(option.value, $event.target as HTMLInputElement)"
        />{{ option.label }}
      </label>
    </div>
    <p class="text-12 text-pencil" aria-live="polite">{{ problem }}</p>
  </fieldset>
</template>
