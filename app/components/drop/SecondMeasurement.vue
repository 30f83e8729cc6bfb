<script setup lang="ts">
import { clearMarks, fromReference, judgeMark, takeReading } from '#core/levels'
import type { AssessedLine } from '#core/assess'
import type { Drop, MarkReference } from '#core/scheme'
import { length } from '#core/units/quantity'
import { message, fieldEdit, saying, type Message } from '~/stores/messages'

/** The second measurement before any cut: two readings that agree with one another and with the plan, or a third that decides. */
const props = defineProps<{ assessed: AssessedLine; upper: number }>()
const bench = useWorkbench()
const { say, sayMessage, text } = useSay()
const id = useId()

const drop = computed(() => props.assessed.line.intake.drop)
const references = computed(() => ({ rim: props.assessed.line.heights.rim, outlet: props.assessed.line.heights.outlet }))
const FROM: readonly MarkReference[] = ['paving', 'rim', 'outlet']
const marks = computed(() => drop.value.marks)
const wanted = computed(() => fromReference(props.upper, marks.value.reference, references.value))
const verdict = computed(() => judgeMark(marks.value, props.upper, references.value))
const NAMES = ['firstReading', 'secondReading', 'thirdReading'] as const
const asked = computed(() =>
  verdict.value.state === 'measureThird' || marks.value.measured.length > 2 ? 3 : marks.value.measured.length === 0 ? 1 : 2,
)

function setMarks(label: Parameters<typeof bench.editScheme>[0], recipe: (marks: Drop['marks']) => Drop['marks']) {
  const { id: own } = drop.value
  bench.editScheme(label, (scheme) => ({
    ...scheme,
    drops: scheme.drops.map((each) => (each.id === own ? { ...each, marks: recipe(each.marks) } : each)),
  }))
}
const problem = shallowRef<Message>()
const { textOf, type, taken } = useTyped()
const { read, wrong } = useMeasure()
function measure(index: number, event: Event) {
  const raw = (event.target as HTMLInputElement).value
  if (raw.trim() === '') return
  const parsed = read('length', raw)
  problem.value = parsed.ok ? undefined : wrong('length', raw, parsed)
  if (!parsed.ok) return
  taken(index)
  const { upper } = props
  setMarks(message('edit.measured', { at: length(parsed.value) }), (own) => takeReading(own, index, parsed.value, upper))
}
function rubOut() {
  taken()
  setMarks(message('edit.rubbedOut'), clearMarks)
}
function from(reference: MarkReference) {
  taken()
  setMarks(fieldEdit(saying('drop.reference'), saying(`choice.${marks.value.reference}`), saying(`choice.${reference}`)), (own) => ({
    ...clearMarks(own),
    reference,
  }))
}
const shown = (value: number | undefined) => (value === undefined ? '' : text(length(value)).replace(/\u00A0/g, ' '))
</script>

<template>
  <div>
    <ChoiceField
      :label="say('drop.reference')"
      :model-value="marks.reference"
      :options="FROM.map((value) => ({ value, label: say(`choice.${value}`) }))"
      :note="say('drop.wanted', { wanted: length(wanted) })"
      @update:model-value="from"
    />
    <div v-for="(name, i) in NAMES.slice(0, asked)" :key="name" class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1">
      <label :for="`${id}-${i}`" class="text-13">{{ say(`drop.${name}`) }}</label>
      <input
        :id="`${id}-${i}`"
        class="field max-w-36 justify-self-end text-right"
        autocomplete="off"
        :value="textOf(shown(marks.measured[i]), i)"
        :aria-invalid="problem !== undefined"
        @input="type($event, i)"
        @change="measure(i, $event)"
      />
    </div>
    <p v-if="problem" class="text-12 text-pencil" aria-live="polite">{{ sayMessage(problem) }}</p>
    <p
      class="text-13"
      :class="
        verdict.mayCut
          ? 'font-bold'
          : verdict.state === 'measureOnce' || verdict.state === 'measureAgain'
            ? 'text-ink-2'
            : 'font-bold text-pencil'
      "
      role="status"
    >
      {{
        say(`drop.state.${verdict.state}`, {
          off: length(Math.abs(verdict.off)),
          wanted: length(verdict.wanted),
          planned: length(marks.planned ?? upper),
          now: length(upper),
        })
      }}
    </p>
    <button v-if="marks.measured.length > 0" type="button" class="btn btn-bare" @click="rubOut">{{ say('drop.rubOut') }}</button>
  </div>
</template>
