<script setup lang="ts">
import { moveTap, setPort } from '#core/edits'
import type { Tap } from '#core/scheme'
import { length, volume } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import { message } from '~/stores/messages'

/** One tap: in which vessel, how high, and what is filled under it. Decides how high the vessel has to stand. */
const props = defineProps<{ tap: Tap }>()
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const placed = computed(() => bench.assessment!.path.vessels.get(props.tap.vessel)!)
const centre = computed(() => placed.value.foot + placed.value.vessel.ports.find(({ id }) => id === props.tap.port)!.at)
const change = (field: string, quantity: typeof length, from: number, to: number, recipe: (tap: Tap) => void) =>
  set(field, quantity(from), quantity(to), (draft) => {
    const found = draft.taps.find(({ id }) => id === props.tap.id)
    if (found) recipe(found)
  })
const edit = bench.editScheme
const vessels = computed(() => bench.scheme!.stores.flatMap((store) => store.vessels.map(({ id, name }) => ({ value: id, label: name }))))

const rows = computed((): FieldRow[] => {
  const { tap } = props
  return [
    {
      is: 'measure',
      key: 'height',
      label: say('field.name.tapHeight'),
      kind: 'length',
      value: centre.value,
      least: 0,
      most: 10,
      set: (v) =>
        edit(message('edit.tapHeight', { from: length(centre.value), to: length(v) }), (scheme) =>
          setPort(scheme, tap.vessel, tap.port, v - placed.value.foot),
        ),
    },
    {
      is: 'measure',
      key: 'spout',
      label: say('field.name.spoutBelow'),
      kind: 'length',
      value: tap.spoutBelow,
      least: 0,
      most: 1,
      set: (v) => change('spoutBelow', length, tap.spoutBelow, v, (draft) => (draft.spoutBelow = v)),
    },
    {
      is: 'measure',
      key: 'bore',
      label: say('field.name.tapBore'),
      kind: 'length',
      value: tap.bore,
      least: 0.005,
      most: 0.1,
      set: (v) => change('tapBore', length, tap.bore, v, (draft) => (draft.bore = v)),
    },
    {
      is: 'measure',
      key: 'canHeight',
      label: say('field.name.canHeight'),
      kind: 'length',
      measure: `canHeight:${tap.id}`,
      value: tap.can.height,
      least: 0.05,
      most: 2,
      set: (v) => change('canHeight', length, tap.can.height, v, (draft) => (draft.can.height = v)),
    },
    {
      is: 'measure',
      key: 'canVolume',
      label: say('field.name.canVolume'),
      kind: 'volume',
      measure: `canVolume:${tap.id}`,
      value: tap.can.volume,
      least: 0.0005,
      most: 0.2,
      set: (v) => change('canVolume', volume, tap.can.volume, v, (draft) => (draft.can.volume = v)),
    },
  ]
})
const rename = (name: string) =>
  edit(message('edit.field', { field: say('draw.tapName'), from: props.tap.name, to: name }), (scheme) => ({
    ...scheme,
    taps: scheme.taps.map((each) => (each.id === props.tap.id ? { ...each, name } : each)),
  }))
</script>

<template>
  <NameField :label="say('draw.tapName')" :model-value="tap.name" @update:model-value="rename" />
  <ChoiceField
    v-if="vessels.length > 1"
    :label="say('draw.tapAt')"
    :model-value="tap.vessel"
    :options="vessels"
    @update:model-value="(v) => edit(message('edit.moved', { name: tap.name }), (scheme) => moveTap(scheme, tap.id, v))"
  />
  <FieldRows :rows="rows" />
  <slot />
</template>
