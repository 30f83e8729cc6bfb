<script setup lang="ts">
import { moveTap, setPort } from '#core/edits'
import type { Tap } from '#core/scheme'
import { length } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import { message } from '~/stores/messages'

/** One tap: in which vessel, how high, and what is filled under it. Decides how high the vessel has to stand. */
const props = defineProps<{ tap: Tap }>()
const bench = useWorkbench()
const { tableOf } = useEdits()
const { say } = useSay()

const placed = computed(() => bench.assessment!.path.vessels.get(props.tap.vessel)!)
const centre = computed(() => placed.value.foot + placed.value.vessel.ports.find(({ id }) => id === props.tap.port)!.at)
const edit = bench.editScheme
const vessels = computed(() => bench.scheme!.stores.flatMap((store) => store.vessels.map(({ id, name }) => ({ value: id, label: name }))))

const table = computed(() => tableOf(props.tap, (draft) => draft.taps.find(({ id }) => id === props.tap.id)))
const place = computed((): FieldRow[] => {
  const { tap } = props
  const named = table.value.text('name', { name: 'tapName' })
  if (vessels.value.length < 2) return [named]
  const move = (v: string) => edit(message('edit.moved', { name: tap.name }), (scheme) => moveTap(scheme, tap.id, v))
  return [named, { is: 'choice', key: 'at', label: say('draw.tapAt'), value: tap.vessel, options: vessels.value, set: move }]
})
const rows = computed((): FieldRow[] => {
  const { tap } = props
  const { measure } = table.value
  return [
    {
      is: 'measure',
      key: 'height',
      label: say('field.name.tapHeight'),
      kind: 'length',
      value: centre.value,
      least: placed.value.foot,
      most: placed.value.foot + placed.value.vessel.body.height,
      set: (v) =>
        edit(message('edit.tapHeight', { from: length(centre.value), to: length(v) }), (scheme) =>
          setPort(scheme, tap.vessel, tap.port, v - placed.value.foot),
        ),
    },
    measure('spoutBelow', 'length', [0, 1]),
    measure('bore', 'length', [0.005, 0.1], { name: 'tapBore' }),
    measure('can.height', 'length', [0.05, 2], { name: 'canHeight', measure: `canHeight:${tap.id}` }),
    measure('can.volume', 'volume', [0.0005, 0.2], { name: 'canVolume', measure: `canVolume:${tap.id}` }),
  ]
})
</script>

<template>
  <FieldRows :rows="place" />
  <FieldRows :rows="rows" />
  <slot />
</template>
