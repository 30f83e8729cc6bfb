<script setup lang="ts">
import { problemOf } from '#core/problems'
import { TERM_FACTS, TERMS } from '#core/units/terms'
import { liveQuery } from 'dexie'
import { produce } from 'immer'
import { newJob, type FirstNames } from '#core/demo/newJob'
import { fromTemplate } from '#core/desk/copy'
import { asFirm } from '#core/desk/firm'
import {
  canonicalJson,
  InvalidInputError,
  isPrintable,
  readJobFile,
  USES,
  writeJobFile,
  type InputProblem,
  type Job,
  type Use,
} from '#core/scheme'
import { jobProblems } from '#core/path'
import type { BinRow } from '~/database/db'
import { newJobId, type ImportPlan } from '~/database/jobRepository'
import { seedDemo, welcome } from '~/database/demo'
import { nameOf } from '~/database/jobNames'
import type { KeptJob } from '~/database/keptJob'
import { commonScale } from '~/components/jobs/cardScale'
import { FEW } from '~/components/jobs/deskView'
import '~/components/jobs/jobCards.css'
import { FileTooLarge, readTextFile } from '~/composables/readTextFile'
import { saveFile } from '~/composables/saveFile'
import { message, type Message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** All jobs, drawn to one scale on one ground line. People come here to go on with one, begin one, or bring one in. */
const { database, repository } = useDatabase()
const settings = useSettings()
const notices = useNotices()
const { say, sayMessage } = useSay()
const router = useRouter()

const stored = shallowRef<KeptJob[]>()
const welcomed = ref(false)
/** The jobs, once it is known that no more are about to be put in: an empty desk that fills up at once would be read as empty. */
const kept = computed(() => (welcomed.value || stored.value?.length ? stored.value : undefined))
const problem = shallowRef<Message>()
const plan = shallowRef<ImportPlan>()
const faults = shallowRef<{ title: Message; lines: readonly InputProblem[] }>()
const removed = shallowRef<BinRow>()

let watching: { unsubscribe(): void } | undefined
onMounted(async () => {
  try {
    watching = liveQuery(() => repository.list()).subscribe({
      next: (list) => (stored.value = list),
      error: (error: unknown) => (problem.value = message('jobs.cannotRead', { why: problemOf(error) })),
    })
    // What looks on as jobs change keeps still where the store cannot be opened at all: an empty desk would look like jobs lost.
    await database.open()
    await welcome()
    // What was put in is told a moment later by what looks on: too late for a desk that would stand there empty until then.
    if (!stored.value?.length) stored.value = await repository.list()
  } catch (error) {
    problem.value = message('jobs.cannotRead', { why: problemOf(error) })
  } finally {
    welcomed.value = true
  }
})
onBeforeUnmount(() => watching?.unsubscribe())

const waiting = computed(() => !kept.value && problem.value === undefined)

const desk = useDesk(() => kept.value)
const { query, view, found, shown, archivedCount, last } = desk
const scale = computed(() => commonScale(shown.value.flatMap(({ job }) => job ?? [])))
const picked = ref<string[]>([])
const pickedJobs = computed(() => (kept.value ?? []).flatMap(({ job }) => (job && picked.value.includes(job.id) ? [job] : [])))
const open = ref<'backup' | 'firm' | 'order'>()
const detailsOf = ref<string>()
const detailed = computed(() => kept.value?.find(({ row }) => row.id === detailsOf.value)?.job)
/** After so many changes that are in no backup a word is said. */
const BACKUP_AFTER = 50
const unbacked = ref(0)
watch([kept, open], async () => {
  unbacked.value = (await repository.sinceBackup().catch(() => undefined))?.saves ?? 0
})
function act(id: string, what: 'details' | 'duplicate' | 'archive' | 'export' | 'remove') {
  const each = kept.value?.find(({ row }) => row.id === id)
  if (!each?.job) return
  if (what === 'details') detailsOf.value = id
  else if (what === 'duplicate') void desk.duplicate(id)
  else if (what === 'export') void exportJob(each.job)
  else if (what === 'remove') void remove(each)
  else void desk.change(id, (job) => produce(job, (draft) => void (draft.desk.archived = !draft.desk.archived)))
}

/** The tour is taken on a demo job, over which nobody grieves. */
const tourJob = computed(() => kept.value?.find(({ job }) => job?.invented)?.row.id)
const { go: goTour } = useTour()
async function takeTour() {
  goTour('look')
  await router.push(`/job/${tourJob.value}?station=sky`)
}

const starting = ref(false)
const newName = ref('')
/** A job whose plan is begun from; empty for none. */
const template = ref('')
const nameProblem = computed(() => (isPrintable(newName.value) ? '' : say('field.problem.unseen')))
/** Asked first of all: it sets what screen, first flush and light the rest is held to. */
const newUse = ref<Use>('ornamentals')
/** What the parts of a fresh job are called, in the reader's words. */
const firstNames = (): FirstNames => ({
  scheme: say('jobs.first.scheme'),
  roof: say('jobs.first.roof'),
  gutter: say('jobs.first.gutter'),
  pipe: say('jobs.first.pipe'),
  vessel: say('jobs.first.vessel'),
  store: say('jobs.first.store'),
  tap: say('jobs.first.tap'),
  cans: say('jobs.first.cans'),
})
async function create() {
  if (nameProblem.value !== '') return
  const name = newName.value.trim() || say('jobs.unnamed')
  const like = kept.value?.find(({ row }) => row.id === template.value)?.job
  const blank = like
    ? fromTemplate(like, newJobId(), name)
    : newJob(newJobId(), name, settings.terms, settings.system, newUse.value, firstNames())
  const firm = await repository.firm().catch(() => undefined)
  const job = firm
    ? asFirm(blank, firm)
    : blank.letter.from === ''
      ? { ...blank, letter: { ...blank.letter, from: settings.letterhead } }
      : blank
  const take = { label: message('jobs.export'), act: () => exportJob(job) }
  const result = await notices.keep(message('notice.notBegun', { name: job.name }), () => repository.save(job, 0), [take])
  // Ask the browser not to clear what is kept here when it runs short of room; it may say no.
  void navigator.storage?.persist?.()
  if (result.done && result.value.saved) await router.push(`/job/${job.id}?doing=survey`)
}

/** Fifty records of two centuries come to half of this, bytes. */
const MOST_FILE = 48e6
async function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) await importFile(file)
}
/** Files that were opened with the installed application, from the device's own files: the last of them, as by the button. */
interface LaunchQueue {
  setConsumer(consumer: (launch: { files?: readonly FileSystemFileHandle[] }) => void): void
}
onMounted(() => {
  const { launchQueue } = window as { launchQueue?: LaunchQueue }
  launchQueue?.setConsumer(({ files }) => void files?.at(-1)?.getFile().then(importFile))
})
async function importFile(file: File) {
  faults.value = undefined
  try {
    plan.value = await repository.planImport(readJobFile(await readTextFile(file, MOST_FILE), jobProblems))
    if (!plan.value.existing) await bringIn('new')
  } catch (error) {
    plan.value = undefined
    if (error instanceof InvalidInputError)
      faults.value = { title: message(`jobs.import.${error.reason}`, { file: file.name }), lines: error.problems }
    else if (error instanceof FileTooLarge)
      faults.value = { title: message('jobs.import.tooLarge', { file: file.name, size: error.size, most: error.most }), lines: [] }
    else
      faults.value = {
        title: message('jobs.import.cannotRead', { file: file.name }),
        lines: [{ path: '', ...problemOf(error) }],
      }
  }
}
async function bringIn(how: 'new' | 'replace' | 'keep-both') {
  const { value } = plan
  if (!value) return
  const brought = await notices.keep(message('notice.notImported', { name: value.file.job.name }), () => repository.bringIn(value, how))
  if (!brought.done) return
  plan.value = undefined
  await router.push(`/job/${brought.value.id}`)
}

