<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { chooseCut, chooseFilling, fillingOf, type Filling } from '#core/edits'
import type { CutSchool } from '#core/levels'
import type { DeviceOf, Drop } from '#core/scheme'
import { flow, length } from '#core/units/quantity'
import { parseLength } from '#core/units/parse'
import { INCH } from '#core/units/constants'
import { message } from '~/stores/messages'

/** From outlet to vessel. Decides how the butt is filled and where the saw goes. */
const bench = useWorkbench()
const settings = useSettings()
const { set } = useEdits()
const { say, text } = useSay()

const line = computed(() => bench.assessed?.line)
const drop = computed(() => line.value?.intake.drop)
const cuts = computed(() => bench.assessed?.cuts)
const filling = computed(() => (drop.value ? fillingOf(drop.value) : 'full-take'))

function change(field: string, from: Parameters<typeof set>[1], to: Parameters<typeof set>[2], recipe: (drop: Drop) => void) {
  const id = drop.value!.id
  set(field, from, to, (draft) => {
    const found = draft.drops.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
function changeDevice<K extends 'neck' | 'ring-trough'>(
  field: string,
  kind: K,
  from: number,
  to: number,
  recipe: (device: DeviceOf<K>) => void,
) {
  change(field, length(from), length(to), ({ devices }) => {
    const found = devices.find((device): device is DeviceOf<K> => device.kind === kind)
    if (found) recipe(found)
  })
}
function fill(next: Filling) {
  if (!line.value || next === filling.value) return
  const { intake, placed } = line.value
  bench.editScheme(message('edit.field', { field: say('field.name.filling'), from: filling.value, to: next }), (scheme) =>
    chooseFilling(scheme, intake.drop.id, placed.vessel.id, next),
  )
}
function cut(school: CutSchool) {
  if (!line.value) return
  const { intake, placed } = line.value
  bench.editScheme(message('edit.cutSchool', { school }), (scheme) => chooseCut(scheme, intake.drop.id, placed.vessel.id, school))
}
const inUse = (school: { upper: number; piece: number }) =>
  Math.abs(school.upper - (line.value?.heights.cut?.mark ?? 0)) < 5e-4 && Math.abs(school.piece - (line.value?.trough?.piece ?? 0)) < 5e-4

const brackets = computed(() => drop.value?.brackets.map((height) => text(length(height)).replace(/\u00A0/g, ' ')).join('; ') ?? '')
const bracketProblem = ref('')
function setBrackets(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const parts = raw.split(/;|\band\b/).filter((part) => part.trim() !== '')
  const heights = parts.map((part) => parseLength(part, settings.system === 'metric' ? 1e-3 : INCH))
  const wrong = parts.find((_, i) => !heights[i]!.ok)
  bracketProblem.value = wrong
    ? say('field.problem.notANumber', { text: wrong.trim(), example: say(`field.example.length.${settings.system}`) })
    : ''
  if (wrong) return
  const values = heights.flatMap((parsed) => (parsed.ok ? [parsed.value] : [])).sort((a, b) => b - a)
  change('brackets', brackets.value, values.map((value) => text(length(value))).join('; '), (draft) => (draft.brackets = values))
}
</script>

<template>
  <div v-if="line && drop">
    <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
    <QuantityField
      v-if="line.neck"
      :label="say('field.name.across2')"
      kind="length"
      :model-value="line.neck.across"
      :least="0"
      :most="3"
      @update:model-value="(v) => changeDevice('across2', 'neck', line!.neck!.across, v, (neck) => (neck.across = v))"
    />
    <QuantityField
      v-if="line.neck"
      :label="say('field.name.neckHeight')"
      kind="length"
      :model-value="line.neck.height"
      :least="0"
      :most="3"
      @update:model-value="(v) => changeDevice('neckHeight', 'neck', line!.neck!.height, v, (neck) => (neck.height = v))"
    />
    <QuantityField
      :label="say('field.name.pipeBore')"
      kind="length"
      :model-value="drop.bore"
      :least="0.02"
      :most="0.3"
      @update:model-value="
        (v) =>
          change(
            'pipeBore',
            length(drop!.bore),
            length(v),
            (draft) => ((draft.bore = v), (draft.outside = Math.max(draft.outside, v + 0.004))),
          )
      "
    />
    <div class="py-1">
      <label for="brackets" class="text-13">{{ say('field.name.brackets') }}</label>
      <input id="brackets" class="field" :value="brackets" :aria-invalid="bracketProblem !== ''" @change="setBrackets" />
      <p class="text-12" :class="bracketProblem ? 'text-pencil' : 'text-ink-3'" aria-live="polite">
        {{ bracketProblem || say('drop.bracketsNote') }}
      </p>
    </div>

    <RadioGroup :model-value="filling" class="rule pt-2" @update:model-value="fill">
      <RadioGroupLabel class="h3">{{ say('drop.which') }}</RadioGroupLabel>
      <RadioGroupOption
        v-for="option in ['ring-trough', 'full-take'] as const"
        :key="option"
        v-slot="{ checked }"
        :value="option"
        as="template"
      >
        <div class="option" :class="{ checked }">
          <svg viewBox="0 0 20 20" class="size-4.5 flex-none" aria-hidden="true">
            <circle cx="10" cy="10" r="8" fill="none" stroke="currentColor" stroke-width="1.75" />
            <circle v-if="checked" cx="10" cy="10" r="4.5" fill="currentColor" />
          </svg>
          <span
            ><b>{{ say(`word.${option}`) }}</b
            ><br /><span class="text-12 text-ink-2">{{ say(`drop.${option}`) }}</span></span
          >
        </div>
      </RadioGroupOption>
    </RadioGroup>
    <template v-if="line.trough && cuts">
      <QuantityField
        :label="say('field.name.hoseBore')"
        kind="length"
        :model-value="line.trough.hose.bore"
        :least="0.008"
        :most="0.1"
        @update:model-value="(v) => changeDevice('hoseBore', 'ring-trough', line!.trough!.hose.bore, v, (trough) => (trough.hose.bore = v))"
      />
      <QuantityField
        :label="say('field.name.hoseLength')"
        kind="length"
        :model-value="line.trough.hose.length"
        :least="0.05"
        :most="20"
        @update:model-value="
          (v) => changeDevice('hoseLength', 'ring-trough', line!.trough!.hose.length, v, (trough) => (trough.hose.length = v))
        "
      />
      <p class="text-13 text-ink-2">
        {{
          say('drop.passes', {
            film: flow(bench.assessed!.limits.film * bench.assessed!.limits.gathered),
            hose: flow(bench.assessed!.limits.hose),
          })
        }}
      </p>

      <h3 class="h3 rule mt-2 pt-2">{{ say('drop.cut') }}</h3>
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th scope="col" class="text-left font-normal">{{ say('drop.markFrom') }}</th>
            <th scope="col" class="text-right font-normal">{{ say('drop.upper') }}</th>
            <th scope="col" class="text-right font-normal">{{ say('drop.lower') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="from in ['abovePaving', 'belowRim', 'belowOutlet'] as const" :key="from" class="border-t border-hair">
            <th scope="row" class="py-1 text-left font-normal">{{ say(`drop.${from}`) }}</th>
            <td class="num text-right font-bold">{{ text(length(cuts.distances.upper[from])) }}</td>
            <td class="num text-right font-bold">{{ text(length(cuts.distances.lower[from])) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="text-12 text-ink-3">{{ say('drop.measureTwice') }}</p>
      <h3 class="h3 mt-2">{{ say('drop.schools') }}</h3>
      <ul>
        <li
          v-for="school in cuts.schools"
          :key="school.school"
          class="flex items-center justify-between gap-2 border-t border-hair py-1 text-13"
        >
          <span
            ><b>{{ say(`word.${school.school}`) }}</b>
            <span class="num">{{ text(length(school.upper)) }}, {{ text(length(school.lower)) }}</span
            ><br /><span class="text-12 text-ink-3">{{
              say(school.belowRim >= 0 ? 'drop.underRim' : 'drop.overRim', {
                by: length(Math.abs(school.belowRim)),
                piece: length(school.piece),
              })
            }}</span></span
          >
          <button type="button" class="btn" :disabled="inUse(school)" @click="cut(school.school)">
            {{ say(inUse(school) ? 'drop.inUse' : 'drop.use') }}
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.option {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 8px;
  border-top: 1px solid var(--hair);
  cursor: pointer;
  min-height: var(--touch);
}
.checked {
  background: var(--water-wash);
  border-top-color: var(--ink);
}
</style>
