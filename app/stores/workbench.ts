import { defineStore } from 'pinia'
import type { RainRecord } from '#core/scheme'
import { message } from './messages'
import { savesBy } from './unsaved'
import { useDerived } from './workbench/derived'
import { useDocument } from './workbench/document'
import { usePersistence } from './workbench/persistence'
import { useSelection } from './workbench/selection'
import { useYears } from './workbench/years'

/** The figures that stay in sight, as bare numbers, so that two moments can be compared. */
export interface TallyFigures {
  kept?: number
  runoff?: number
  met?: number
  lasts?: number
  longest?: number
  surplus?: number
}

/**
 * The open job, put together of its owners in `workbench/`: the document and its history, how it is kept, what follows from it at
 * once, what is run over its years, and what is being looked at.
 */
export const useWorkbench = defineStore('workbench', () => {
  const { repository } = useDatabase()
  const settings = useSettings()
  const simulation = useSimulation()

  const document = useDocument({
    beforeStep: () => (baseline.value = tally.value),
    shown: (job) => {
      settings.borrow({ terms: job.terms, system: job.system })
      void years.loadRecord()
    },
    edited: () => persistence.touch(),
  })
  const { job, scheme } = document
  const derived = useDerived(job, scheme, simulation.state)
  const selection = useSelection(scheme, derived.assessment, derived.pipes)
  const years = useYears(job, scheme, selection, simulation)
  const { record } = years
  const persistence = usePersistence(job, {
    opened: () => {
      document.begin()
      selection.clear()
      baseline.value = {}
    },
    show: document.put,
    gone: () => {
      job.value = undefined
      document.begin()
    },
    takenOver: (theirs) => {
      document.begin(message('edit.otherTab'))
      document.put(theirs)
    },
    closing: years.rest,
    fileText,
  })

  const tally = computed<TallyFigures>(() => {
    const years = simulation.state.balance?.years
    return {
      ...(years
        ? {
            kept: years.keptPerYear,
            runoff: years.runoffPerYear,
            met: years.met,
            longest: years.longestShort,
            surplus:
              years.surplusShare * years.total.captured * (years.keptPerYear / Math.max(1, years.total.captured - years.total.surplus)),
          }
        : {}),
      ...(selection.assessed.value?.lasts ? { lasts: selection.assessed.value.lasts.value } : {}),
    }
  })

  /** Figures as they stood before the last edit. */
  const baseline = shallowRef<TallyFigures>({})

  /** Takes a rain record into the job: kept for all jobs, chosen in this one. False where it could not be kept. */
  async function useRecord(next: RainRecord, gaps: 'leave-year-out' | 'generator' | 'dry'): Promise<boolean> {
    if (!(await years.keepRecord(next))) return false
    document.edit(message('edit.rainRecord', { name: next.name }), (current) => ({
      ...current,
      rain: { kind: 'record', record: next.id, gaps },
    }))
    return true
  }
  /** The job's file: the text people take away, with the record it leans on even when that is still being read. */
  async function fileText(): Promise<string> {
    if (!job.value) return ''
    await years.loadRecord()
    return repository.fileOf(job.value, record.value)
  }
  /** Figures of several of the job's schemes beside one another. */
  async function compareSchemes(ids: readonly string[]) {
    if (!job.value) return undefined
    const chosen = job.value.schemes.filter(({ id }) => ids.includes(id))
    const figures = await years.compare(chosen)
    return figures?.map((each) => ({ ...each, cost: derived.costOf(chosen.find(({ id }) => id === each.scheme)!) }))
  }

  savesBy(persistence.save)

  const { put: _put, begin: _begin, ...steps } = document
  const { costOf: _costOf, oneMoreCosts, ...outcome } = derived
  const { clear: _clear, storeId, ...looks } = selection
  const { touch: _touch, ...keeping } = persistence
  const { runEnsemble, findTrains, readLog, weighGuesses } = years
  return {
    ...steps,
    ...outcome,
    ...looks,
    ...keeping,
    oneMoreCosts: computed(() => oneMoreCosts(storeId.value)),
    record,
    simulation: simulation.state,
    stopSizes: simulation.stop,
    stopBands: simulation.stopBands,
    tally,
    baseline,
    runEnsemble,
    findTrains,
    readLog,
    weighGuesses,
    compareSchemes,
    useRecord,
    fileText,
  }
})
