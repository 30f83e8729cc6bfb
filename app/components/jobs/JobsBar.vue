<script setup lang="ts">
import { DESK_SORTS, type DeskQuery } from '#core/desk/deskRow'
import { STAGES } from '#core/scheme'
import type { DeskView } from '~/components/jobs/deskView'

/** What is looked for among the jobs, in which order, and how it is shown. */
const query = defineModel<DeskQuery>('query', { required: true })
const view = defineModel<DeskView>('view', { required: true })
defineProps<{ found: number; of: number; archived: number }>()
const { say } = useSay()
const VIEWS = ['pictures', 'list'] as const
</script>

<template>
  <section class="bar flex flex-wrap items-end gap-x-4 gap-y-2 py-2 text-13" :aria-label="say('jobs.find')">
    <label class="wide grid"
      >{{ say('jobs.search') }}
      <input v-model="query.search" class="field md:w-56" type="search" :placeholder="say('jobs.searchIn')" />
    </label>
    <label class="grid"
      >{{ say('jobs.stage') }}
      <select v-model="query.stage" class="field">
        <option value="all">{{ say('jobs.anyStage') }}</option>
        <option v-for="stage in STAGES" :key="stage" :value="stage">{{ say(`word.stage-${stage}`) }}</option>
      </select>
    </label>
    <label class="grid"
      >{{ say('jobs.sort') }}
      <select v-model="query.sort" class="field">
        <option v-for="sort in DESK_SORTS" :key="sort" :value="sort">{{ say(`jobs.sortBy.${sort}`) }}</option>
      </select>
    </label>
    <label v-if="archived > 0" class="flex min-h-8 items-center gap-2"
      ><input v-model="query.archived" type="checkbox" class="size-4 accent-ink" />{{ say('jobs.archivedToo', { n: archived }) }}</label
    >
    <ButtonChoice
      v-model="view"
      :label="say('jobs.view')"
      :options="VIEWS.map((value) => ({ value, label: say(`jobs.viewAs.${value}`) }))"
    />
    <p class="cap ml-auto" role="status">{{ say('jobs.foundOf', { n: found, of }) }}</p>
  </section>
</template>

<style scoped>
@media (max-width: 999px) {
  .bar {
    --touch: 44px;
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .wide {
    grid-column: 1 / 3;
  }
}
</style>
