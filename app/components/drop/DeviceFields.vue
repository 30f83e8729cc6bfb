<script setup lang="ts">
import type { Device } from '#core/scheme'
import { typed } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldsOf, placeIdOf, type DeviceChange, type FieldPlace } from '~/components/drop/deviceFields'

/** The measures of one device, each held against this wall. */
const props = defineProps<{ device: Device; place: FieldPlace }>()
const emit = defineEmits<{ change: [change: DeviceChange] }>()
const { say, te } = useSay()

const sayChoice = (value: string) => {
  const place = placeIdOf(value)
  if (place !== undefined) return props.place.places.find(({ id }) => id === place)?.name ?? place
  return say(te(`choice.${value}`, 'en-GB') ? `choice.${value}` : `word.${value}`)
}
// What is handed on is the change, not the device as it was seen: the document may have moved on meanwhile.
const rows = computed(() =>
  fieldsOf(props.device, props.place).map((field): FieldRow => {
    const { name } = field
    const called = { key: `${props.device.id}-${name}`, label: say(`field.device.${name}`) }
    if (field.type === 'number') {
      const { kind, least, most, why } = field
      const value = field.get(props.device)
      const set = (to: number) =>
        emit('change', { name, from: typed(kind, value), to: typed(kind, to), apply: (device) => field.set(device, to) })
      return { ...called, is: 'measure', kind, value, least, most, why, set }
    }
    const value = field.get(props.device)
    const options = field.options.map((each) => ({ value: each, label: sayChoice(each) }))
    const set = (to: string) =>
      emit('change', { name, from: sayChoice(value), to: sayChoice(to), apply: (device) => field.set(device, to) })
    return { ...called, is: 'choice', value, options, set }
  }),
)
</script>

<template>
  <div><FieldRows :rows="rows" /></div>
</template>
