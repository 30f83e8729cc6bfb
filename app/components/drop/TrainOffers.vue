<script setup lang="ts">
import { problemOf, type Problem } from '#core/problems'
import type { WeighedOffer } from '#core/service'
import type { OfferCheck } from '#core/offers'
import { LITRE } from '#core/units/constants'
import { length, share, volume } from '#core/units/quantity'
import { message, saying } from '~/stores/messages'

/** Whole trains for what there is and what is wanted: fitted, held to their claims, run through the years, and ranked. */
const bench = useWorkbench()
const settings = useSettings()
const { say, sayProblem } = useSay()

const run = ref(1.5)
const automatic = ref(true)
const wantFlush = ref(false)
const offers = shallowRef<WeighedOffer[]>()
const busy = ref(false)
const failed = shallowRef<Problem>()

async function find() {
  busy.value = true
  failed.value = undefined
  try {
    offers.value = await bench.findTrains({ run: run.value, automatic: automatic.value, flush: wantFlush.value, system: settings.system })
  } catch (error) {
    failed.value = problemOf(error)
  } finally {
    busy.value = false
  }
}
// Offers are of the scheme as it was; with the next edit they are gone.
watch(
  () => bench.scheme,
  () => (offers.value = undefined),
)
const words = (check: OfferCheck) => say(`offer.check.${check.id}`, check.values)
const because = (offer: WeighedOffer) =>
  offer.checks
    .filter(({ holds, id }) => holds && id !== 'sound')
    .map(words)
    .join('; ')
const missing = (offer: WeighedOffer) =>
  offer.checks
    .filter(({ holds }) => !holds)
    .map(words)
    .join('; ')
const nameOf = ({ recipe }: WeighedOffer) => say(`recipe.${recipe}`)
const fit = (offer: WeighedOffer) =>
  bench.editScheme(message('edit.trainFitted', { recipe: saying(`recipe.${offer.recipe}`) }), () => offer.scheme)
const beside = (offer: WeighedOffer) => bench.tryBeside(nameOf(offer), () => offer.scheme)
</script>

<template>
  <section>
    <h3 class="h3 rule mt-2 pt-2">{{ say('drop.offers') }}</h3>
    <QuantityField v-model="run" :label="say('drop.run')" kind="span" :least="0.1" :most="200" />
    <label class="flex items-center justify-between py-1 text-13"
      >{{ say('drop.automatic') }} <input v-model="automatic" type="checkbox" class="size-5 accent-ink"
    /></label>
    <label class="flex items-center justify-between py-1 text-13"
      >{{ say('drop.wantFlush') }} <input v-model="wantFlush" type="checkbox" class="size-5 accent-ink"
    /></label>
    <BusyButton :busy @begin="find">{{ say('drop.find') }}</BusyButton>
    <p class="text-12 text-ink-3" aria-live="polite">
      {{ busy ? say('drop.finding') : failed ? sayProblem(failed) : say('drop.offersNote') }}
    </p>
    <template v-if="offers">
      <p v-if="!offers.some(({ fits }) => fits)" class="text-13">{{ say('drop.noneFits') }}</p>
      <ol class="mt-1">
        <li v-for="offer in offers" :key="offer.recipe" class="border-t border-hair py-1.5 text-13" :data-recipe="offer.recipe">
          <p>
            <b>{{ nameOf(offer) }}.</b> {{ say('drop.takes', { head: length(offer.spends), left: length(offer.left) }) }};
            {{ say('drop.keeps', { kept: volume(offer.kept * LITRE), met: share(offer.met) }) }};
            {{ say('drop.visits', { visits: offer.visits }) }}.
          </p>
          <p v-if="!offer.fits" class="text-12 text-pencil">{{ say('drop.missing', { what: missing(offer) }) }}</p>
          <p class="text-12 text-ink-2">{{ say('drop.reasons', { what: because(offer) }) }}</p>
          <div class="mt-1 flex flex-wrap gap-2">
            <button
              type="button"
              class="btn"
              :aria-label="say('drop.fitNamed', { recipe: saying(`recipe.${offer.recipe}`) })"
              @click="fit(offer)"
            >
              {{ say('drop.fitTrain') }}
            </button>
            <button type="button" class="btn" :aria-label="say('snag.besideNamed', { what: nameOf(offer) })" @click="beside(offer)">
              {{ say('snag.beside') }}
            </button>
          </div>
        </li>
      </ol>
    </template>
  </section>
</template>
