<script setup lang="ts">
import { problem, ProblemError, problemOf, type Problem } from '#core/problems'
import { chooseRoof, setOutline } from '#core/edits'
import { insideArea, outlineFromGeoJson, OutlineError, outlineFromSides, type Point, type RoofMeasures, type RoofSide } from '#core/roof'
import { produce } from 'immer'
import { area, span } from '#core/units/quantity'
import { message, type Message } from '~/stores/messages'
import { word } from '#core/figures/told'

/** The whole roof told anew: a shape that people know with its two measures, or an outline by its sides or from a map. */
const props = defineProps<{ section: string }>()
const bench = useWorkbench()
const { say, sayMessage } = useSay()
const { read } = useMeasure()

const SHAPES = ['single-slope', 'lean-to', 'gable', 'hip', 'tunnel', 'flat', 'l-shaped'] as const
const shape = ref<RoofMeasures['shape'] | 'free'>('gable')
const length = ref(8)
const width = ref(5)
const leg = ref(4)
const sides = ref('')
const map = ref('')
const refused = shallowRef<Message | Problem>()
const told = shallowRef<Message>()

const SIDES: readonly RoofSide['side'][] = ['only', 'front', 'back', 'right', 'left', 'first', 'second']
const names = computed(() => Object.fromEntries(SIDES.map((side) => [side, say(`shape.side.${side}`)])) as Record<RoofSide['side'], string>)

function put(corners: Point[]) {
  bench.editScheme(message('edit.outline', { area: area(insideArea(corners)) }), (scheme) =>
    produce(setOutline(scheme, props.section, { kind: 'polygon', corners }), (draft) => {
      const found = draft.sections.find(({ id }) => id === props.section)
      if (found) Object.assign(found, { shape: 'free', measured: 'plan' })
    }),
  )
}
/** "12, 5 L, 4 R, ...": a length and which way the next side turns; left where nothing is said. */
function readSides() {
  return sides.value
    .split(/[;\n]+/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => {
      const right = /\br(ight|echts)?$/i.test(part)
      const parsed = read('span', part.replace(/\s*\b(l|left|links|r|right|rechts)$/i, ''))
      if (!parsed.ok) throw new ProblemError(problem('notALength', { text: part }))
      return { length: parsed.value, turn: right ? -90 : 90 }
    })
}
function apply() {
  refused.value = undefined
  told.value = undefined
  try {
    if (shape.value === 'free') {
      const { corners, gap } = outlineFromSides(readSides())
      put(corners)
      told.value = message('shape.closed', { area: area(insideArea(corners)), gap: span(gap) })
      return
    }
    const measures = { shape: shape.value, length: length.value, width: width.value, leg: leg.value }
    bench.editScheme(message('edit.roofShape', { shape: word(shape.value) }), (scheme) => chooseRoof(scheme, measures, names.value))
    if (bench.problem) return
    told.value = message('shape.done')
  } catch (error) {
    refused.value = message('shape.problem', { why: problemOf(error) })
  }
}
function fromMap() {
  refused.value = undefined
  told.value = undefined
  try {
    const { corners, latitude, area: size } = outlineFromGeoJson(map.value)
    put(corners)
    told.value = message('shape.fromMap', { area: area(size), latitude: Math.round(latitude * 100) / 100 })
  } catch (error) {
    refused.value = error instanceof OutlineError ? message(`shape.map.${error.reason}`, { found: error.found }) : problemOf(error)
  }
}
</script>

<template>
  <details>
    <summary class="font-bold">{{ say('shape.title') }}</summary>
    <p class="text-13 text-ink-2">{{ say('shape.sub') }}</p>
    <ChoiceField
      :label="say('shape.shape')"
      :model-value="shape"
      :options="[...SHAPES, 'free' as const].map((value) => ({ value, label: say(`word.${value}`) }))"
      @update:model-value="(v) => (shape = v)"
    />
    <template v-if="shape !== 'free'">
      <QuantityField
        :label="say(`shape.length.${shape === 'l-shaped' ? 'leg' : 'along'}`)"
        kind="span"
        :model-value="length"
        :least="0.3"
        :most="200"
        @update:model-value="(v) => (length = v)"
      />
      <QuantityField
        v-if="shape === 'l-shaped'"
        :label="say('shape.secondLeg')"
        kind="span"
        :model-value="leg"
        :least="0.3"
        :most="200"
        @update:model-value="(v) => (leg = v)"
      />
      <QuantityField
        :label="say(`shape.width.${shape === 'gable' || shape === 'hip' || shape === 'tunnel' ? 'eaves' : 'across'}`)"
        kind="span"
        :model-value="width"
        :least="0.3"
        :most="100"
        @update:model-value="(v) => (width = v)"
      />
      <p class="text-12 text-ink-3">{{ say(`shape.note.${shape}`) }}</p>
    </template>
    <label v-else class="block py-1 text-13"
      >{{ say('shape.sides') }}
      <textarea v-model="sides" class="field mt-1 h-16 font-normal" spellcheck="false" :placeholder="say('shape.sidesExample')" />
    </label>
    <button type="button" class="btn" @click="apply">{{ say('shape.apply') }}</button>
    <details class="mt-2">
      <summary class="text-13">{{ say('shape.mapTitle') }}</summary>
      <label class="block py-1 text-13"
        >{{ say('shape.mapPaste') }}
        <textarea v-model="map" class="field mt-1 h-16 font-normal" spellcheck="false" />
      </label>
      <button type="button" class="btn" @click="fromMap">{{ say('shape.mapTake') }}</button>
    </details>
    <p v-if="refused" class="mt-1 text-13 text-pencil" role="alert">{{ sayMessage(refused) }}</p>
    <p v-if="told" class="mt-1 text-13 text-ink-2" role="status">{{ sayMessage(told) }}</p>
  </details>
</template>
