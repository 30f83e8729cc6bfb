import { produce, type Draft } from 'immer'
import type { Job, Scheme } from '#core/scheme'
import type { Quantity } from '#core/units/quantity'
import { message } from '~/stores/messages'

type Shown = Quantity | string | number

/** Edits of single fields, named so that the reader can see and undo them: "Stand, from 480 mm to 460 mm". */
export function useEdits() {
  const bench = useWorkbench()
  const { say } = useSay()

  const label = (field: string, from: Shown, to: Shown) => message('edit.field', { field: say(`field.name.${field}`), from, to })

  /** Changes the chosen scheme by a recipe on a draft; what the recipe returns is of no matter. */
  function set(field: string, from: Shown, to: Shown, recipe: (draft: Draft<Scheme>) => void) {
    bench.editScheme(label(field, from, to), (scheme) => produce(scheme, (draft) => void recipe(draft)))
  }

  /** Changes the job itself by a recipe on a draft. */
  function setJob(field: string, from: Shown, to: Shown, recipe: (draft: Draft<Job>) => void) {
    bench.edit(label(field, from, to), (job) => produce(job, (draft) => void recipe(draft)))
  }

  return { set, setJob }
}
