<script setup lang="ts">
import { produce } from 'immer'
import type { Device } from '#core/scheme'
import { quantity } from '#core/units/quantity'
import { fieldsOf, type DeviceField, type FieldPlace } from '~/drop/deviceFields'

/** The measures of one device, each held against this wall. */
const props = defineProps<{ device: Device; place: FieldPlace }>()
const emit = defineEmits<{ change: [change: { name: string; from: unknown; to: unknown; device: Device }] }>()
const { say, te } = useSay()

const fields = computed(() => fieldsOf(props.device, props.place))
/** The device with one field changed, ready to take the old one's place. */
const changed = (apply: (draft: Device) => void) => produce(props.device, (draft) => void apply(draft))
function setNumber(field: DeviceField, value: number) {
  if (field.type !== 'number') return
  emit('change', {
    name: field.name,
    from: quantity(field.kind, field.get(props.device)),
    to: quantity(field.kind, value),
    device: changed((draft) => field.set(draft, value)),
  })
}
function setChoice(field: DeviceField, value: string) {
  if (field.type !== 'choice') return
  emit('change', { name: field.name, from: field.get(props.device), to: value, device: changed((draft) => field.set(draft, value)) })
}
const word = (value: string) => say(te(`choice.${value}`, 'en-GB') ? `choice.${value}` : `word.${value}`)
</script>

<template>
  <div>
    <template v-for="field in fields" :key="`${device.id}-${field.name}`">
      <QuantityField
        v-if="field.type === 'number'"
        :label="say(`field.device.${field.name}`)"
        :kind="field.kind"
        :model-value="field.get(device)"
        :least="field.least"
        :most="field.most"
        v-bind="field.why ? { why: field.why } : {}"
        @update:model-value="(value) => setNumber(field, value)"
      />
      <ChoiceField
        v-else
        :label="say(`field.device.${field.name}`)"
        :model-value="field.get(device)"
        :options="field.options.map((value) => ({ value, label: word(value) }))"
        @update:model-value="(value) => setChoice(field, String(value))"
      />
    </template>
  </div>
</template>
