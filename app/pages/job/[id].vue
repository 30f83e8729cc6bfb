<script setup lang="ts">
import { dateFormat } from '#core/units/intl'
import { problemOf, type Problem } from '#core/problems'
import { provideGuesses } from '~/components/survey/provideGuesses'
import { word, type Told } from '#core/figures/told'
import type { Station } from '#core/findings'
import { canonicalJson, type Job } from '#core/scheme'
import { fetchSheet } from '~/components/sheet/stationSheets'
import { nameOf } from '~/database/jobNames'
import { fieldEdit } from '~/stores/messages'
import { layJobWords } from '~/locales/layWords'
import { saveFile } from '~/composables/saveFile'
import { placeNotes } from '~/drawing/placeNotes'
import { GROUP_WALL, sceneOf, shownWhole } from '~/drawing/scene'
import { sectionFrame } from '~/drawing/sectionFrame'
import { STATIONS } from '~/composables/useStations'

/** The workbench: the section in the middle, stations beside it, one sheet open, the tally in sight. */
const route = useRoute()
const router = useRouter()
const bench = useWorkbench()
provideGuesses()
const { repository } = useDatabase()
const settings = useSettings()
const { notes } = useStations()
const { all } = useFigures()
const { slip, close: closeSlip } = useSlip()
const { say, sayMessage, sayProblem } = useSay()
const { mergeLocaleMessage, locale } = useI18n()
// A language that has just been fetched has none of Build's words yet.
watch(locale, () => layJobWords({ mergeLocaleMessage }), { immediate: true })

const narrow = usePhone()
/** As it is on the screen: a sheet of paper is narrow, but nothing is rebuilt for it. */
const phone = ref(narrow.value)
watch(narrow, (now) => window.matchMedia('print').matches || (phone.value = now))
const found = ref<boolean>()
const unreadable = shallowRef<Problem>()
const reload = () => location.reload()
const id = computed(() => String(route.params.id))
watch(
  id,
  async (next) => {
    found.value = undefined
    unreadable.value = undefined
    try {
      found.value = await bench.open(next)
      // Out there, with a system that stands, today comes first.
      if (
        found.value &&
        phone.value &&
        bench.job?.log.since !== undefined &&
        route.query.doing === undefined &&
        route.query.station === undefined
      )
        doing.value = 'log'
    } catch (error) {
      // The browser's store cannot be read at all.
      unreadable.value = problemOf(error)
      found.value = false
    }
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  closeSlip(false)
  void bench.close()
  settings.giveBack()
})
/** A link away waits until all is kept; where it cannot be, the reader decides. */
const leaving = ref('')
onBeforeRouteLeave(async (to) => {
  if (leaving.value === to.fullPath || (await bench.save())) return true
  leaving.value = to.fullPath
  return false
})
const leaveUnsaved = () => router.push(leaving.value)
useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (bench.saveState !== 'saved' && bench.saveState !== 'waiting') event.preventDefault()
})
useEventListener('pagehide', () => bench.leave())
useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && bench.leave())

