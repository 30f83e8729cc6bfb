<script setup lang="ts">
import { addPlace, changePlace, removePlace } from '#core/edits'
import { PLACE_KINDS, type Place, type PlaceKind } from '#core/scheme'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldTable } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** Places outside by their names: what pipes and hoses lead to, and how long they are by it. */
const bench = useWorkbench()
const settings = useSettings()
const { say } = useSay()
const fresh = ref<PlaceKind>('bed')
const kinds = computed(() => PLACE_KINDS.map((value) => ({ value, label: say(`word.place-${value}`) })))

function add() {
  const what = fresh.value
  const name = say(`word.place-${what}`)
  // Well off the wall, in the reader's own round measure.
  const y = settings.system === 'metric' ? 3 : 3.048
  bench.editScheme(message('edit.placeAdded', { name }), (scheme) => addPlace(scheme, what, name, y))
}
const change = (place: Place, recipe: (place: Place) => void) =>
  bench.editScheme(message('edit.placeChanged', { name: place.name }), (scheme) => changePlace(scheme, place.id, recipe))
const remove = (place: Place) =>
  bench.editScheme(message('edit.placeRemoved', { name: place.name }), (scheme) => removePlace(scheme, place.id))
function rowsOf(place: Place): FieldRow[] {
  const { measure, choice, text } = fieldTable(place, (_field, _from, _to, recipe) => change(place, (each) => void recipe(each)), say)
  const called = (what: string) => ({ label: say(`places.${what}`) })
  return [
    text('name', called('name')),
    choice('what', PLACE_KINDS, { ...called('what'), prefix: 'place-' }),
    measure('x', 'span', [-1000, 1000], called('along')),
    measure('y', 'span', [-1000, 1000], called('out')),
    measure('level', 'length', [-10, 60], called('level')),
  ]
}
</script>

<template>
  <section :aria-label="say('places.title')">
    <h4 class="h3 pt-2">{{ say('places.title') }}</h4>
    <p class="text-12 text-ink-3">{{ say('places.note') }}</p>
    <details v-for="place in bench.scheme!.places" :key="place.id" class="border-b border-hair py-1">
      <summary class="text-13">{{ place.name }}</summary>
      <FieldRows :rows="rowsOf(place)" />
      <button type="button" class="btn" @click="remove(place)">{{ say('places.remove', { name: place.name }) }}</button>
    </details>
    <div class="flex flex-wrap items-end gap-2 py-1">
      <ChoiceField
        :label="say('places.kind')"
        :model-value="fresh"
        :options="kinds"
        class="grow"
        @update:model-value="(what) => (fresh = what)"
      />
      <button type="button" class="btn" @click="add">{{ say('places.add') }}</button>
    </div>
  </section>
</template>
