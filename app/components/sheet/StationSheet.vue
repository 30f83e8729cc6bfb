<script setup lang="ts">
import { concerns, type Station } from '#core/findings'
import { fetchOtherSheets, fetchSheet, sheets } from '~/components/sheet/stationSheets'

/** The sheet of the chosen station: what to do next, its measures and choices, its snags, its cautions. */
const props = defineProps<{ station: Station; wide?: boolean }>()
const emit = defineEmits<{ widen: [] }>()
const bench = useWorkbench()
const { say, tm } = useSay()

const sheet = computed(() => sheets[props.station])
watch(() => props.station, fetchSheet, { immediate: true })
onMounted(fetchOtherSheets)

/** What the years say stands above the snags in two of the sheets, and comes later than they do. */
const yearsSettled = useYearsSettled()
const settled = computed(() => yearsSettled.value || !(props.station === 'sky' || (props.station === 'cask' && props.wide)))

const here = computed(() =>
  bench.findings.flatMap((finding, index) => (concerns(finding, props.station) ? [{ finding, number: index + 1 }] : [])),
)
const worst = computed(() => here.value.find(({ finding }) => finding.severity === 'stops' || finding.severity === 'goes-wrong'))
const next = computed(() =>
  worst.value ? say(`finding.${worst.value.finding.id}.next`, worst.value.finding.values) : say(`next.${props.station}`),
)
const cautions = computed(() => Object.keys(tm(`caution.${props.station}`)).map((key) => say(`caution.${props.station}.${key}`)))
</script>

<template>
  <section class="sheet flex h-full min-h-0 flex-col bg-sheet" :aria-labelledby="`sheet-${station}`">
    <header class="flex items-baseline justify-between gap-2 px-5 pt-4 max-md:px-3">
      <h2 :id="`sheet-${station}`" class="slab text-22">
        {{ say(`station.${station}`) }} <span class="cap ml-1 font-ui font-normal">{{ say(`station.${station}Sub`) }}</span>
      </h2>
      <button v-if="station !== 'spill' && station !== 'draw'" type="button" class="btn max-md:hidden" @click="emit('widen')">
        {{ say(wide ? 'ui.narrow' : 'ui.widen') }}
      </button>
    </header>
    <p class="px-5 pt-2 pb-2 text-15 max-md:px-3">
      <b>{{ say('next.title') }}</b> {{ next }}
      <svg v-if="worst" viewBox="-12 -12 24 24" class="sheet-drawing ml-1 inline size-5" aria-hidden="true">
        <SnagMark :severity="worst.finding.severity" :number="worst.number" />
      </svg>
    </p>
    <div
      class="relative min-h-0 flex-1 overflow-y-auto px-5 pb-4 max-md:px-3"
      tabindex="0"
      role="region"
      :aria-label="say(`station.${station}`)"
      :aria-busy="sheet === undefined"
    >
      <component
        :is="sheet"
        v-if="sheet"
        :wide="wide"
        :class="wide && station !== 'cask' ? 'gap-x-8 lg:columns-2 [&>*]:break-inside-avoid' : ''"
      />
      <SnagList v-if="sheet && settled" :findings="here" :total="bench.findings.length" />
      <div v-if="sheet && settled && cautions.length > 0" class="rule mt-2 pt-2">
        <h3 class="h3">{{ say('caution.title') }}</h3>
        <ul class="mt-1 list-disc pl-4 text-13 text-ink-2">
          <li v-for="caution in cautions" :key="caution">{{ caution }}</li>
        </ul>
      </div>
    </div>
  </section>
</template>
