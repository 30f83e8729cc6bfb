import { madeBy } from '../../parts'
import { count } from '../../units/quantity'
import { matings } from '../bill'
import { piecesOf } from '../runs'
import type { StepInputs, Order } from './order'

export function fixSteps(order: Order, { assembly: { joints, runs } }: StepInputs): void {
  const made = joints.flatMap((joint) => matings(joint))
  const within = runs.filter(({ pipe }) => madeBy(pipe.type) === 'cement').reduce((sum, run) => sum + 2 * (piecesOf(run).length - 1), 0)
  const cemented = made.filter((each) => each.made === 'cement').length + within
  if (cemented > 0) {
    const values = { count: count(cemented) }
    order.add({ id: 'apart', kind: 'apart', minutes: 10 + 2 * cemented, values })
    order.add({ id: 'cement', kind: 'cement', minutes: 10 + 4 * cemented, values })
    order.add({ id: 'cure', kind: 'cure', minutes: 0 })
  }
  const other = made.length - made.filter((each) => each.made === 'cement').length
  if (order.has({ phase: 'dry' }) && other > 0)
    order.add({ id: 'fix', kind: 'fix', minutes: 10 + 2 * other, values: { count: count(other) } })
}
