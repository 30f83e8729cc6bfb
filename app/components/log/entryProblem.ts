import type { EntryProblem } from '#core/log'
import { length, rainDepth, typed as asTyped, volume, type QuantityKind } from '#core/units/quantity'
import { message, type Message } from '~/stores/messages'

/**
 * What is wrong with an entry, to be said to its writer.
 *
 * @param measure what its amount is told as, for the ends that it has to keep within
 */
export function tellEntryProblem({ id, values, of: where }: EntryProblem, measure: QuantityKind): Message {
  if (where?.path === 'at') return message('log.problem.noMoment')
  if (id === 'unsound') return message('log.problem.unsound', where && { why: where })
  if (id === 'outside')
    return message('log.problem.outside', { least: asTyped(measure, values.least!), most: asTyped(measure, values.most!) })
  return message(`log.problem.${id}`, {
    ...(values.deep === undefined ? {} : { deep: length(values.deep) }),
    ...(values.rose === undefined ? {} : { rose: length(values.rose) }),
    ...(values.depth === undefined ? {} : { depth: rainDepth(values.depth) }),
    ...(values.usual === undefined ? {} : { usual: rainDepth(values.usual) }),
    ...(values.volume === undefined ? {} : { volume: volume(values.volume) }),
  })
}