async function exportJob(job: Job) {
  // Where the browser's store cannot be read the job itself is still here.
  const text = await repository.fileOf(job).catch(() => writeJobFile(job, []))
  saveFile(`${job.name}.cask.json`, text, 'application/json')
}
/** A row that this release cannot show, as it lies there: for the release that can. */
const exportRow = ({ row }: KeptJob) => saveFile(`${nameOf(row)}.json`, canonicalJson(row), 'application/json')
async function remove({ row }: KeptJob) {
  const gone = await notices.keep(message('notice.notRemoved', { name: nameOf(row) }), () => repository.remove(row.id))
  if (gone.done) removed.value = gone.value
}
async function putBack() {
  const { value } = removed
  if (!value) return
  const back = await notices.keep(message('notice.notPutBack', { name: nameOf(value.row) }), () => repository.putBack(value.key))
  if (back.done) removed.value = undefined
}
const bringDemo = () => notices.keep(message('notice.demoNotKept'), seedDemo)
const calendar = ref(false)
const calendarProblem = ref('')
function calendarDone(problem: string) {
  calendar.value = false
  calendarProblem.value = problem
}
const picker = ref<HTMLInputElement>()
const phone = usePhone()
const form = ref<HTMLFormElement>()
/** From the top of a phone, the form is far below. */
async function begin() {
  starting.value = true
  await nextTick()
  form.value?.scrollIntoView({ block: 'center' })
  form.value?.querySelector('input')?.focus({ preventScroll: true })
}
</script>

