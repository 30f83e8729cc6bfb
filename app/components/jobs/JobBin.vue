<script setup lang="ts">
import { dateFormat } from '#core/units/intl'
import { liveQuery } from 'dexie'
import type { BinRow } from '~/database/db'
import { BIN_KEEPS_MS } from '~/database/jobRepository'
import { nameOf } from '~/database/jobNames'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** Removed jobs, each to be put back for a month, or deleted for good. */
const { repository } = useDatabase()
const notices = useNotices()
const settings = useSettings()
const { say } = useSay()

const rows = shallowRef<BinRow[]>([])
let watching: { unsubscribe(): void } | undefined
onMounted(() => {
  watching = liveQuery(() => repository.bin()).subscribe({
    next: (list) => (rows.value = list),
    // Reading the jobs fails in the same way and says so.
    error: () => {},
  })
  void repository.emptyBin().catch(() => {})
})
onBeforeUnmount(() => watching?.unsubscribe())

const day = (at: number) => dateFormat(settings.terms, { day: 'numeric', month: 'long' }).format(at)
const putBack = (row: BinRow) => notices.keep(message('notice.notPutBack', { name: nameOf(row.row) }), () => repository.putBack(row.key))
const asked = ref<string>()
async function deleteForGood(row: BinRow) {
  if (asked.value !== row.key) {
    asked.value = row.key
    return
  }
  asked.value = undefined
  await notices.keep(message('notice.notDeleted', { name: nameOf(row.row) }), () => repository.deleteForGood(row.key))
}
</script>

<template>
  <details v-if="rows.length > 0" class="mb-4 border-t border-hair pt-2">
    <summary class="cursor-pointer font-bold">{{ say('bin.title', { n: rows.length }) }}</summary>
    <p class="text-13 text-ink-2">{{ say('bin.keeps', { n: BIN_KEEPS_MS / 86_400_000 }) }}</p>
    <ul class="mt-1">
      <li v-for="row in rows" :key="row.key" class="flex flex-wrap items-center gap-2 py-1">
        <span class="min-w-40">{{ nameOf(row.row) }}</span>
        <span class="text-13 text-ink-2">{{ say('bin.removed', { on: day(row.removed), until: day(row.removed + BIN_KEEPS_MS) }) }}</span>
        <button type="button" class="btn" :aria-label="say('bin.putBackNamed', { name: nameOf(row.row) })" @click="putBack(row)">
          {{ say('jobs.putBack') }}
        </button>
        <button
          type="button"
          class="btn btn-bare"
          :aria-label="say(asked === row.key ? 'bin.sureNamed' : 'bin.deleteNamed', { name: nameOf(row.row) })"
          @click="deleteForGood(row)"
        >
          {{ say(asked === row.key ? 'bin.sure' : 'bin.delete') }}
        </button>
      </li>
    </ul>
  </details>
</template>