const station = computed<Station>({
  get: () => STATIONS.find((each) => each === route.query.station) ?? 'drop',
  set: (next) => void router.replace({ query: { ...route.query, station: next } }),
})
// Fetched beside the job; where that fails it is told in the sheet's place.
void fetchSheet(station.value).catch(() => {})
const listing = ref(false)
/** Stations with more to show than a narrow sheet holds. */
const WIDE = new Set<Station>(['sky', 'roof', 'gutter', 'drop', 'cask'])
/** Trial, build and log are doings, not places: they take the screen while they last. */
const DOINGS = ['trial', 'build', 'log'] as const
/** The walk with the tape is come to from what is still a guess. */
type Doing = (typeof DOINGS)[number] | 'survey'
const doing = computed<Doing | undefined>({
  get: () => ([...DOINGS, 'survey'] as const).find((each) => each === route.query.doing),
  set: (next) => void router.replace({ query: next ? { ...route.query, doing: next, wide: undefined } : { station: station.value } }),
})
const turn = (to: Doing) => (doing.value = doing.value === to ? undefined : to)
const { step: tour, go: goTour } = useTour()
function tourTo(to: { station?: Station; doing?: 'trial' }) {
  void router.replace({ query: { station: to.station ?? station.value, ...(to.doing ? { doing: to.doing } : {}) } })
}
const comparing = ref(false)
const detailing = ref(false)
const changeDetails = (field: string, from: Told, to: Told, recipe: (job: Job) => Job) => bench.edit(fieldEdit(field, from, to), recipe)
const enlarged = ref(false)
const wide = computed({
  get: () => route.query.wide === 'yes' && WIDE.has(station.value),
  set: (next) => void router.replace({ query: { ...route.query, wide: next ? 'yes' : undefined } }),
})
function choose(next: Station) {
  closeSlip(false)
  listing.value = false
  void router.replace({ query: { station: next } })
}

const main = ref<HTMLElement>()
const { width: widthNow, height: heightNow } = useElementSize(main)
/** Room there is, px; while it is printed, what there was on the screen: paper makes it smaller as a whole. */
const mainWidth = ref(0)
const mainHeight = ref(0)
const printing = useMediaQuery('print')
watch([widthNow, heightNow, printing], () => {
  if (printing.value) return
  mainWidth.value = widthNow.value
  mainHeight.value = heightNow.value
})
const STRIP = 346
/** Narrower than this, px, the head spares the name of the application and when it was saved. */
const ROOMY = 1240
const sheetWidth = useSheetWidth(() => mainWidth.value)
const drawing = computed(() => ({
  width: Math.max(320, Math.round(mainWidth.value - sheetWidth.value)),
  height: Math.max(420, Math.round(mainHeight.value)),
}))

/** Notes beside their parts: 46 px each, 62 for the chosen one. */
const NOTE = { size: 46, chosen: 62 }
const FIGURE_LINE = 15
const placedNotes = computed(() => {
  if (!bench.assessed) return []
  const { width, height } = drawing.value
  const whole = shownWhole(station.value) && !wide.value ? bench.assessment?.path : undefined
  const grouped = whole !== undefined && bench.assessed.line.placed.store.vessels.length > 1
  const { frame } = sectionFrame({ width, height, system: settings.system, station: station.value, grouped })
  const { anchors } = sceneOf(bench.assessed, frame, grouped ? GROUP_WALL : 126, undefined, whole)
  const wanted = notes.value.map(({ station: key }) => ({
    key,
    y: anchors[key].y - FIGURE_LINE,
    size: key === station.value ? NOTE.chosen : NOTE.size,
  }))
  const at = placeNotes(
    wanted,
    wanted.findIndex(({ key }) => key === station.value),
    6,
    frame.ground + 20,
  )
  return notes.value.map((note, i) => ({ ...note, y: at[i]! }))
})
/** Where the drawing leads to them; the same as before where they have not moved, so that new figures do not draw it anew. */
const noteLines = computed<{ station: Station; y: number }[]>((before) => {
  const now = placedNotes.value.map(({ station: each, y }) => ({ station: each, y: y + FIGURE_LINE }))
  return before?.length === now.length && now.every(({ station: each, y }, i) => each === before[i]!.station && y === before[i]!.y)
    ? before
    : now
})

/** From this width on, px, drawing and sheet stand side by side in the one column's order. */
const PAIR = 700
const phoneScene = computed(() => ({
  width: Math.max(300, Math.round(mainWidth.value >= PAIR ? mainWidth.value / 2 - 8 : mainWidth.value)),
  height: 400,
}))
const here = computed(() => STATIONS.indexOf(station.value))
const worst = computed(() => bench.findings.find(({ severity }) => severity === 'stops' || severity === 'goes-wrong'))

