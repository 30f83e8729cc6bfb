<script setup lang="ts">
import { liveQuery } from 'dexie'
import { assess, type AssessedLine, type Assessment } from '#core/assess'
import { demoJobs, demoRecords, newJob } from '#core/demo'
import { DoorError, readJobFile, recordOf, USES, writeJobFile, type Job, type Use } from '#core/scheme'
import { jobTies } from '#core/path'
import { showText } from '#core/units/format'
import { length, volume } from '#core/units/quantity'
import type { JobRow } from '~/database/db'
import type { ImportPlan } from '~/database/jobRepository'
import { fitScale, sceneOf } from '~/drawing/scene'
import { saveFile } from '~/composables/saveFile'

/** All jobs, drawn to one scale on one ground line. People come here to go on with one, begin one, or bring one in. */
const { repository } = useDatabase()
const settings = useSettings()
const { say } = useSay()
const router = useRouter()

const rows = shallowRef<JobRow[]>()
const problem = ref('')
const plan = shallowRef<ImportPlan>()
const faults = shallowRef<{ title: string; lines: { path: string; message: string }[] }>()
const removed = shallowRef<JobRow>()

let watching: { unsubscribe(): void } | undefined
onMounted(async () => {
  try {
    watching = liveQuery(() => repository.list()).subscribe({
      next: (list) => (rows.value = list),
      error: (error: Error) => (problem.value = say('jobs.cannotRead', { why: error.message })),
    })
    await welcome()
  } catch (error) {
    problem.value = say('jobs.cannotRead', { why: error instanceof Error ? error.message : '' })
  }
})
onBeforeUnmount(() => watching?.unsubscribe())

/** On the very first visit to a demo copy its jobs are put in; once removed they stay removed. */
async function welcome() {
  const MET = 'vernal-cask-welcomed'
  if (localStorage.getItem(MET)) return
  const { demo } = await $fetch<{ demo: boolean }>('/api/v1/welcome').catch(() => ({ demo: false }))
  if (demo) await repository.seed(demoJobs(), demoRecords())
  localStorage.setItem(MET, 'yes')
}

function look(job: Job): { line: AssessedLine | undefined; assessment: Assessment | undefined } {
  try {
    const scheme = job.schemes.find(({ id }) => id === job.chosen)
    const assessment = scheme && assess(scheme)
    return { line: assessment?.lines[0], assessment }
  } catch {
    return { line: undefined, assessment: undefined }
  }
}

const WIDTH = 300
const HEIGHT = 330
const frame = { left: 4, right: WIDTH - 6, top: 14, ground: HEIGHT - 1 }
const WALL_ROOM = 46
const cards = computed(() => {
  const seen = (rows.value ?? []).map((row) => ({ row, ...look(row.job) }))
  const scales = seen.flatMap(({ line }) => (line ? [fitScale(line, frame, WALL_ROOM)] : []))
  const common = Math.min(125, ...scales)
  return seen.map(({ row, line, assessment }) => {
    const worst = assessment?.findings.find(({ severity }) => severity !== 'note')
    // One scale for all: a frame that the common scale just fills.
    const scene = line ? sceneOf(line, frame, WALL_ROOM, common) : undefined
    return { row, scene, line, worst }
  })
})

const starting = ref(false)
const newName = ref('')
/** Asked first of all: it sets what screen, first flush and light the rest is held to. */
const newUse = ref<Use>('ornamentals')
async function create() {
  const job = newJob(
    `job-${crypto.randomUUID().slice(0, 13)}`,
    newName.value.trim() || say('jobs.unnamed'),
    settings.terms,
    settings.system,
    newUse.value,
  )
  job.letter.from = settings.letterhead
  const result = await repository.save(job, 0)
  // Ask the browser not to clear what is kept here when it runs short of room; it may say no.
  void navigator.storage?.persist?.()
  if (result.saved) await router.push(`/job/${job.id}`)
}

