<script setup lang="ts">
import { INCH } from '#core/units/constants'
import { parseArea, parseLength, parseNumber, parseRainDepth, parseVolume, type Parsed } from '#core/units/parse'
import { quantity, type QuantityKind } from '#core/units/quantity'

/**
 * A measure, typed as people say it and shown as it was understood. The value is SI; text that cannot be read stays
 * in the field with its reason, and the last good value stands.
 */
const props = defineProps<{
  label: string
  modelValue: number
  kind: Extract<
    QuantityKind,
    'length' | 'span' | 'volume' | 'rainDepth' | 'area' | 'count' | 'plain' | 'share' | 'angle' | 'rainRate' | 'latitude' | 'fall' | 'mesh'
  >
  least?: number
  most?: number
  note?: string
  /** Message ids that say why the ends are where they are, instead of only where. */
  why?: { least?: string; most?: string }
  hideLabel?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()

const settings = useSettings()
const { say, text } = useSay()
const id = useId()

const typed = ref<string>()
const problem = ref('')
const understood = ref('')
/** Something is typed that nobody has taken yet. */
let writing = false

const shown = computed(() => text(quantity(props.kind, props.modelValue)).replace(/\u00A0/g, ' '))
watch(
  () => props.modelValue,
  () => {
    // What is half written stays, whatever comes back meanwhile.
    if (writing) return
    typed.value = undefined
    problem.value = ''
  },
)

function read(raw: string): Parsed {
  const metric = settings.system === 'metric'
  switch (props.kind) {
    case 'length':
    case 'mesh':
      return parseLength(raw, metric ? 1e-3 : INCH)
    case 'span':
      return parseLength(raw, metric ? 1 : 12 * INCH)
    case 'volume':
      return parseVolume(raw, settings.system, settings.terms)
    case 'area':
      return parseArea(raw, settings.system)
    case 'rainDepth':
      return parseRainDepth(raw, settings.system)
    case 'rainRate':
      return parseRainDepth(raw.replace(/\/h$|per hour$/i, ''), settings.system)
    case 'fall': {
      // A pipe that climbs is nonsense to be told, not a sign to be lost.
      const climbs = /^\s*[-−]/.test(raw)
      const parsed = parseNumber(raw.replace(/mm\s*\/\s*m|in per 10 ft|[-−]/gi, ''))
      return parsed.ok ? { ok: true, value: ((climbs ? -1 : 1) * parsed.value) / (metric ? 1000 : 120) } : parsed
    }
    case 'latitude': {
      // The one measure that may lie below nothing.
      const south = /^\s*[-−]|s\s*$/i.test(raw)
      const parsed = parseNumber(raw.replace(/[-−°nsNS]/g, ' '))
      return parsed.ok && south ? { ok: true, value: -parsed.value } : parsed
    }
    case 'share': {
      const parsed = parseNumber(raw)
      return parsed.ok ? { ok: true, value: parsed.value / 100 } : parsed
    }
    default:
      return parseNumber(raw)
  }
}

function look(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  typed.value = raw
  writing = true
  const parsed = read(raw)
  understood.value = parsed.ok ? say('field.understood', { value: quantity(props.kind, parsed.value) }) : ''
  if (parsed.ok) problem.value = ''
}

function leave() {
  writing = false
  typed.value = undefined
  problem.value = ''
  understood.value = ''
}
function commit() {
  writing = false
  if (typed.value === undefined) return
  const parsed = read(typed.value)
  understood.value = ''
  if (!parsed.ok) {
    problem.value = say(`field.problem.${parsed.problem}`, {
      text: typed.value,
      example: say(`field.example.${props.kind}.${settings.system}`),
    })
    return
  }
  const { least = -Infinity, most = Infinity } = props
  if (parsed.value < least - 1e-12 || parsed.value > most + 1e-12) {
    const reason = parsed.value < least ? props.why?.least : props.why?.most
    problem.value = say(reason ?? 'field.problem.range', { least: quantity(props.kind, least), most: quantity(props.kind, most) })
    return
  }
  problem.value = ''
  typed.value = undefined
  if (Math.abs(parsed.value - props.modelValue) > 1e-12) emit('update:modelValue', parsed.value)
}
</script>

<template>
  <div class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1">
    <label :for="id" class="text-13" :class="{ 'only-heard': hideLabel }">{{ label }}</label>
    <input
      :id="id"
      class="field max-w-36 justify-self-end text-right"
      type="text"
      autocomplete="off"
      :value="typed ?? shown"
      :aria-invalid="problem !== ''"
      :aria-describedby="`${id}-says`"
      @input="look"
      @change="commit"
      @keydown.enter="commit"
      @keydown.escape="leave"
    />
    <p :id="`${id}-says`" class="col-span-2 text-right text-12" :class="problem ? 'text-pencil' : 'text-ink-3'" aria-live="polite">
      {{ problem || understood || note || '' }}
    </p>
  </div>
</template>
