<script setup lang="ts">
import { useNotices } from '~/stores/notices'

/** What went wrong or has to be known, over whatever page is open. Stays until it is put away. */
const notices = useNotices()
const { say, sayMessage } = useSay()
</script>

<template>
  <div v-if="notices.list.length > 0" class="notices" role="region" :aria-label="say('notice.list')">
    <section
      v-for="notice in notices.list"
      :key="notice.id"
      class="border-2 bg-sheet p-3"
      :class="notice.severity === 'wrong' ? 'border-pencil' : 'border-ink'"
      :role="notice.severity === 'wrong' ? 'alert' : 'status'"
    >
      <p class="font-bold">{{ sayMessage(notice.told) }}</p>
      <p v-if="notice.why" class="text-13 break-words">{{ say('notice.why', { why: notice.why }) }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button v-for="action in notice.actions" :key="action.label.id" type="button" class="btn" @click="action.act()">
          {{ sayMessage(action.label) }}
        </button>
        <button type="button" class="btn btn-bare" @click="notices.close(notice.key)">{{ say('ui.close') }}</button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  z-index: 60;
  right: 12px;
  bottom: 84px;
  display: grid;
  gap: 8px;
  width: min(440px, calc(100vw - 24px));
  max-height: 60vh;
  overflow-y: auto;
}
</style>
