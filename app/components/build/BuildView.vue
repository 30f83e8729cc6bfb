<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'

/** From the scheme to the trolley, the saw and the drill: the numbered drawing, and beside it what to join, buy, cut and do. */
defineProps<{ phone?: boolean }>()
const TABS = ['joints', 'bill', 'cuts', 'order', 'sheets'] as const
const route = useRoute()
const router = useRouter()
const bench = useWorkbench()
const { say } = useSay()
const { sections, numbers } = usePlates()
const { numberedName } = useBuildWords()

const tab = computed({
  get: () =>
    Math.max(
      0,
      TABS.findIndex((each) => each === route.query.part),
    ),
  set: (index) => void router.replace({ query: { ...route.query, part: TABS[index] } }),
})
/** The line in hand first. */
const plates = computed(() => {
  const all = sections(178, 176)
  const at = bench.assessment?.lines.findIndex((each) => each === bench.assessed) ?? 0
  return at > 0 ? [all[at]!, ...all.filter((_, i) => i !== at)] : all
})
const listed = computed(() => {
  const seen = new Set<number>()
  return (bench.build?.assembly.parts ?? []).flatMap((part) => {
    const number = numbers.value.get(part.key)
    if (number === undefined || seen.has(number)) return []
    seen.add(number)
    return [{ number, name: numberedName(part) }]
  })
})
</script>

<template>
  <div class="build" :class="{ phone }">
    <section v-if="!phone" class="drawings" :aria-label="say('build.drawings')" tabindex="0">
      <p v-if="plates.length === 0" class="p-4">{{ say('build.nothingLeads') }}</p>
      <PlateDrawing
        v-for="(plate, i) in plates"
        :key="plate.id"
        class="mb-3"
        :plate="plate"
        :number="i + 1"
        :text="say('build.plateText', { title: plate.title, parts: listed.length })"
      />
      <ol class="columns-2 text-13">
        <li v-for="each in listed" :key="each.number" class="break-inside-avoid">
          <b class="num mr-1.5">{{ each.number }}</b> {{ each.name }}
        </li>
      </ol>
    </section>
    <section class="side bg-sheet" :aria-label="say('build.title')">
      <h2 class="slab text-22">{{ say('build.title') }}</h2>
      <p v-if="!bench.build" class="py-2" role="status">{{ say('answer.waiting') }}</p>
      <TabGroup v-else :selected-index="tab" manual @change="(index: number) => (tab = index)">
        <TabList class="flex flex-wrap gap-1 py-2" :aria-label="say('build.tabs')">
          <Tab v-for="each in TABS" :key="each" v-slot="{ selected }" as="template">
            <button type="button" class="btn" :class="{ 'btn-go': selected }">{{ say(`build.tab.${each}`) }}</button>
          </Tab>
        </TabList>
        <TabPanels>
          <TabPanel tabindex="-1"><JointsTab /></TabPanel>
          <TabPanel tabindex="-1"><BillTab /></TabPanel>
          <TabPanel tabindex="-1"><CutsTab /></TabPanel>
          <TabPanel tabindex="-1"><OrderTab /></TabPanel>
          <TabPanel tabindex="-1"><SheetsTab /></TabPanel>
        </TabPanels>
      </TabGroup>
    </section>
  </div>
</template>

<style scoped>
.build {
  display: flex;
  flex: 1;
  min-width: 0;
  min-height: 0;
}
.drawings {
  flex: 1 1 50%;
  min-width: 0;
  padding: 12px 16px;
  overflow-y: auto;
}
.side {
  flex: 1 1 50%;
  min-width: 0;
  padding: 10px 16px;
  overflow-y: auto;
  border-left: 2px solid var(--ink);
}
.phone .side {
  border-left: 0;
  overflow: visible;
  padding: 8px 12px;
}
</style>
