<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'

import type { Plate } from '~/sheets/plate'

/** From the scheme to the trolley, the saw and the drill: the numbered drawing, and beside it what to join, buy, cut and do. */
defineProps<{ phone?: boolean }>()
const TABS = ['joints', 'bill', 'cuts', 'order', 'sheets'] as const
const route = useRoute()
const router = useRouter()
const bench = useWorkbench()
const { say } = useSay()
const { sections, site, details, legend } = usePlates()
const { detailWords } = useBuildWords()

const tab = computed({
  get: () =>
    Math.max(
      0,
      TABS.findIndex((each) => each === route.query.part),
    ),
  set: (index) => void router.replace({ query: { ...route.query, part: TABS[index] } }),
})
/** Plates are drawn as wide as they are shown, at four pixels to the millimetre: their least letters are 12 px then. */
const PX_PER_MM = 4
const pane = useTemplateRef<HTMLElement>('pane')
const { width } = useElementSize(pane)
const paper = computed(() => Math.max(80, Math.floor(width.value / PX_PER_MM)))
/** The line in hand first, then how the parts go together. */
const plates = computed(() => {
  if (width.value === 0) return []
  const all = sections(paper.value, Math.min(176, paper.value))
  const at = bench.assessment?.lines.findIndex((each) => each === bench.assessed) ?? 0
  const inOrder = at > 0 ? [all[at]!, ...all.filter((_, i) => i !== at)] : all
  return [...inOrder, ...site(paper.value), ...details(paper.value)]
})
/** A row is told by its parts in order; a section by how many it numbers. */
const plateText = (plate: Plate) =>
  plate.id.startsWith('site:')
    ? say(`layout.about.${plate.id.slice('site:'.length)}`, { n: bench.assessment!.path.vessels.size })
    : plate.id.startsWith('detail:')
      ? say('build.detailText', { title: plate.title, pieces: detailWords(plate.id.slice('detail:'.length)) })
      : say('build.plateText', { title: plate.title, parts: legend.value.length })
</script>

<template>
  <div class="build" :class="{ phone }">
    <section v-if="!phone || TABS[tab] === 'joints'" class="drawings" :aria-label="say('build.drawings')" tabindex="0">
      <div ref="pane" />
      <p v-if="bench.assessment?.lines.length === 0" class="p-4">{{ say('build.nothingLeads') }}</p>
      <PlateDrawing v-for="(plate, i) in plates" :key="plate.id" class="mb-3" :plate="plate" :number="i + 1" :text="plateText(plate)" />
      <ol v-if="width > 0" class="columns-2 text-13 max-md:columns-1">
        <li v-for="each in legend" :key="each.number" class="break-inside-avoid">
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
.phone {
  flex-direction: column-reverse;
}
.phone .drawings {
  padding: 8px 12px;
  overflow: visible;
}
.phone .side {
  border-left: 0;
  overflow: visible;
  padding: 8px 12px;
}
</style>
