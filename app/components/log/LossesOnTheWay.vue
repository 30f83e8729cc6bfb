<script setup lang="ts">
import { setSiteWetting } from '#core/edits'
import { fitOf, LOSS_UNITS, lossFigure, type Loss, type StoreLife } from '#core/living'
import { isAlarm, type SiteFit } from '#core/log'
import { rainDepth } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** What is lost between roof and store as the log tells it, each beside what the plan has; wetting can be put into the plan. */
const { life } = defineProps<{ life: StoreLife }>()
const bench = useWorkbench()
const { scheme } = useLog()
const { say } = useSay()

const told = computed(() =>
  (['wetting', 'flush', 'limit'] as const).flatMap((loss) => {
    const figure = lossFigure(life, loss)
    const fit = fitOf(life.numbers, loss)
    return figure && fit ? [{ loss, figure, fit, agrees: fit.low <= fit.plan && fit.plan <= fit.high }] : []
  }),
)
/** Where no limit was seen: what came through all the same. */
const without = computed(() => {
  const limit = life.numbers?.limit
  return limit && limit.high === undefined ? LOSS_UNITS.limit(limit.low) : undefined
})
const band = (loss: Loss, { low, high }: SiteFit) => ({ low: LOSS_UNITS[loss](low), high: LOSS_UNITS[loss](high) })

function useWetting(wetting: number) {
  const standing = scheme.value?.id
  const store = scheme.value?.stores.find(({ id }) => id === life.store)
  bench.edit(message('log.edit.wetting', { store: store?.name ?? '', wetting: rainDepth(wetting) }), (job) => ({
    ...job,
    schemes: job.schemes.map((each) => (each.id === standing ? setSiteWetting(each, life.store, wetting) : each)),
  }))
}
</script>

<template>
  <p v-if="!life.numbers" class="mt-2 text-13">
    {{ say(life.diagnosis && isAlarm(life.diagnosis) ? 'log.onTheWayWrong' : 'log.onTheWayFew') }}
  </p>
  <template v-else>
    <h3 class="slab mt-4 text-16">{{ say('log.onTheWay') }}</h3>
    <p v-if="told.length === 0 && !without" class="text-13">{{ say('log.onTheWayNothing') }}</p>
    <ul class="text-13">
      <li v-for="{ loss, figure, fit, agrees } in told" :key="loss" class="border-t border-hair py-2">
        <p>
          {{ say(`log.loss.${loss}`) }} <FigureValue :figure="figure" /> {{ say(`log.lossBand.${loss}`, band(loss, fit)) }}
          {{ loss === 'limit' ? '' : say(agrees ? 'log.lossAgrees' : 'log.lossDiffers', { plan: LOSS_UNITS[loss](fit.plan) }) }}
        </p>
        <p v-if="loss !== 'wetting' && (loss === 'limit' || !agrees)">{{ say(`log.lossCheck.${loss}`) }}</p>
        <button v-if="loss === 'wetting' && !agrees" type="button" class="btn btn-go mt-1" @click="useWetting(fit.value)">
          {{ say('log.useWetting') }}
        </button>
      </li>
      <li v-if="without" class="border-t border-hair py-2">{{ say('log.noLimit', { low: without }) }}</li>
    </ul>
  </template>
</template>
