<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'

/** What can be done with a job besides opening it. */
defineProps<{ name: string; archived: boolean }>()
const emit = defineEmits<{ do: [what: 'details' | 'duplicate' | 'archive' | 'export' | 'remove'] }>()
const { say } = useSay()
const ACTIONS = ['details', 'duplicate', 'export', 'archive', 'remove'] as const
</script>

<template>
  <Menu as="div" class="relative inline-block">
    <MenuButton class="btn" :aria-label="say('jobs.moreNamed', { name })">{{ say('jobs.more') }}</MenuButton>
    <MenuItems class="absolute left-0 z-30 mt-1 w-48 border border-ink bg-sheet py-1 focus:outline-none">
      <MenuItem v-for="what in ACTIONS" :key="what" v-slot="{ active }">
        <button
          type="button"
          class="block min-h-9 w-full px-3 text-left"
          :class="{ 'bg-ink text-on-ink': active }"
          @click="emit('do', what)"
        >
          {{ say(what === 'archive' && archived ? 'jobs.do.unarchive' : `jobs.do.${what}`) }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
