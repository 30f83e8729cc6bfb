<script setup lang="ts">
import { word } from '#core/figures/told'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { UnitSystem } from '#core/units/quantity'
import { TERMS, type Terms } from '#core/units/terms'
import type { Theme } from '~/stores/settings'

/** Terms and units, which belong to the job on its pages and to the reader elsewhere, and light or dark, which stay with the reader. */
const props = defineProps<{ ofJob?: boolean }>()
const emit = defineEmits<{ terms: [value: Terms]; system: [value: UnitSystem] }>()
const settings = useSettings()
const { say } = useSay()
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
const summary = computed(() => say('units.summary', { terms: word(settings.terms), system: settings.system === 'metric' ? 'mm' : 'ft in' }))
function terms(value: Terms) {
  if (!props.ofJob) settings.use({ terms: value })
  emit('terms', value)
}
function system(value: UnitSystem) {
  if (!props.ofJob) settings.use({ system: value })
  emit('system', value)
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="btn btn-bare whitespace-nowrap">{{ summary }}</PopoverButton>
    <PopoverPanel
      class="absolute right-0 z-40 mt-1 w-72 border border-ink bg-sheet p-3 max-md:fixed max-md:inset-x-2 max-md:bottom-20 max-md:w-auto"
    >
      <ChoiceField :label="say('units.terms')" :model-value="settings.terms" :options="words(...TERMS)" @update:model-value="terms" />
      <ChoiceField
        :label="say('units.system')"
        :model-value="settings.system"
        :options="words('metric', 'imperial')"
        @update:model-value="system"
      />
      <ChoiceField
        :label="say('units.theme')"
        :model-value="settings.theme"
        :options="words('auto', 'light', 'dark')"
        @update:model-value="(theme: Theme) => settings.use({ theme })"
      />
      <label class="flex min-h-8 items-center justify-between gap-2 text-13" :title="say('units.yardIs')"
        >{{ say('units.yard') }}
        <input
          type="checkbox"
          class="size-4 accent-ink"
          :checked="settings.yard"
          @change="settings.use({ yard: ($event.target as HTMLInputElement).checked })"
        />
      </label>
      <label class="flex min-h-8 items-center justify-between gap-2 text-13"
        >{{ say('units.keys') }}
        <input
          type="checkbox"
          class="size-4 accent-ink"
          :checked="settings.keys"
          @change="settings.use({ keys: ($event.target as HTMLInputElement).checked })"
        />
      </label>
    </PopoverPanel>
  </Popover>
</template>
