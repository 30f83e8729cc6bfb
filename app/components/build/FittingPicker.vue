<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import type { Fitting } from '#core/parts'
import { holdsAll, soughtIn } from '#core/units/folded'

/** One fitting out of the whole catalogue, found by typing any of its words. */
const props = defineProps<{ label: string; fittings: readonly Fitting[] }>()
const emit = defineEmits<{ pick: [id: string] }>()
const { say } = useSay()
const { sayFitting } = useBuildWords()

const SHOWN = 24
const query = ref('')
const named = computed(() => props.fittings.map((fitting) => ({ id: fitting.id, name: sayFitting({ fitting, turned: false }) })))
const found = computed(() => {
  const asked = soughtIn(query.value)
  return named.value.filter(({ name }) => holdsAll(name, asked))
})
</script>

<template>
  <Combobox
    :model-value="null"
    as="div"
    class="relative"
    nullable
    @update:model-value="(id: string | null) => id && (emit('pick', id), (query = ''))"
  >
    <ComboboxInput
      class="field w-full!"
      :aria-label="label"
      :placeholder="label"
      autocomplete="off"
      :display-value="() => query"
      @change="query = $event.target.value"
    />
    <ComboboxOptions class="absolute z-20 max-h-64 w-full overflow-y-auto border-2 border-ink bg-sheet text-13">
      <ComboboxOption v-for="each in found.slice(0, SHOWN)" :key="each.id" v-slot="{ active }" :value="each.id" as="template">
        <li class="cursor-pointer px-2 py-1.5" :class="{ 'bg-ink text-sheet': active }">{{ each.name }}</li>
      </ComboboxOption>
      <li v-if="found.length > SHOWN" role="option" aria-disabled="true" aria-selected="false" class="px-2 py-1 text-12 text-ink-3">
        {{ say('build.more', { n: found.length - SHOWN }) }}
      </li>
      <li v-if="found.length === 0" role="option" aria-disabled="true" aria-selected="false" class="px-2 py-1 text-12 text-ink-3">
        {{ say('build.noneFound') }}
      </li>
    </ComboboxOptions>
  </Combobox>
</template>
