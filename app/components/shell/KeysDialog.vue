<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** The keys, shown by "?". */
const emit = defineEmits<{ close: [] }>()
const { say } = useSay()
const settings = useSettings()
const rows = computed(() => [
  ['1 – 7', say('keys.stations')],
  ['Tab', say('keys.tab')],
  ['↑ ↓', say('keys.nudge', { step: settings.system === 'metric' ? '5 mm' : '¼ in' })],
  ['Shift ↑ ↓', say('keys.nudge', { step: settings.system === 'metric' ? '1 mm' : '1/16 in' })],
  ['Alt ↑ ↓', say('keys.movePart')],
  ['Enter', say('keys.working')],
  ['Esc', say('keys.close')],
  ['Ctrl Z', say('ui.undo')],
  ['Ctrl Y', say('ui.redo')],
  ['W', say('keys.widen')],
  ['T', say('keys.trial')],
  ['B', say('keys.build')],
  ['L', say('keys.log')],
  ['M', say('keys.survey')],
  ['?', say('keys.this')],
])
</script>

<template>
  <Dialog :open="true" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="w-full max-w-md border-2 border-ink bg-sheet p-5">
        <div class="flex items-baseline justify-between">
          <DialogTitle class="slab text-22">{{ say('keys.title') }}</DialogTitle>
          <button type="button" class="btn" @click="emit('close')">{{ say('ui.close') }}</button>
        </div>
        <dl class="mt-2">
          <div v-for="[key, what] in rows" :key="key" class="grid grid-cols-[110px_1fr] border-t border-hair py-1">
            <dt class="font-bold">{{ key }}</dt>
            <dd>{{ what }}</dd>
          </div>
        </dl>
      </DialogPanel>
    </div>
  </Dialog>
</template>
