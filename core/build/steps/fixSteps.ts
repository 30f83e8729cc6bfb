import { madeBy } from '../../parts'
import { count } from '../../units/quantity'
import { matings } from '../bill'
import { piecesOf } from '../runs'
import type { StepInputs, Order } from './order'
import { WAITS } from './step'

export function fixSteps(order: Order, { assembly: { joints, runs } }: StepInputs): void {
  const made = joints.flatMap((joint) => matings(joint))
  const within = runs.filter(({ pipe }) => madeBy(pipe.type) === 'cement').reduce((sum, run) => sum + 2 * (piecesOf(run).length - 1), 0)
  const cemented = made.filter((each) => each.made === 'cement').length + within
  const dry = order.of('dry')
  if (cemented > 0) {
    const apart = order.add({
      id: 'apart',
      kind: 'apart',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 2 * cemented,
      values: { count: count(cemented) },
      after: dry,
      never: dry,
      tools: ['pencil'],
    })
    const cement = order.add({
      id: 'cement',
      kind: 'cement',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 4 * cemented,
      wait: WAITS.cementHandled,
      values: { count: count(cemented) },
      after: [apart],
      // Never glue before the dry fit.
      never: [apart, ...dry],
      cautions: ['fumes'],
    })
    order.add({
      id: 'cure',
      kind: 'cure',
      phase: 'fix',
      station: 'drop',
      minutes: 0,
      wait: WAITS.cementWet,
      after: [cement],
      never: [cement],
    })
  }
  // What is pushed, taped, clipped or screwed is made for good beside what is glued.
  const other = made.length - made.filter((each) => each.made === 'cement').length
  if (dry.length > 0 && other > 0)
    order.add({
      id: 'fix',
      kind: 'fix',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 2 * other,
      values: { count: count(other) },
      after: dry,
      never: dry,
      tools: ['screwdriver', 'wrench'],
    })
}
