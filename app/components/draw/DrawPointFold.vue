<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { mayRemoveDrawPoint } from '#core/edits'

/** A tap or a pump under its name and its vessel's, folded up until it is asked for, and taken out from there. */
defineProps<{ name: string; vessel: string; opened: boolean }>()
const emit = defineEmits<{ remove: [] }>()
const bench = useWorkbench()
const { say } = useSay()
</script>

<template>
  <Disclosure v-slot="{ open }" as="div" class="border-t border-hair" :default-open="opened">
    <DisclosureButton class="flex min-h-9 w-full items-center justify-between gap-2 text-left text-13">
      <b>{{ name }}</b> <span>{{ vessel }} {{ open ? '−' : '+' }}</span>
    </DisclosureButton>
    <DisclosurePanel>
      <slot />
      <p class="flex justify-end">
        <button
          type="button"
          class="btn btn-bare"
          :disabled="!mayRemoveDrawPoint(bench.scheme!)"
          :aria-label="say('draw.removeOf', { name })"
          @click="emit('remove')"
        >
          {{ say('draw.remove') }}
        </button>
      </p>
    </DisclosurePanel>
  </Disclosure>
</template>
