<script setup lang="ts">
import { addPump, addTap, removePump, removeTap } from '#core/edits'
import type { Scheme } from '#core/scheme'
import { message } from '~/stores/messages'

/** Where water is taken out: every tap and every pump of the scheme, and one more of either. */
const bench = useWorkbench()
const { say } = useSay()

const line = computed(() => bench.assessed!.line)
const here = computed(() => line.value.placed.vessel)
const taps = computed(() => bench.scheme!.taps)
const pumps = computed(() => bench.scheme!.pumps)
const vesselName = (id: string) => bench.assessment!.path.vessels.get(id)?.vessel.name ?? ''
const pumpName = (i: number) => (pumps.value.length > 1 ? say('pump.nth', { nth: String(i + 1) }) : say('delivery.pump'))
function tapToo() {
  const name = say('draw.tapNew', { nth: String(taps.value.length + 1) })
  bench.editScheme(message('edit.tapAdded', { name: here.value.name }), (scheme) => addTap(scheme, here.value.id, name))
}
const remove = (name: string, recipe: (scheme: Scheme) => Scheme) => bench.editScheme(message('edit.demandRemoved', { name }), recipe)
const pumpToo = () => bench.editScheme(message('edit.pumpAdded', { name: here.value.name }), (scheme) => addPump(scheme, here.value.id))
</script>

<template>
  <section :aria-label="say('draw.points')">
    <div class="rule mt-2 flex flex-wrap items-center justify-between gap-2 pt-2">
      <h3 class="h3">{{ say('draw.points') }}</h3>
      <div class="flex flex-wrap gap-1">
        <button type="button" class="btn" :disabled="taps.length >= 24" @click="tapToo">{{ say('draw.addTap') }}</button>
        <button type="button" class="btn" :disabled="pumps.length >= 12" @click="pumpToo">{{ say('draw.addPump') }}</button>
      </div>
    </div>
    <p v-if="taps.length + pumps.length === 0" class="py-2 text-13">{{ say('draw.noPoint') }}</p>
    <DrawPointFold
      v-for="tap in taps"
      :key="tap.id"
      :name="tap.name"
      :vessel="vesselName(tap.vessel)"
      :opened="tap.id === line.tap?.id"
      @remove="remove(tap.name, (scheme) => removeTap(scheme, tap.id))"
    >
      <TapFields :tap="tap">
        <template v-if="tap.id === line.tap?.id && bench.assessed?.tap">
          <p class="flex items-baseline justify-between text-13">
            <span>{{ say('draw.spare') }}</span> <FigureValue :figure="bench.assessed.tap.spare" />
          </p>
          <p class="flex items-baseline justify-between text-13">
            <span>{{
              bench.assessed.tap.canMinutes === undefined
                ? say('draw.flowAlone')
                : say('draw.flow', { minutes: Math.round(bench.assessed.tap.canMinutes * 10) / 10 })
            }}</span>
            <FigureValue :figure="bench.assessed.tap.flow" />
          </p>
        </template>
      </TapFields>
    </DrawPointFold>
    <DrawPointFold
      v-for="(pump, i) in pumps"
      :key="pump.id"
      :name="pumpName(i)"
      :vessel="vesselName(pump.from.vessel)"
      :opened="taps.length === 0 && i === 0"
      @remove="remove(pumpName(i), (scheme) => removePump(scheme, pump.id))"
    >
      <PumpFields :pump="pump" :name="pumpName(i)" />
    </DrawPointFold>
  </section>
</template>
