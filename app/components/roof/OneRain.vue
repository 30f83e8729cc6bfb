<script setup lang="ts">
import { oneRain } from '#core/balance'
import { INCH, LITRE } from '#core/units/constants'
import { volume } from '#core/units/quantity'

/** What one rain of any depth brings from this roof to its vessel: the sum that everybody does on an envelope. */
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

/** mm; what was asked last stays while the application is open. */
const asked = useState<number | undefined>('one-rain', () => undefined)
const depth = computed(() => asked.value ?? (settings.system === 'imperial' ? (INCH * 1000) / 2 : 10))
const rain = computed(() => {
  const store = bench.assessed?.line.placed.store.id
  return store && bench.assessment ? oneRain(bench.assessment.path, store, depth.value) : undefined
})
const litres = (value: number) => volume(value * LITRE)
const LOSSES = ['stays', 'overEdge', 'shed', 'flushed', 'returned'] as const
/** Less than this is not worth a line, litres. */
const NOTHING = 0.5
const losses = computed(() => LOSSES.filter((key) => rain.value![key] >= NOTHING))
</script>

<template>
  <section v-if="rain" :aria-label="say('oneRain.title')">
    <h3 class="h3">{{ say('oneRain.title') }}</h3>
    <QuantityField
      :label="say('oneRain.depth')"
      kind="rainDepth"
      :model-value="depth"
      :least="0"
      :most="1000"
      @update:model-value="(v) => (asked = v)"
    />
    <dl class="grid grid-cols-[1fr_auto] gap-x-3 text-13">
      <dt>{{ say('oneRain.falls') }}</dt>
      <dd class="num text-right">{{ text(litres(rain.falls)) }}</dd>
      <template v-for="key in losses" :key="key">
        <dt class="text-ink-2">− {{ say(`oneRain.${key}`) }}</dt>
        <dd class="num text-right text-ink-2">{{ text(litres(rain[key])) }}</dd>
      </template>
      <dt class="border-t border-ink font-bold">{{ say('oneRain.captured') }}</dt>
      <dd class="num border-t border-ink text-right font-bold">{{ text(litres(rain.captured)) }}</dd>
    </dl>
    <p class="pt-1 text-13">
      {{
        say(rain.captured > rain.room ? 'oneRain.over' : 'oneRain.fits', {
          room: litres(rain.room),
          over: litres(rain.captured - rain.room),
        })
      }}
    </p>
  </section>
</template>
