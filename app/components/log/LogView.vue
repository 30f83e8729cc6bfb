<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import type { Entry } from '#core/scheme'
import { isoDate } from '#core/rain'

/** Living with it: what is to be done today, what was written down, what it says, what care and frost ask for. */
defineProps<{ phone?: boolean }>()
const TABS = ['today', 'entries', 'shows', 'care', 'seasons', 'trainer'] as const
const route = useRoute()
const router = useRouter()
const { say } = useSay()
const { log, begin } = useLog()
const { answer, failed, today } = useLiving()

const tab = computed({
  get: () =>
    Math.max(
      0,
      TABS.findIndex((each) => each === route.query.log),
    ),
  set: (index) => void router.replace({ query: { ...route.query, log: TABS[index] } }),
})
/** The pad is open beside the list on a desk; on a phone when it is asked for. */
const pad = ref<'rain' | 'level' | 'drawn'>()
/** What was written down just now. */
const kept = shallowRef<Entry>()
const keptText = computed(() =>
  kept.value ? say('log.kept', { what: `${say(`word.entry-${kept.value.kind}`)}, ${entryText(kept.value)}` }) : '',
)
const { entryText } = useLogWords()
function onKept(entry: Entry) {
  kept.value = entry
  pad.value = undefined
}
const since = ref(isoDate(today.value))
const begun = computed(() => log.value.since !== undefined)
</script>

<template>
  <div class="log" :class="{ phone }">
    <aside v-if="!phone" class="side bg-sheet" :aria-label="say('log.quick')">
      <h2 class="slab text-18">{{ say('log.quick') }}</h2>
      <QuickEntry class="mt-2" @kept="onKept" />
      <p class="text-13" role="status">{{ keptText }}</p>
    </aside>
    <section class="main" :aria-label="say('log.title')">
      <div v-if="phone" class="flex gap-2 py-2">
        <button type="button" class="btn btn-go big" :aria-expanded="pad === 'rain'" @click="pad = 'rain'">
          {{ say('word.entry-rain') }}
        </button>
        <button type="button" class="btn btn-go big" :aria-expanded="pad === 'level'" @click="pad = 'level'">
          {{ say('word.entry-level') }}
        </button>
        <button type="button" class="btn big" :aria-expanded="pad === 'drawn'" @click="pad = 'drawn'">{{ say('word.entry-drawn') }}</button>
      </div>
      <div v-if="phone && pad" class="border-2 border-ink bg-sheet p-2">
        <QuickEntry :kind="pad" closable @kept="onKept" @close="pad = undefined" />
      </div>
      <p v-if="phone" class="text-13" role="status">{{ keptText }}</p>
      <TabGroup :selected-index="tab" manual @change="(index: number) => (tab = index)">
        <TabList class="tabs flex gap-1 overflow-x-auto py-2" :aria-label="say('log.tabs')">
          <Tab v-for="each in TABS" :key="each" v-slot="{ selected }" as="template">
            <button type="button" class="btn" :class="{ 'btn-go': selected }">{{ say(`log.tab.${each}`) }}</button>
          </Tab>
        </TabList>
        <section v-if="!begun && TABS[tab] !== 'trainer'" class="my-2 max-w-xl border-2 border-ink bg-sheet p-3">
          <h2 class="slab text-18">{{ say('log.notBegun') }}</h2>
          <p class="text-13">{{ say('log.notBegunText') }}</p>
          <label class="mt-2 flex flex-wrap items-center gap-2 text-13"
            >{{ say('log.since') }} <DateField v-model="since" class="w-40" :most="isoDate(today)" />
            <button type="button" class="btn btn-go" :disabled="since === ''" @click="begin(since)">{{ say('log.begin') }}</button>
          </label>
        </section>
        <p v-if="failed" class="my-2 border-2 border-pencil bg-sheet p-2" role="alert">{{ say('log.failed', { why: failed }) }}</p>
        <TabPanels>
          <TabPanel tabindex="-1">
            <TodayTab v-if="answer" :living="answer" />
            <p v-else role="status">{{ say('answer.waiting') }}</p>
          </TabPanel>
          <TabPanel tabindex="-1"><EntriesTab :today="today" /></TabPanel>
          <TabPanel tabindex="-1">
            <ShowsTab v-if="answer" :living="answer" />
            <p v-else role="status">{{ say('answer.waiting') }}</p>
          </TabPanel>
          <TabPanel tabindex="-1">
            <CareTab v-if="answer" :living="answer" />
            <p v-else role="status">{{ say('answer.waiting') }}</p>
          </TabPanel>
          <TabPanel tabindex="-1"><SeasonsTab :today="today" /></TabPanel>
          <TabPanel tabindex="-1"><TrainerTab /></TabPanel>
        </TabPanels>
      </TabGroup>
    </section>
  </div>
</template>

<style scoped>
.log {
  display: flex;
  flex: 1;
  min-width: 0;
  min-height: 0;
}
.side {
  flex: 0 0 340px;
  padding: 12px 16px;
  overflow-y: auto;
  border-right: 2px solid var(--ink);
}
.main {
  flex: 1;
  min-width: 0;
  padding: 8px 20px 24px;
  overflow-y: auto;
}
.phone .main {
  padding: 4px 12px 24px;
  overflow: visible;
}
.tabs .btn {
  flex: none;
}
.big {
  flex: 1;
  min-height: 52px;
  font-size: 16px;
  font-weight: 700;
}
</style>
