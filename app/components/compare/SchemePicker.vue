<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { fieldEdit, saying } from '~/stores/messages'

/** Which of the job's schemes is on the bench; another beside it, a better name for it, or away with it. */
const emit = defineEmits<{ compare: [] }>()
const bench = useWorkbench()
const { say } = useSay()
/** Arrangements to start from, open over the page. */
const starting = ref(false)
const schemes = computed(() => bench.job?.schemes ?? [])

function rename(name: string) {
  bench.editScheme(fieldEdit(saying('scheme.name'), bench.scheme?.name ?? '', name), (scheme) => ({
    ...scheme,
    name,
  }))
}
</script>

<template>
  <Popover class="relative min-w-0">
    <PopoverButton class="btn w-full max-w-56 overflow-hidden" :title="bench.scheme?.name">
      <span class="truncate">{{
        say('scheme.button', {
          name: bench.scheme?.name ?? '',
          at: schemes.findIndex(({ id }) => id === bench.scheme?.id) + 1,
          n: schemes.length,
        })
      }}</span>
    </PopoverButton>
    <PopoverPanel class="absolute left-0 z-40 mt-1 w-80 border-2 border-ink bg-sheet p-3 max-md:static">
      <fieldset>
        <legend class="h3">{{ say('scheme.title') }}</legend>
        <label v-for="each in schemes" :key="each.id" class="flex items-center gap-2 border-t border-hair py-1.5 text-13">
          <input
            type="radio"
            name="scheme"
            class="accent-ink"
            :checked="each.id === bench.scheme?.id"
            @change="bench.chooseScheme(each.id)"
          />
          {{ each.name }}
        </label>
      </fieldset>
      <NameField class="rule" :label="say('scheme.name')" :model-value="bench.scheme?.name ?? ''" @update:model-value="rename" />
      <div class="mt-2 flex flex-wrap gap-2">
        <button type="button" class="btn" @click="bench.tryBeside(say('scheme.copyOf', { name: bench.scheme?.name ?? '' }).slice(0, 120))">
          {{ say('scheme.copy') }}
        </button>
        <button v-if="schemes.length > 1" type="button" class="btn" @click="bench.removeScheme(bench.scheme!.id)">
          {{ say('scheme.remove', { name: bench.scheme?.name ?? '' }) }}
        </button>
        <button type="button" class="btn" @click="starting = true">{{ say('starter.open') }}</button>
        <button v-if="schemes.length > 1" type="button" class="btn btn-go" @click="emit('compare')">{{ say('scheme.compare') }}</button>
      </div>
    </PopoverPanel>
    <LazyStartersDialog v-if="starting" @close="starting = false" />
  </Popover>
</template>
