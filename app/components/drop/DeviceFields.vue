<script setup lang="ts">
import type { Device } from '#core/scheme'
import { quantity } from '#core/units/quantity'
import { fieldsOf, placeIdOf, type DeviceChange, type DeviceField, type FieldPlace } from '~/drop/deviceFields'

/** The measures of one device, each held against this wall. */
const props = defineProps<{ device: Device; place: FieldPlace }>()
const emit = defineEmits<{ change: [change: DeviceChange] }>()
const { say, te } = useSay()

const fields = computed(() => fieldsOf(props.device, props.place))
// What is handed on is the change, not the device as it was seen: the document may have moved on meanwhile.
function setNumber(field: DeviceField, value: number) {
  if (field.type !== 'number') return
  emit('change', {
    name: field.name,
    from: quantity(field.kind, field.get(props.device)),
    to: quantity(field.kind, value),
    apply: (device) => field.set(device, value),
  })
}
function setChoice(field: DeviceField, value: string) {
  if (field.type !== 'choice') return
  emit('change', {
    name: field.name,
    from: sayChoice(field.get(props.device)),
    to: sayChoice(value),
    apply: (device) => field.set(device, value),
  })
}
const sayChoice = (value: string) => {
  const place = placeIdOf(value)
  if (place !== undefined) return props.place.places.find(({ id }) => id === place)?.name ?? place
  return say(te(`choice.${value}`, 'en-GB') ? `choice.${value}` : `word.${value}`)
}
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
        :options="field.options.map((value) => ({ value, label: sayChoice(value) }))"
        @update:model-value="(value) => setChoice(field, String(value))"
      />
    </template>
  </div>
</template>