async function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  faults.value = undefined
  try {
    plan.value = await repository.planImport(readJobFile(await file.text(), jobTies))
    if (!plan.value.existing) await bringIn('new')
  } catch (error) {
    plan.value = undefined
    if (!(error instanceof DoorError)) throw error
    faults.value = { title: say(`jobs.import.${error.reason}`, { file: file.name }), lines: error.problems }
  }
}
async function bringIn(how: 'new' | 'replace' | 'keep-both') {
  if (!plan.value) return
  const job = await repository.bringIn(plan.value, how)
  plan.value = undefined
  await router.push(`/job/${job.id}`)
}

async function exportJob(row: JobRow) {
  const recordId = recordOf(row.job.rain)
  const record = recordId === undefined ? undefined : await repository.record(recordId)
  saveFile(`${row.job.name}.cask.json`, writeJobFile(row.job, record ? [record] : []), 'application/json')
}
async function remove(row: JobRow) {
  removed.value = await repository.remove(row.id)
}
async function putBack() {
  if (removed.value) await repository.putBack(removed.value)
  removed.value = undefined
}
async function bringDemo() {
  await repository.seed(demoJobs(), demoRecords())
}
const picker = ref<HTMLInputElement>()
</script>

<template>
  <div class="flex min-h-full flex-col">
    <header class="flex min-h-11 flex-wrap items-center gap-3 border-b border-ink bg-sunk px-4 py-1">
      <BrandMark />
      <span class="cap ml-auto max-md:hidden">{{ say('jobs.keptHere') }}</span>
      <UnitsMenu />
      <button type="button" class="btn" @click="picker?.click()">{{ say('jobs.bringIn') }}</button>
      <input
        ref="picker"
        type="file"
        class="only-heard"
        tabindex="-1"
        accept=".json,application/json"
        :aria-label="say('jobs.bringIn')"
        @change="takeFile"
      />
    </header>
    <main class="flex flex-1 flex-col px-7 pt-5 max-md:px-3">
      <h1 class="slab text-28">{{ say('jobs.title') }}</h1>
      <p class="text-ink-2">{{ say('jobs.sub') }}</p>
      <p v-if="problem" class="my-2 border-2 border-pencil bg-sheet p-2" role="alert">{{ problem }}</p>
      <section v-if="faults" class="my-2 border-2 border-pencil bg-sheet p-3" role="alert">
        <p class="font-bold">{{ faults.title }}</p>
        <p class="text-13">{{ say('jobs.import.unchanged') }}</p>
        <ul class="mt-1 max-h-48 overflow-y-auto text-13">
          <li v-for="fault in faults.lines" :key="fault.path + fault.message">
            <code v-if="fault.path">{{ fault.path }}</code> {{ fault.message }}
          </li>
        </ul>
        <button type="button" class="btn mt-2" @click="faults = undefined">{{ say('ui.close') }}</button>
      </section>
      <section
        v-if="plan?.existing"
        class="my-2 border-2 border-ink bg-sheet p-3"
        role="alertdialog"
        :aria-label="say('jobs.import.there', { name: plan.file.job.name })"
      >
        <p class="font-bold">{{ say(plan.same ? 'jobs.import.same' : 'jobs.import.there', { name: plan.file.job.name }) }}</p>
        <div class="mt-2 flex flex-wrap gap-2">
          <button type="button" class="btn" @click="bringIn('keep-both')">{{ say('jobs.import.keepBoth') }}</button>
          <button type="button" class="btn" @click="bringIn('replace')">{{ say('jobs.import.replace') }}</button>
          <button type="button" class="btn btn-bare" @click="plan = undefined">{{ say('ui.cancel') }}</button>
        </div>
      </section>
      <p v-if="removed" class="my-2 flex items-center gap-3 bg-sunk p-2" role="status">
        {{ say('jobs.removed', { name: removed.job.name }) }}
        <button type="button" class="btn" @click="putBack">{{ say('jobs.putBack') }}</button>
      </p>

      <ul class="mt-2 grid grid-cols-[repeat(auto-fill,minmax(296px,1fr))]">
        <li v-for="{ row, scene, line, worst } in cards" :key="row.id" class="card">
          <svg
            v-if="scene"
            class="sheet-drawing scene"
            :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
            preserveAspectRatio="xMinYMax meet"
            aria-hidden="true"
          >
            <HatchDefs :prefix="`j-${row.id}`" />
            <SectionScene :scene="scene" :prefix="`j-${row.id}`" />
          </svg>
          <div class="body">
            <h2 class="slab text-18">
              <NuxtLink :to="`/job/${row.id}`" class="text-ink no-underline hover:underline">{{ row.job.name }}</NuxtLink>
            </h2>
            <p class="cap">{{ row.job.scene || say('jobs.noScene') }}</p>
            <p v-if="line" class="mt-1">
              <b class="slab text-22">{{ showText(volume(line.usable.volume), row.job) }}</b>
              {{ say('jobs.usable', { left: length(line.left.value) }, row.job) }}
            </p>
            <p v-if="worst" class="mt-1 grid grid-cols-[26px_1fr] gap-1 text-13">
              <svg viewBox="-12 -12 24 24" class="sheet-drawing size-6" role="img" :aria-label="say(`severity.${worst.severity}`)">
                <SnagMark :severity="worst.severity" :number="1" />
              </svg>
              {{ say(`finding.${worst.id}.say`, worst.values, row.job) }}
            </p>
            <p v-if="!line" class="text-pencil">{{ say('jobs.broken') }}</p>
            <div class="mt-2 flex flex-wrap gap-2">
              <NuxtLink
                class="btn btn-go no-underline"
                :to="`/job/${row.id}`"
                :aria-label="say('jobs.openNamed', { name: row.job.name })"
                >{{ say('jobs.open') }}</NuxtLink
              >
              <button type="button" class="btn" :aria-label="say('jobs.exportNamed', { name: row.job.name })" @click="exportJob(row)">
                {{ say('jobs.export') }}
              </button>
              <button type="button" class="btn btn-bare" :aria-label="say('jobs.removeNamed', { name: row.job.name })" @click="remove(row)">
                {{ say('jobs.remove') }}
              </button>
            </div>
          </div>
        </li>
        <li class="card">
          <svg class="sheet-drawing scene" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="xMinYMax meet" aria-hidden="true">
            <path d="M30 329V190M30 190L140 130L250 190M250 190V329M140 329v-90h70v90" class="l-ghost" />
            <path d="M14 329v-36M282 329v-36M14 300q134 8 268 0" class="l-pencil" />
          </svg>
          <div class="body">
            <h2 class="slab text-18">{{ say('jobs.new') }}</h2>
            <p class="cap">{{ say('jobs.newSub') }}</p>
            <p class="mt-1 text-13">{{ say('jobs.newText') }}</p>
            <form v-if="starting" class="mt-2" @submit.prevent="create">
              <label class="text-13"
                >{{ say('jobs.name') }}
                <input v-model="newName" class="field" type="text" maxlength="120" autocomplete="off" />
              </label>
              <ChoiceField
                :label="say('jobs.use')"
                :model-value="newUse"
                :options="USES.map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(use) => (newUse = use)"
              />
              <ChoiceField
                :label="say('units.terms')"
                :model-value="settings.terms"
                :options="(['en-GB', 'en-US'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(terms) => settings.use({ terms, system: terms === 'en-US' ? 'imperial' : settings.system })"
              />
              <ChoiceField
                :label="say('units.system')"
                :model-value="settings.system"
                :options="(['metric', 'imperial'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(system) => settings.use({ system })"
              />
              <button type="submit" class="btn btn-go mt-1">{{ say('jobs.begin') }}</button>
            </form>
            <div v-else class="mt-2 flex flex-wrap gap-2">
              <button type="button" class="btn btn-go" @click="starting = true">{{ say('jobs.newButton') }}</button>
              <button v-if="rows && rows.length === 0" type="button" class="btn" @click="bringDemo">{{ say('jobs.bringDemo') }}</button>
            </div>
          </div>
        </li>
      </ul>
    </main>
    <footer class="cap mt-4 border-t border-hair px-7 py-2">{{ say('jobs.footer') }}</footer>
  </div>
</template>

<style scoped>
.card {
  position: relative;
  display: grid;
  grid-template-rows: 322px 1fr;
  margin-bottom: 14px;
}
.scene {
  width: 100%;
  height: 322px;
  border-bottom: 3px solid var(--ink);
  overflow: hidden;
}
.body {
  border-left: 1px solid var(--ink);
  padding: 10px 14px;
}
</style>