const showKeys = ref(false)
const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, select, textarea, [contenteditable]') !== null
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && !event.altKey) {
    const key = event.key.toLowerCase()
    if (key !== 'z' && key !== 'y') return
    // In a field the browser's own undo serves while something is half typed.
    if (typing(event.target)) return
    event.preventDefault()
    if (key === 'y' || event.shiftKey) bench.redo()
    else bench.undo()
    return
  }
  // Inside a dialog a letter is the dialog's; and who speaks to the machine may turn single keys off.
  if (typing(event.target) || event.altKey || slip.value || !settings.keys || document.querySelector('[role="dialog"]')) return
  if (/^[1-7]$/.test(event.key)) choose(STATIONS[Number(event.key) - 1]!)
  else if (event.key === '?') showKeys.value = true
  else if (event.key.toLowerCase() === 't') turn('trial')
  else if (event.key.toLowerCase() === 'b') turn('build')
  else if (event.key.toLowerCase() === 'l') turn('log')
  else if (event.key.toLowerCase() === 'm') turn('survey')
  else if (event.key.toLowerCase() === 'w' && WIDE.has(station.value)) wide.value = !wide.value
})

const saved = computed(() => {
  if (bench.saveState === 'failed') return say('save.failed')
  if (bench.saveState === 'waiting') return say('save.waiting')
  return bench.savedAt
    ? say('save.saved', { at: dateFormat(settings.terms, { hour: 'numeric', minute: '2-digit' }).format(bench.savedAt) })
    : ''
})
/** A job that this release cannot show, as it lies there. */
async function exportRow() {
  const kept = await repository.get(id.value)
  if (kept) saveFile(`${nameOf(kept.row)}.json`, canonicalJson(kept.row), 'application/json')
}
const exportFile = async () => saveFile(`${bench.job?.name ?? 'job'}.cask.json`, await bench.fileText(), 'application/json')
async function settleCopy() {
  const copy = await bench.settle('copy')
  if (copy) await router.push(`/job/${copy}`)
}
async function toJobs() {
  await bench.close()
  await router.push('/')
}
/** Past head and drawing, into what is worked at. */
function toSheet() {
  const sheet = main.value?.querySelector<HTMLElement>('.sheet [role="region"], .side, [role="tabpanel"], .step')
  if (!sheet) return
  if (sheet.tabIndex < 0) sheet.tabIndex = -1
  sheet.focus()
}
const { setJob } = useEdits()
useReminders()
useHead({ title: () => `${bench.job?.name ?? ''} – Vernal Cask` })
</script>

