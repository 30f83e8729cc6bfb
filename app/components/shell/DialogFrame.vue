<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** The frame of a dialog: the page dimmed behind it, its title, the way out. What else is done from its head comes before that. */
withDefaults(
  defineProps<{
    title: string
    /** How wide it may be. */ width?: keyof typeof WIDTHS
    /** It is printed as a sheet, without the page. */ sheet?: boolean
  }>(),
  {
    width: 'm',
  },
)
const emit = defineEmits<{ close: [] }>()
const { say } = useSay()
</script>

<script lang="ts">
const WIDTHS = { s: 'max-w-xl', m: 'max-w-2xl', l: 'max-w-4xl', xl: 'max-w-6xl' } as const
</script>

<template>
  <Dialog :open="true" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/60 print:hidden" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4 max-md:p-0" :class="{ 'sheet-over': sheet }">
      <DialogPanel class="mx-auto w-full border-2 border-ink bg-sheet p-5 max-md:p-3" :class="[WIDTHS[width], { 'sheet-view': sheet }]">
        <div class="flex flex-wrap items-baseline justify-between gap-2">
          <DialogTitle class="slab text-22">{{ title }}</DialogTitle>
          <span class="flex gap-2 print:hidden">
            <slot name="head" />
            <button type="button" class="btn" @click="emit('close')">{{ say('ui.close') }}</button>
          </span>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
