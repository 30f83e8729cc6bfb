<script setup lang="ts">
import { word } from '#core/figures/told'
import { readNormals, type NormalsProblem } from '#core/rain'
import type { NormalsRain } from '#core/scheme'
import { message } from '~/stores/messages'

/** Monthly means: typed month by month, or pasted as the table they were found in. */
const props = defineProps<{ normals: NormalsRain }>()
const emit = defineEmits<{ change: [totals: number[], wetDays: number[]] }>()
const settings = useSettings()
const { say, month } = useSay()

const pasted = ref('')
const problems = shallowRef<NormalsProblem[]>([])
/** Unit that the last table was read in. */
const taken = ref<'mm' | 'in'>()
const perUnit = computed(() => (settings.system === 'metric' ? 1 : 25.4))
const unit = computed(() => (settings.system === 'metric' ? 'mm' : 'in'))

function read() {
  const result = readNormals(pasted.value)
  if ('problems' in result) {
    problems.value = result.problems
    taken.value = undefined
    return
  }
  problems.value = []
  taken.value = result.normals.unit
  emit('change', result.normals.totals, result.normals.wetDays)
}
/** Rain has to fall on some part of a day, and somewhere in the year. */
function wrong(index: number, total: number, days: number) {
  if (total > 0 && days === 0) return message('normals.problem.noDayToFallOn', { month: { month: index } })
  const others = props.normals.totals.some((each, m) => m !== index && each > 0)
  return total > 0 || others ? undefined : message('normals.problem.noRainAtAll', { month: { month: index } })
}
const told = computed(() =>
  problems.value.map(({ problem, month: index, found }) =>
    say(`normals.problem.${problem}`, { found, month: index === undefined ? '' : month(index) }),
  ),
)
</script>

<template>
  <div>
    <label class="block py-1 text-13"
      >{{ say('normals.paste') }}
      <textarea v-model="pasted" class="field mt-1 h-16 font-normal" spellcheck="false" :aria-invalid="problems.length > 0" />
    </label>
    <button type="button" class="btn" @click="read">{{ say('normals.read') }}</button>
    <div aria-live="polite">
      <p v-for="line in told" :key="line" class="mt-1 text-13 text-pencil" role="alert">{{ line }}</p>
      <p v-if="taken" class="mt-1 text-13 text-ink-2">{{ say('normals.taken', { unit: word(taken) }) }}</p>
    </div>
    <MonthsField
      :label="say('normals.totals', { unit: word(unit) })"
      :model-value="props.normals.totals"
      :per-unit="perUnit"
      :most="3000"
      :wrong="(m, total) => wrong(m, total, props.normals.wetDays[m]!)"
      @update:model-value="(totals) => emit('change', totals, [...props.normals.wetDays])"
    />
    <MonthsField
      :label="say('normals.wetDays')"
      :model-value="props.normals.wetDays"
      :most="28"
      :wrong="(m, days) => wrong(m, props.normals.totals[m]!, days)"
      @update:model-value="(wetDays) => emit('change', [...props.normals.totals], wetDays)"
    />
  </div>
</template>