<template>
  <div class="bench" :class="{ phone }">
    <a class="skip" href="#sheet-in-hand" @click.prevent="toSheet">{{ say('skip.toSheet') }}</a>
    <LiveNews />
    <header class="strip border-b border-ink bg-sunk">
      <BrandMark v-if="!phone" :small="mainWidth < ROOMY" />
      <NuxtLink v-else to="/" class="btn btn-bare" :aria-label="say('jobs.title')">{{ say('jobs.title') }}</NuxtLink>
      <span class="h-6 w-px bg-ink max-md:hidden" />
      <h1 class="truncate text-16 font-bold">{{ bench.job?.name }}</h1>
      <button type="button" class="btn btn-bare max-md:hidden" :disabled="!bench.job" @click="detailing = true">
        {{ say('jobs.do.details') }}
      </button>
      <SchemePicker v-if="bench.scheme" class="max-md:hidden" @compare="comparing = true" />
      <button v-for="each in DOINGS" :key="each" type="button" class="btn doing" :aria-pressed="doing === each" @click="turn(each)">
        {{ say(`${each}.button`) }}
      </button>
      <TimerWatch v-if="bench.scheme && bench.scheme.build.timers.length > 0" class="timer" />
      <span class="flex-1 max-md:hidden" />
      <span class="break" />
      <button
        v-if="phone"
        type="button"
        class="btn sun"
        :aria-pressed="settings.yard"
        :aria-label="say('yard.button')"
        @click="settings.use({ yard: !settings.yard })"
      >
        <svg viewBox="0 0 20 20" class="size-5 fill-none stroke-current" stroke-width="2" aria-hidden="true">
          <circle cx="10" cy="10" r="4" />
          <path
            d="M10 1v3M10 16v3M1 10h3M16 10h3M3.600 3.600l2.100 2.100M14.300 14.300l2.100 2.100M16.400 3.600l-2.100 2.100M5.700 14.300l-2.100 2.100"
          />
        </svg>
      </button>
      <!-- Like the name beside the mark: wraps out of sight before the job's own name loses a hair, and is heard all the same. -->
      <span class="flex h-5 min-w-0 shrink-99999 flex-wrap content-start items-center overflow-hidden max-md:hidden">
        <span class="h-5 w-px" />
        <span class="cap whitespace-nowrap" role="status">{{ saved }}</span>
      </span>
      <UnitsMenu
        of-job
        class="max-md:hidden"
        @terms="(to) => setJob('terms', word(bench.job!.terms), word(to), (job) => (job.terms = to))"
        @system="(to) => setJob('system', word(bench.job!.system), word(to), (job) => (job.system = to))"
      />
      <button type="button" class="btn max-md:hidden" :disabled="!bench.job" @click="exportFile">{{ say('jobs.export') }}</button>
      <button
        type="button"
        class="btn undo"
        :disabled="!bench.undoable"
        :title="bench.undoable ? sayMessage(bench.undoable) : undefined"
        @click="bench.undo()"
      >
        {{ say('ui.undo') }}
      </button>
      <button
        type="button"
        class="btn max-md:hidden"
        :disabled="!bench.redoable"
        :title="bench.redoable ? sayMessage(bench.redoable) : undefined"
        @click="bench.redo()"
      >
        {{ say('ui.redo') }}
      </button>
      <button type="button" class="btn btn-bare whitespace-nowrap max-md:hidden" @click="showKeys = true">{{ say('keys.button') }}</button>
    </header>

    <section v-if="bench.saveState === 'conflict'" class="alert" role="alertdialog" :aria-label="say('save.conflict')">
      <p class="font-bold">{{ say('save.conflict') }}</p>
      <div class="mt-1 flex gap-2">
        <button type="button" class="btn" @click="settleCopy">{{ say('save.keepMine') }}</button>
        <button type="button" class="btn" @click="bench.settle('theirs')">{{ say('save.takeTheirs') }}</button>
      </div>
    </section>
    <section v-if="bench.saveState === 'failed'" class="alert" role="alert">
      <p class="font-bold">{{ say(leaving ? 'save.leaveUnsaved' : 'save.failedLong', { why: bench.saveProblem ?? '' }) }}</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <button type="button" class="btn" @click="bench.save()">{{ say('notice.tryAgain') }}</button>
        <button type="button" class="btn" @click="exportFile">{{ say('jobs.export') }}</button>
        <button v-if="leaving" type="button" class="btn btn-bare" @click="leaveUnsaved">{{ say('save.leaveAnyway') }}</button>
      </div>
    </section>
    <section v-if="bench.saveState === 'removed'" class="alert" role="alertdialog" :aria-label="say('save.removed')">
      <p class="font-bold">{{ say('save.removed') }}</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <button type="button" class="btn" @click="bench.keepAgain()">{{ say('save.keepAgain') }}</button>
        <button type="button" class="btn" @click="exportFile">{{ say('jobs.export') }}</button>
        <button type="button" class="btn btn-bare" @click="toJobs">{{ say('errorPage.toJobs') }}</button>
      </div>
    </section>
    <section v-if="bench.saveState === 'newer'" class="alert" role="alert">
      <p class="font-bold">{{ say('save.newer') }}</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <button type="button" class="btn" @click="reload">{{ say('notice.reload') }}</button>
        <button type="button" class="btn" @click="exportFile">{{ say('jobs.export') }}</button>
      </div>
    </section>

    <SurveyBanner v-if="bench.job && !doing" class="banner" @go="(measure) => router.replace({ query: { doing: 'survey', measure } })" />

    <main ref="main" class="work">
      <section v-if="found === false && bench.fault" class="m-6 border-2 border-pencil bg-sheet p-4" role="alert">
        <p class="font-bold">{{ say(`jobs.fault.${bench.fault.kind}`) }}</p>
        <ProblemList :problems="bench.fault.problems" />
        <div class="mt-2 flex gap-2">
          <button type="button" class="btn" @click="exportRow">{{ say('jobs.export') }}</button>
          <NuxtLink class="btn no-underline" to="/">{{ say('errorPage.toJobs') }}</NuxtLink>
        </div>
      </section>
      <p v-else-if="found === false" class="p-6" role="status">
        {{ unreadable ? say('jobs.cannotRead', { why: unreadable }) : say('jobs.notHere') }}
        <NuxtLink to="/">{{ say('jobs.title') }}</NuxtLink>
      </p>
      <StoreWait v-else-if="found === undefined" class="m-6"
        ><NuxtLink class="btn no-underline" to="/">{{ say('errorPage.toJobs') }}</NuxtLink></StoreWait
      >
      <section v-else-if="bench.problem" class="m-6 border-2 border-pencil bg-sheet p-4" role="alert">
        <p class="font-bold">{{ say('answer.nonsense') }}</p>
        <p>{{ sayProblem(bench.problem) }}</p>
        <button type="button" class="btn mt-2" :disabled="!bench.undoable" @click="bench.undo()">{{ say('ui.undo') }}</button>
      </section>
      <div v-else-if="doing && bench.assessed && mainWidth > 0" :class="phone ? 'phone-flow' : 'flex min-w-0 flex-1'">
        <ErrorBoundary :key="doing" :what="say(`${doing}.title`)" :of="bench.job">
          <LazyBuildView v-if="doing === 'build'" :phone="phone" />
          <LazySurveyView v-else-if="doing === 'survey'" :phone="phone" @done="doing = undefined" />
          <LazyLogView v-else-if="doing === 'log'" :phone="phone" />
          <LazyTrialView v-else :width="Math.round(mainWidth)" :height="Math.round(mainHeight)" :phone="phone" />
          <template #actions><RescueButtons @export="exportFile" /></template>
        </ErrorBoundary>
      </div>
      <template v-else-if="bench.assessed && mainWidth > 0">
        <template v-if="!phone">
          <div
            class="pane relative overflow-hidden"
            :style="{ width: `${wide ? STRIP : drawing.width}px`, '--pane': wide ? STRIP : drawing.width }"
          >
            <ErrorBoundary :what="say('drawing.title')" :of="bench.job">
              <SectionDrawing :assessed="bench.assessed" v-bind="drawing" :chosen="station" :note-lines="noteLines" :strip="wide" />
              <MarginNotes :notes="placedNotes" :chosen="station" @choose="choose" />
              <LedgerText :rows="bench.assessed.ledger" />
              <template #actions><RescueButtons @export="exportFile" /></template>
            </ErrorBoundary>
            <p class="sum cap">{{ say('drawing.notDrinking') }}</p>
          </div>
          <div class="border-l-2 border-ink" :style="{ width: `${mainWidth - (wide ? STRIP : drawing.width)}px` }">
            <ErrorBoundary :key="station" :what="say(`station.${station}`)" :of="bench.job">
              <StationSheet :station="station" :wide="wide" @widen="wide = !wide" />
              <template #actions><RescueButtons @export="exportFile" /></template>
            </ErrorBoundary>
          </div>
        </template>
        <ErrorBoundary v-else :what="say(`station.${station}`)" :of="bench.job">
          <div class="phone-flow" :class="{ pair: mainWidth >= PAIR }">
            <div class="lead">
              <p class="flex items-baseline justify-between px-3 pt-2">
                <b class="slab text-22">{{ here + 1 }} {{ say(`station.${station}`) }}</b>
                <span class="cap">{{ say('drawing.heightsIn', { unit: settings.system === 'metric' ? 'mm' : 'ft in' }) }}</span>
              </p>
              <!-- At the drop the heights decide, so the account leads; elsewhere the drawing does. -->
              <div v-if="station === 'drop'" class="px-3 pt-1 pb-3"><LedgerText :rows="bench.assessed.ledger" seen /></div>
              <!-- What is worked at comes first: the drawing is one touch away where it is not what decides. -->
              <details :key="station" :open="station === 'drop' || mainWidth >= PAIR">
                <summary class="drawing-fold">{{ say('drawing.fold') }}</summary>
                <p class="flex justify-end px-3">
                  <button type="button" class="btn" @click="enlarged = true">{{ say('zoom.enlarge') }}</button>
                </p>
                <SectionDrawing :assessed="bench.assessed" v-bind="phoneScene" :chosen="station" :note-lines="[]" compact />
                <LedgerText v-if="station !== 'drop'" :rows="bench.assessed.ledger" />
              </details>
              <TallyStrip compact />
              <div v-if="worst" class="flex items-start gap-2 px-3 py-2">
                <svg
                  viewBox="-12 -12 24 24"
                  class="sheet-drawing size-7 flex-none"
                  role="img"
                  :aria-label="say(`severity.${worst.severity}`)"
                >
                  <SnagMark :severity="worst.severity" :number="1" />
                </svg>
                <p>{{ say(`finding.${worst.id}.say`, worst.values) }}</p>
              </div>
            </div>
            <StationSheet :key="station" class="phone-sheet border-t-2 border-ink" :station="station" />
          </div>
          <template #actions><RescueButtons @export="exportFile" /></template>
        </ErrorBoundary>
      </template>
    </main>

    <ErrorBoundary v-if="!phone" :what="say('tally.title')" :of="bench.job"><TallyStrip /></ErrorBoundary>
    <nav v-else class="thumb border-t-2 border-ink bg-sheet" :aria-label="say('station.list')">
      <button v-if="here > 0" type="button" @click="choose(STATIONS[here - 1]!)">
        {{ here }} {{ say(`station.${STATIONS[here - 1]!}`) }}
      </button>
      <span v-else />
      <button type="button" :aria-expanded="listing" @click="listing = !listing">{{ say('station.all') }}</button>
      <button v-if="here < STATIONS.length - 1" type="button" @click="choose(STATIONS[here + 1]!)">
        {{ here + 2 }} {{ say(`station.${STATIONS[here + 1]!}`) }}
      </button>
      <span v-else class="border-l border-ink" />
    </nav>
    <div v-if="phone && listing" class="fixed inset-x-0 bottom-17 z-30 max-h-[70vh] overflow-y-auto border-t-2 border-ink bg-sheet">
      <button
        v-for="(note, index) in notes"
        :key="note.station"
        type="button"
        class="station-row"
        :aria-current="note.station === station"
        @click="choose(note.station)"
      >
        <b class="slab text-16">{{ index + 1 }} {{ note.name }}</b>
        <span>{{ note.value }}</span>
        <svg
          v-if="note.worst"
          viewBox="-12 -12 24 24"
          class="sheet-drawing size-6"
          role="img"
          :aria-label="say(`severity.${note.worst.severity}`)"
        >
          <SnagMark :severity="note.worst.severity" :number="note.worst.number" />
        </svg>
      </button>
      <div class="flex flex-wrap gap-2 border-t border-ink p-3">
        <SchemePicker @compare="((comparing = true), (listing = false))" />
        <button type="button" class="btn" @click="detailing = true">{{ say('jobs.details') }}</button>
        <button type="button" class="btn" @click="showKeys = true">{{ say('help.button') }}</button>
        <button type="button" class="btn" @click="exportFile">{{ say('jobs.export') }}</button>
        <button type="button" class="btn" :disabled="!bench.redoable" @click="bench.redo()">{{ say('ui.redo') }}</button>
        <UnitsMenu
          of-job
          @terms="(to) => setJob('terms', word(bench.job!.terms), word(to), (job) => (job.terms = to))"
          @system="(to) => setJob('system', word(bench.job!.system), word(to), (job) => (job.system = to))"
        />
      </div>
    </div>
    <ErrorBoundary :what="say('boundary.slip')" :of="bench.job"><WorkingSlip :live="all" /></ErrorBoundary>
    <LazyKeysDialog
      v-if="showKeys"
      :station="station"
      :doing="doing"
      @close="showKeys = false"
      @tour="((showKeys = false), goTour('look'))"
    />
    <LazyTourPanel v-if="tour && bench.assessed" :station="station" :doing="doing" @go="tourTo" />
    <ErrorBoundary :what="say('boundary.dialog')" :of="bench.job">
      <LazyZoomDialog v-if="enlarged && bench.assessed" :assessed="bench.assessed" :chosen="station" @close="enlarged = false" />
      <LazyCompareDialog v-if="comparing" @close="comparing = false" />
      <LazyJobDetails v-if="detailing && bench.job" :job="bench.job" @change="changeDetails" @close="detailing = false">
        <button type="button" class="btn mt-2" @click="((detailing = false), (doing = 'survey'))">{{ say('jobs.walk') }}</button>
      </LazyJobDetails>
    </ErrorBoundary>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-rows: 44px auto auto minmax(0, 1fr) auto;
  height: 100dvh;
}
.strip {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 0 16px;
  grid-row: 1;
  min-width: 0;
}
.alert {
  grid-row: 2;
  padding: 8px 16px;
  background: var(--sheet);
  border-bottom: 2px solid var(--pencil);
}
.banner {
  grid-row: 3;
}
.work {
  grid-row: 4;
  display: flex;
  min-height: 0;
  min-width: 0;
}
.bench > .tally,
.thumb {
  grid-row: 5;
}
.sum {
  position: absolute;
  left: 18px;
  bottom: 22px;
  max-width: 640px;
}
.phone {
  grid-template-rows: auto auto auto minmax(0, 1fr) 68px;
}
.break {
  display: none;
}
/* What it is and how to take back in one row, what is done in the next; a timer that runs has its own. */
.phone .strip {
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 8px;
}
.phone .strip .btn {
  min-height: 44px;
}
.phone .strip h1 {
  flex: 1 1 0;
}
.phone .break {
  display: block;
  flex-basis: 100%;
  order: 1;
}
.phone .doing {
  flex: 1 1 0;
  order: 2;
}
.phone .timer {
  flex: 1 0 100%;
  order: 3;
}
@media (min-width: 700px) {
  .phone .break {
    display: none;
  }
  .phone .doing {
    flex: 0 0 auto;
    padding-inline: 18px;
  }
}
/* Across, a phone has no height to spare. */
@media (max-height: 499px) {
  .phone {
    grid-template-rows: auto auto auto minmax(0, 1fr) 48px;
  }
  .phone .thumb button {
    min-height: 46px;
  }
}
.phone-flow {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
}
.drawing-fold {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 12px;
  border-top: 1px solid var(--hair);
  font-weight: 600;
  cursor: pointer;
}
.drawing-fold::before {
  content: '▸';
  margin-right: 8px;
}
details[open] > .drawing-fold::before {
  content: '▾';
}
.phone-sheet {
  height: auto;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  align-items: start;
}
.pair .phone-sheet {
  border-top: 0;
  border-left: 2px solid var(--ink);
  min-height: 100%;
}
.thumb {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
}
.thumb button {
  font-weight: 700;
  font-size: 16px;
  min-height: 66px;
}
.thumb button + button {
  border-left: 1px solid var(--ink);
}
.station-row {
  display: grid;
  grid-template-columns: 1fr auto 26px;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 56px;
  padding: 0 14px;
  text-align: left;
  border-top: 1px solid var(--hair);
}
.station-row[aria-current='true'] {
  background: var(--water-wash);
}
</style>
