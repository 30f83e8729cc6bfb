<script setup lang="ts">
import { addPlace, changePlace, removePlace } from '#core/edits'
import { PLACE_KINDS, type Place, type PlaceKind } from '#core/scheme'
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
</script>

<template>
  <section :aria-label="say('places.title')">
    <h4 class="h3 pt-2">{{ say('places.title') }}</h4>
    <p class="text-12 text-ink-3">{{ say('places.note') }}</p>
    <details v-for="place in bench.scheme!.places" :key="place.id" class="border-b border-hair py-1">
      <summary class="text-13">{{ place.name }}</summary>
      <NameField
        :label="say('places.name')"
        :model-value="place.name"
        @update:model-value="(name) => change(place, (each) => (each.name = name))"
      />
      <ChoiceField
        :label="say('places.what')"
        :model-value="place.what"
        :options="kinds"
        @update:model-value="(what) => change(place, (each) => (each.what = what))"
      />
      <QuantityField
        :label="say('places.along')"
        kind="span"
        :model-value="place.x"
        :least="-1000"
        :most="1000"
        @update:model-value="(x) => change(place, (each) => (each.x = x))"
      />
      <QuantityField
        :label="say('places.out')"
        kind="span"
        :model-value="place.y"
        :least="-1000"
        :most="1000"
        @update:model-value="(y) => change(place, (each) => (each.y = y))"
      />
      <QuantityField
        :label="say('places.level')"
        kind="length"
        :model-value="place.level"
        :least="-10"
        :most="60"
        @update:model-value="(level) => change(place, (each) => (each.level = level))"
      />
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
