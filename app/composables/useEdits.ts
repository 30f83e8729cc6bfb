import { produce, type Draft } from 'immer'
import type { Job, Scheme } from '#core/scheme'
import type { Told } from '#core/figures/told'
import { fieldTable, type ChangeField } from '~/components/fields/fieldTable'
import { fieldEdit } from '~/stores/messages'

/**
 * A value as an edit shows it. A code of the document (a string of a literal type) has to be told as `word(…)`: a plain string is
 * somebody's own word and said as it stands.
 */
export type Shown<T extends Told> = T & (T extends string ? (string extends T ? T : T extends '' ? T : never) : T)

/** Edits of single fields, named so that the reader can see and undo them: "Stand, from 480 mm to 460 mm". */
export function useEdits() {
  const bench = useWorkbench()
  const { say } = useSay()
  /** Changes the chosen scheme by a recipe on a draft; what the recipe returns is of no matter. */
  function set<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (draft: Draft<Scheme>) => void) {
    bench.editScheme(fieldEdit(field, from, to), (scheme) => produce(scheme, (draft) => void recipe(draft)))
  }

  /** Changes the job itself by a recipe on a draft. */
  function setJob<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (draft: Draft<Job>) => void) {
    bench.edit(fieldEdit(field, from, to), (job) => produce(job, (draft) => void recipe(draft)))
  }

  /** Fields of one thing of the chosen scheme as rows of a table; an edit finds it as it is by then. */
  function tableOf<T extends object>(thing: T, find: (draft: Draft<Scheme>) => T | undefined) {
    const change: ChangeField<T> = (field, from, to, recipe) =>
      set<Told, Told>(field, from, to, (draft) => {
        const found = find(draft)
        if (found) recipe(found)
      })
    return fieldTable(thing, change, say)
  }

  /** The same of a thing of the job itself. */
  function jobTableOf<T extends object>(thing: T, find: (draft: Draft<Job>) => T | undefined) {
    const change: ChangeField<T> = (field, from, to, recipe) =>
      setJob<Told, Told>(field, from, to, (draft) => {
        const found = find(draft)
        if (found) recipe(found)
      })
    return fieldTable(thing, change, say)
  }

  return { set, setJob, tableOf, jobTableOf }
}