<template>
  <div class="flex min-h-full flex-col">
    <header class="flex min-h-11 flex-wrap items-center gap-3 border-b border-ink bg-sunk px-4 py-1 max-md:gap-1.5 max-md:px-2">
      <BrandMark :small="phone" />
      <span class="cap ml-auto max-md:hidden">{{ say('jobs.keptHere') }}</span>
      <button type="button" class="btn max-md:hidden" @click="open = 'firm'">{{ say('jobs.firm') }}</button>
      <button type="button" class="btn max-md:hidden" @click="open = 'backup'">{{ say('jobs.backup') }}</button>
      <UnitsMenu />
      <button v-if="phone && !starting" type="button" class="btn btn-go" @click="begin">{{ say('jobs.newButton') }}</button>
      <button type="button" class="btn" @click="picker?.click()">{{ say('jobs.bringIn') }}</button>
      <input
        ref="picker"
        type="file"
        class="only-heard"
        tabindex="-1"
        accept=".json,application/json"
        :aria-label="say('jobs.importFile')"
        @change="takeFile"
      />
    </header>
    <main class="flex flex-1 flex-col px-7 pt-5 max-md:px-3" :aria-busy="waiting">
      <h1 class="slab text-28">{{ say('jobs.title') }}</h1>
      <p v-if="view === 'pictures'" class="text-ink-2">{{ say('jobs.sub') }}</p>
      <p v-if="problem" class="my-2 border-2 border-pencil bg-sheet p-2" role="alert">{{ sayMessage(problem) }}</p>
      <section v-if="faults" class="my-2 border-2 border-pencil bg-sheet p-3" role="alert">
        <p class="font-bold">{{ sayMessage(faults.title) }}</p>
        <p class="text-13">{{ say('jobs.import.unchanged') }}</p>
        <ProblemList :problems="faults.lines" />
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
        {{ say('jobs.removed', { name: nameOf(removed.row) }) }}
        <button type="button" class="btn" @click="putBack">{{ say('jobs.putBack') }}</button>
      </p>

      <p v-if="last" class="my-2 flex items-center gap-3 bg-sunk p-2" role="status">
        {{ say('jobs.changedNow', { name: last.name }) }}
        <button type="button" class="btn" @click="desk.undo()">{{ say('ui.undo') }}</button>
      </p>
      <p v-if="unbacked >= BACKUP_AFTER" class="my-2 flex items-center gap-3 border border-dashed border-ink p-2 text-13">
        {{ say('jobs.backupDue', { n: unbacked }) }}
        <button type="button" class="btn" @click="open = 'backup'">{{ say('jobs.backup') }}</button>
      </p>
      <JobsBar
        v-if="kept && kept.length >= FEW"
        v-model:query="query"
        v-model:view="view"
        :found="found.length"
        :of="kept.length"
        :archived="archivedCount"
      />
      <p v-if="kept && kept.length > 0 && shown.length === 0" class="py-2" role="status">{{ say('jobs.noneFound') }}</p>
      <p v-if="view === 'list' && !starting && !phone" class="pb-2">
        <button type="button" class="btn btn-go" @click="starting = true">{{ say('jobs.newButton') }}</button>
      </p>
      <template v-if="view === 'list' && found.length > 0">
        <LazyJobTable
          v-model:picked="picked"
          :rows="found"
          :jobs="kept ?? []"
          @change="(id, recipe) => desk.change(id, recipe)"
          @do="act"
        />
        <p v-if="pickedJobs.length > 0" class="py-2">
          <button type="button" class="btn" @click="open = 'order'">{{ say('jobs.order', { n: pickedJobs.length }) }}</button>
        </p>
      </template>
      <template v-if="waiting">
        <StoreWait />
        <JobNames />
      </template>
      <ul v-else class="mt-2 grid grid-cols-[repeat(auto-fill,minmax(296px,1fr))]">
        <li
          v-for="each in view === 'list' ? shown.filter(({ job }) => !job) : shown"
          :key="each.row.id"
          class="job-card"
          :class="{ 'job-card-fault': !each.job }"
        >
          <ErrorBoundary v-if="each.job" :what="each.job.name" :of="each.job">
            <JobCard :job="each.job" :scale="scale">
              <div class="mt-2 flex flex-wrap gap-2">
                <NuxtLink
                  class="btn btn-go no-underline"
                  :to="`/job/${each.row.id}`"
                  :aria-label="say('jobs.openNamed', { name: each.job.name })"
                  >{{ say('jobs.open') }}</NuxtLink
                >
                <JobMenu :name="each.job.name" :archived="each.job.desk.archived" @do="(what) => act(each.row.id, what)" />
              </div>
            </JobCard>
            <template #actions>
              <button type="button" class="btn" @click="exportJob(each.job)">{{ say('jobs.export') }}</button>
              <button type="button" class="btn btn-bare" @click="remove(each)">{{ say('jobs.remove') }}</button>
            </template>
          </ErrorBoundary>
          <section v-else class="row-span-2 self-start border-2 border-pencil bg-sheet p-3 md:mt-2 md:mr-3" role="alert">
            <h2 class="slab text-18">{{ nameOf(each.row) }}</h2>
            <p class="mt-1">{{ say(`jobs.fault.${each.fault.kind}`) }}</p>
            <ProblemList :problems="each.fault.problems" />
            <div class="mt-2 flex flex-wrap gap-2">
              <button type="button" class="btn" @click="exportRow(each)">{{ say('jobs.export') }}</button>
              <button type="button" class="btn btn-bare" @click="remove(each)">{{ say('jobs.remove') }}</button>
            </div>
          </section>
        </li>
        <li v-if="view === 'pictures' || starting" class="job-card" :class="{ 'job-card-plain': view === 'list' }">
          <GhostHouse v-if="view === 'pictures'"><path d="M14 329v-36M282 329v-36M14 300q134 8 268 0" class="l-pencil" /></GhostHouse>
          <div class="card-body">
            <h2 class="slab text-18">{{ say('jobs.new') }}</h2>
            <p class="cap">{{ say('jobs.newSub') }}</p>
            <p class="mt-1 text-13">{{ say('jobs.newText') }}</p>
            <form v-if="starting" ref="form" class="mt-2" @submit.prevent="create">
              <label class="text-13"
                >{{ say('jobs.name') }}
                <input v-model="newName" class="field" type="text" maxlength="120" autocomplete="off" :aria-invalid="nameProblem !== ''" />
              </label>
              <p v-if="nameProblem" class="text-12 text-pencil" role="alert">{{ nameProblem }}</p>
              <label v-if="kept && kept.some(({ job }) => job)" class="block py-1 text-13"
                >{{ say('jobs.from') }}
                <select v-model="template" class="field">
                  <option value="">{{ say('jobs.fromBlank') }}</option>
                  <option v-for="each in kept.filter(({ job }) => job)" :key="each.row.id" :value="each.row.id">
                    {{ say('jobs.fromJob', { name: each.job!.name }) }}
                  </option>
                </select>
              </label>
              <ChoiceField
                v-if="template === ''"
                :label="say('jobs.use')"
                :model-value="newUse"
                :options="USES.map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(use) => (newUse = use)"
              />
              <ChoiceField
                v-if="template === ''"
                :label="say('units.terms')"
                :model-value="settings.terms"
                :options="TERMS.map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(terms) => settings.use({ terms, system: TERM_FACTS[terms].system ?? settings.system })"
              />
              <ChoiceField
                v-if="template === ''"
                :label="say('units.system')"
                :model-value="settings.system"
                :options="(['metric', 'imperial'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
                @update:model-value="(system) => settings.use({ system })"
              />
              <button type="submit" class="btn btn-go mt-1">{{ say('jobs.begin') }}</button>
            </form>
            <div v-else class="mt-2 flex flex-wrap gap-2">
              <button v-if="!phone" type="button" class="btn btn-go" @click="starting = true">{{ say('jobs.newButton') }}</button>
              <button v-if="kept && kept.length === 0" type="button" class="btn" @click="bringDemo">{{ say('jobs.bringDemo') }}</button>
            </div>
          </div>
        </li>
      </ul>
      <JobBin />
    </main>
    <LazyBackupDialog v-if="open === 'backup'" @close="open = undefined" />
    <LazyFirmDialog v-if="open === 'firm'" :jobs="kept ?? []" @change="(id, recipe) => desk.change(id, recipe)" @close="open = undefined" />
    <LazyOrderDialog v-if="open === 'order'" :jobs="pickedJobs" @close="open = undefined" />
    <LazyJobDetails
      v-if="detailed"
      :job="detailed"
      @change="(_field, _from, _to, recipe) => desk.change(detailed!.id, recipe)"
      @close="detailsOf = undefined"
    />
    <footer v-if="!waiting" class="cap mt-4 flex flex-wrap justify-between gap-3 border-t border-hair px-7 py-2">
      <span>{{ say('jobs.footer') }}</span>
      <button type="button" class="underline md:hidden" @click="open = 'firm'">{{ say('jobs.firm') }}</button>
      <button type="button" class="underline md:hidden" @click="open = 'backup'">{{ say('jobs.backup') }}</button>
      <button type="button" class="underline" @click="calendar = true">{{ say('jobs.calendar') }}</button>
      <NuxtLink to="/help">{{ say('jobs.help') }}</NuxtLink>
      <button v-if="tourJob" type="button" class="underline" @click="takeTour">{{ say('jobs.tour') }}</button>
      <LazyCareCalendar v-if="calendar" @done="calendarDone" />
      <span v-if="calendarProblem" role="alert">{{ calendarProblem }}</span>
      <a href="/licences.txt" target="_blank" rel="noopener">{{ say('jobs.licences') }}</a>
    </footer>
  </div>
</template>
