<script setup lang="ts">
import type { FieldRow } from '~/components/fields/fieldRow'
import { useSteadyRows } from '~/components/fields/steadyRows'

/** A sheet's fields from a table of them: measures, choices, yes or no, and texts, each with its edit. */
const props = defineProps<{ rows: readonly FieldRow[] }>()
const { say } = useSay()
const steady = useSteadyRows(() => props.rows, say)
</script>

<template>
  <template v-for="row in steady" :key="row.key">
    <QuantityField
      v-if="row.is === 'measure'"
      :label="row.label"
      :kind="row.kind"
      :model-value="row.value"
      :least="row.least"
      :most="row.most"
      :note="row.note"
      :measure="row.measure"
      :why="row.why"
      :optional="row.clear !== undefined"
      @update:model-value="row.set"
      @clear="row.clear"
    />
    <ChoiceField
      v-else-if="row.is === 'choice'"
      :label="row.label"
      :model-value="row.value"
      :options="row.options"
      :note="row.note"
      :measure="row.measure"
      @update:model-value="row.set"
    />
    <!-- Finding one of many takes a listbox, which most sheets have no use for. -->
    <LazySearchField
      v-else-if="row.is === 'search'"
      :label="row.label"
      :model-value="row.value"
      :options="row.options"
      :note="row.note"
      :measure="row.measure"
      @update:model-value="row.set"
    />
    <NameField
      v-else-if="row.is === 'text'"
      :label="row.label"
      :model-value="row.value"
      :most="row.most"
      :rows="row.lines"
      :empty="row.empty"
      @update:model-value="row.set"
    />
  </template>
</template>
