<script setup lang="ts">
/** A table of the answer: its rows are put in, its heads are named by their words; the first column names the row. */
defineProps<{ label: string; heads: readonly string[]; /** Its rows scroll under a height of their own. */ low?: boolean }>()
const { say } = useSay()
</script>

<template>
  <div>
    <h3 class="h3 rule mt-2 pt-2">{{ label }}</h3>
    <div class="overflow-x-auto" :class="{ 'max-h-72 overflow-y-auto': low }" tabindex="0" role="region" :aria-label="label">
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th v-for="(head, i) in heads" :key="head" scope="col" class="font-normal" :class="i === 0 ? 'text-left' : 'text-right'">
              {{ say(`answer.col.${head}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <slot />
        </tbody>
      </table>
    </div>
  </div>
</template>
