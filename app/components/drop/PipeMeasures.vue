<script setup lang="ts">
import { FLEXIBLE_MOST } from '#core/levels'
import { length } from '#core/units/quantity'
import type { AssessedLine } from '#core/assess'
import type { Draft } from 'immer'
import type { Drop, Scheme } from '#core/scheme'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message, type Message } from '~/stores/messages'

/** The downpipe as it hangs, in a few measures. */
const props = defineProps<{ assessed: AssessedLine }>()
const { set, tableOf } = useEdits()
const { say, sayMessage, text } = useSay()

const drop = computed(() => props.assessed.line.intake.drop)
const inHand = (draft: Draft<Scheme>) => draft.drops.find(({ id: each }) => each === drop.value.id)
/** Both walls of the thinnest pipe that is sold, m. */
const LEAST_WALLS = 0.004
/** How the pipe comes over its lid now; none where it stands above it, or something fitted leads the water there. */
const over = computed(() => {
  const kind = props.assessed.line.over?.kind
  return kind === 'straight' ? undefined : kind
})
const rows = computed((): FieldRow[] => {
  const { measure, choice, text: words } = tableOf(drop.value, inHand)
  const { id: key, leadsOver } = drop.value
  const most = leadsOver === 'flexible' && over.value !== 'flexible' ? say('drop.flexibleMost', { most: length(FLEXIBLE_MOST) }) : undefined
  // No pipe is wider inside than outside.
  const bore: Lens<Drop, number> = {
    name: 'pipeBore',
    get: (of) => of.bore,
    put: (draft, to) => Object.assign(draft, { bore: to, outside: Math.max(draft.outside, to + LEAST_WALLS) }),
  }
  const leads: Lens<Drop, 'bends' | 'flexible'> = {
    name: 'leadsOver',
    get: (of) => of.leadsOver ?? 'bends',
    put: (draft, to) => (draft.leadsOver = to),
  }
  return [
    words('name', { name: 'pipeName', label: say('drop.name') }),
    choice('shape', ['round', 'rectangular', 'square'], { ids: 'choice' }),
    measure(bore, 'length', [0.02, 0.3], { why: { least: 'field.why.least.bore' } }),
    measure('outside', 'length', [drop.value.bore, 0.4], { name: 'pipeOutside', measure: `pipeOutside:${key}` }),
    choice('material', ['plastic', 'metal'], { ids: 'choice' }),
    measure('offWall', 'length', [0, 1]),
    choice('foot', ['shoe', 'gully', 'open'], { ids: 'choice' }),
    ...(over.value || leadsOver ? [choice(leads, ['bends', 'flexible'], { ids: 'choice', note: most })] : []),
  ]
})

const brackets = computed(() => drop.value.brackets.map((height) => text(length(height)).replace(/\u00A0/g, ' ')).join('; '))
const problem = shallowRef<Message>()
const { textOf, type, taken } = useTyped()
const { read, wrong } = useMeasure()
function setBrackets(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const parts = raw.split(/;|\band\b/).filter((part) => part.trim() !== '')
  const heights = parts.map((part) => read('length', part))
  const odd = heights.findIndex(({ ok }) => !ok)
  const failed = heights[odd]
  const values = heights.flatMap((parsed) => (parsed.ok ? [parsed.value] : [])).sort((a, b) => b - a)
  const { outlet } = props.assessed.line.heights
  problem.value =
    failed && !failed.ok
      ? wrong('length', parts[odd]!, failed)
      : values.some((value) => value > outlet)
        ? message('field.why.most.height', { most: length(outlet) })
        : undefined
  if (problem.value) return
  taken()
  set('brackets', brackets.value, values.map((value) => text(length(value))).join('; '), (draft) => {
    const found = inHand(draft)
    if (found) found.brackets = values
  })
}
const id = useId()
</script>

<template>
  <section>
    <h3 class="h3 rule pt-2">{{ say('drop.existing') }}</h3>
    <FieldRows :rows="rows" />
    <div class="py-1">
      <label :for="id" class="text-13">{{ say('field.name.brackets') }}</label>
      <input :id="id" class="field" :value="textOf(brackets)" :aria-invalid="problem !== undefined" @input="type" @change="setBrackets" />
      <p class="text-12" :class="problem ? 'text-pencil' : 'text-ink-3'" aria-live="polite">
        {{ problem ? sayMessage(problem) : say('drop.bracketsNote') }}
      </p>
    </div>
  </section>
</template>
