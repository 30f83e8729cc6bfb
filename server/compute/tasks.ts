import {
  answerAssess,
  answerBalance,
  answerBuild,
  answerGauge,
  answerLayout,
  answerLiving,
  answerStormPlain,
  answerSweep,
  answerWeather,
  assessRequest,
  balanceRequest,
  buildRequest,
  gaugeRequest,
  layoutRequest,
  livingRequest,
  rainInputs,
  storeInputs,
  stormRequest,
  sweepRequest,
  weatherRequest,
} from '#core/service'
import { parseInput } from '#core/scheme'
import type { InferType, Schema } from 'yup'
import type { TaskName } from './names'

/** Something that can be asked: what it takes, and what it answers. */
interface Task {
  schema: Schema
  answer: (request: never) => unknown
}
const task = <S extends Schema>(schema: S, answer: (request: InferType<S>) => unknown): Task => ({ schema, answer })

/** All that the server reckons, by name. Thin calls of the core: the page's own worker asks the same of it. */
export const TASKS: Readonly<Record<TaskName, Task>> = {
  assess: task(assessRequest, ({ scheme }) => answerAssess(scheme)),

  /** One balance for every store that the roof feeds. Daily series are rounded to a tenth of a litre, and left out on asking. */
  balance: task(balanceRequest, ({ scheme, rain, series }) => {
    const inputs = rainInputs(rain.source, rain.record, rain.place)
    return {
      rain: { ...inputs.facts, years: inputs.years },
      stores: scheme.stores.map(({ id }) => {
        const { years, overallShares } = answerBalance(storeInputs(scheme, id, inputs), inputs)
        const { store, short, ...told } = years
        return {
          store: id,
          overallShares,
          years: series ? { ...told, store: Array.from(store, (litres) => Math.round(litres * 10) / 10), short: Array.from(short) } : told,
        }
      }),
    }
  }),

  sweep: task(sweepRequest, ({ scheme, rain, volumes, most }) => {
    const inputs = rainInputs(rain.source, rain.record, rain.place)
    return { stores: scheme.stores.map(({ id }) => answerSweep(storeInputs(scheme, id, inputs), inputs, volumes, most)) }
  }),

  layout: task(layoutRequest, ({ scheme }) => answerLayout(scheme)),

  build: task(buildRequest, ({ scheme, system }) => answerBuild(scheme, system)),

  storm: task(stormRequest, ({ scheme }) => answerStormPlain(scheme)),

  weather: task(weatherRequest, answerWeather),

  gauge: task(gaugeRequest, answerGauge),

  living: task(livingRequest, answerLiving),
}

/** Defaults of the request's own fields, so that scripts may leave them out; the document itself has none. */
function withDefaults(schema: Schema, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  const defaults = (schema as { getDefault?: () => Record<string, unknown> }).getDefault?.() ?? {}
  const plain = Object.fromEntries(Object.entries(defaults).filter(([, part]) => ['number', 'boolean', 'string'].includes(typeof part)))
  return { ...plain, ...value }
}

/**
 * Answers one request.
 *
 * @param document as it came, parsed and nothing more
 * @throws InvalidInputError, BrokenPathError or RangeError where the request is at fault
 */
export function compute(name: TaskName, document: unknown): unknown {
  const { schema, answer } = TASKS[name]
  return answer(parseInput(schema, withDefaults(schema, document)) as never)
}
