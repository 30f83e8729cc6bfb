import { freshId } from '#core/edits'
import { FINDING_RULES, type Finding } from '#core/findings'
import { jobProblems } from '#core/path'
import { checkShape, gaugeId, job as jobSchema, type InputProblem, type Job, type Scheme } from '#core/scheme'
import { History } from '../history'
import { message, saying, type Message } from '../messages'
import { useNotices } from '../notices'

/** As many as the document keeps. */
const MOST_SCHEMES = 24

/** What others do about a step: note how things stood, show the document that came of it, and keep it. */
export interface DocumentHooks {
  beforeStep(): void
  shown(job: Job): void
  edited(): void
}

/** The open job as a document: every change is a step that can be taken back. */
export function useDocument(hooks: DocumentHooks) {
  const notices = useNotices()
  const job = shallowRef<Job>()
  const scheme = computed(() => job.value?.schemes.find(({ id }) => id === job.value?.chosen))
  const lastEdit = ref<Message>()
  /** The last edit was one of many in a row, as a drag makes them, and more may follow before the next picture. */
  const inDrag = ref(false)
  const historyTick = ref(0)
  const history = new History<Job, Message>(() => historyTick.value++)

  /** Shows a document without making a step of it. */
  function put(next: Job) {
    job.value = next
    hooks.shown(next)
  }
  /** Another document, or none: there is nothing to take back in it. */
  function begin(label?: Message) {
    history.clear()
    lastEdit.value = label
  }

  const faults = new WeakMap<Job, InputProblem[]>()
  /** What of a job no file could hold. */
  function faultsOf(of: Job): InputProblem[] {
    const known = faults.get(of)
    if (known) return known
    const shape = checkShape(jobSchema, of)
    const found = shape.length > 0 ? shape : jobProblems(of)
    faults.set(of, found)
    return found
  }
  /** An edit that would make what its own file could not take back is refused with a word, and nothing is changed. */
  function refused(label: Message, before: Job, after: Job): boolean {
    const [first] = faultsOf(after)
    if (!first || faultsOf(before).length > 0) return false
    notices.tell({
      severity: 'wrong',
      told: message('notice.refused', { edit: { saying: label.id, values: label.values }, path: first.path, what: first }),
      key: 'refused',
    })
    return true
  }

  /**
   * One edit: a new document from the old one, under a name that the reader can undo it by.
   * Edits with one `merge` key in a row (a drag) fold into a single step.
   */
  function edit(label: Message, change: (job: Job) => Job, merge?: string) {
    if (!job.value) return
    const before = job.value
    const after = change(before)
    if (after === before || refused(label, before, after)) return
    notices.close('refused')
    const folded = history.note(before, label, merge)
    inDrag.value = merge !== undefined
    if (!folded) hooks.beforeStep()
    lastEdit.value = label
    put(after)
    hooks.edited()
  }

  /** An edit of the chosen scheme; one that leaves it as it was is no step. */
  function editScheme(label: Message, change: (scheme: Scheme) => Scheme, merge?: string) {
    edit(
      label,
      (current) => {
        const schemes = current.schemes.map((each) => (each.id === current.chosen ? change(each) : each))
        return schemes.every((each, i) => each === current.schemes[i]) ? current : { ...current, schemes }
      },
      merge,
    )
  }

  const seal = () => history.seal()

  function step(way: 'undo' | 'redo') {
    if (!job.value) return
    const taken = way === 'undo' ? history.undo(job.value) : history.redo(job.value)
    if (!taken) return
    hooks.beforeStep()
    inDrag.value = false
    lastEdit.value = message(way === 'undo' ? 'edit.undone' : 'edit.redone', { what: '' })
    lastStep.value = { way, label: taken.label }
    put(taken.document)
    hooks.edited()
  }
  const lastStep = ref<{ way: 'undo' | 'redo'; label: Message }>()
  const undoable = computed(() => (historyTick.value >= 0 ? history.undoable : undefined))
  const redoable = computed(() => (historyTick.value >= 0 ? history.redoable : undefined))

  /** Applies a finding's mend, or one of its ways out, as one step. */
  function mend(finding: Finding, option?: string) {
    const rule = FINDING_RULES.find(({ id }) => id === finding.id)
    if (!rule?.mend || !(finding.mends || option !== undefined)) return
    const way = finding.options.find(({ id }) => id === option)
    const what = way
      ? saying(`finding.${finding.id}.option.${way.id}.name`, way.values)
      : saying(`finding.${finding.id}.mend`, finding.values)
    editScheme(message('edit.mended', { what }), (current) => rule.mend!(current, finding, option))
  }

  /** Puts a changed copy of the chosen scheme beside it and goes on with that, so that the two can be compared. */
  function tryBeside(name: string, change: (scheme: Scheme) => Scheme = (current) => current) {
    edit(message('edit.schemeAdded', { name }), (current) => {
      const from = current.schemes.find(({ id }) => id === current.chosen)
      if (!from || current.schemes.length >= MOST_SCHEMES) return current
      const id = freshId('scheme', current.schemes)
      return { ...current, schemes: [...current.schemes, { ...change(from), id, name }], chosen: id }
    })
  }

  /** Puts a way out of a finding beside the scheme as it is. */
  function mendBeside(finding: Finding, option: string, name: string) {
    const rule = FINDING_RULES.find(({ id }) => id === finding.id)
    if (rule?.mend) tryBeside(name, (current) => rule.mend!(current, finding, option))
  }

  function chooseScheme(id: string) {
    edit(message('edit.schemeChosen', { name: job.value?.schemes.find((each) => each.id === id)?.name ?? '' }), (current) =>
      current.chosen === id || !current.schemes.some((each) => each.id === id) ? current : { ...current, chosen: id },
    )
  }

  /** Takes a scheme out of the job; the last one stays. */
  function removeScheme(id: string) {
    edit(message('edit.schemeRemoved', { name: job.value?.schemes.find((each) => each.id === id)?.name ?? '' }), (current) => {
      const schemes = current.schemes.filter((each) => each.id !== id)
      if (schemes.length === 0 || schemes.length === current.schemes.length) return current
      return { ...current, schemes, chosen: current.chosen === id ? schemes[0]!.id : current.chosen }
    })
  }

  /** Stands the job's years on its own gauge alone. */
  const useGauge = () =>
    edit(message('edit.rainRecord', { name: job.value?.name ?? '' }), (current) => ({
      ...current,
      rain: { kind: 'record', record: gaugeId(current.id), gaps: 'generator' },
    }))

  return {
    job,
    scheme,
    lastEdit,
    lastStep,
    inDrag,
    undoable,
    redoable,
    put,
    begin,
    edit,
    editScheme,
    seal,
    undo: () => step('undo'),
    redo: () => step('redo'),
    mend,
    mendBeside,
    tryBeside,
    chooseScheme,
    removeScheme,
    useGauge,
  }
}
