<script setup lang="ts">
import { useDebounceFn, usePreferredReducedMotion } from '@vueuse/core'
import type { Cure } from '#core/offers'
import type { Bottleneck, WhatIf } from '#core/storm'
import { flow, length, pressure, share, volume } from '#core/units/quantity'
import { isAirtight } from '#core/vessel'
import { message } from '~/stores/messages'

/**
 * A storm over the scheme. Decides whether it holds before a hole is drilled: where it is first held up, what that costs, and
 * the smallest change that cures it.
 */
const props = defineProps<{ width: number; height: number; phone?: boolean }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()
const { state, run, stop, cure, runBatch, stopBatch } = useTrial()

/** What goes wrong on the day; tried, not kept. */
const whatIfs = shallowRef<WhatIf[]>([])
const has = (what: WhatIf) => whatIfs.value.some((each) => JSON.stringify(each) === JSON.stringify(what))
const toggle = (what: WhatIf) =>
  (whatIfs.value = has(what) ? whatIfs.value.filter((each) => JSON.stringify(each) !== JSON.stringify(what)) : [...whatIfs.value, what])
const offered = computed<WhatIf[]>(() => {
  const { scheme } = bench
  if (!scheme) return []
  const devices = scheme.drops.flatMap((drop) => drop.devices)
  return [
    ...scheme.stores.flatMap(({ links }) => links.map(({ id }): WhatIf => ({ kind: 'link-shut', link: id }))),
    ...(devices.some(({ kind }) => kind === 'rain-head' || kind === 'screen') ||
    scheme.stores.some(({ vessels }) => vessels.some(({ lid }) => lid === 'screened'))
      ? [{ kind: 'screen-blocked' } as const]
      : []),
    ...(devices.some(({ kind }) => kind === 'first-flush') ? [{ kind: 'drain-stuck' } as const] : []),
    ...(scheme.overflows.length > 0 ? [{ kind: 'overflow-blocked' } as const] : []),
    ...(scheme.overflows.some(({ mouth, vented }) => mouth === 'hooped' && vented) ? [{ kind: 'siphon-break-missing' } as const] : []),
    ...(scheme.stores.some(({ vessels }) => vessels.some(isAirtight)) ? [{ kind: 'vent-shut' } as const] : []),
  ]
})

const start = () => bench.scheme && void run(bench.scheme, whatIfs.value, settings.system)
watch([() => bench.scheme, whatIfs], useDebounceFn(start, 60), { immediate: true })
watch(
  () => bench.scheme?.stores,
  () =>
    (whatIfs.value = whatIfs.value.filter(
      (each) => each.kind !== 'link-shut' || bench.scheme?.stores.some(({ links }) => links.some(({ id }) => id === each.link)),
    )),
)
onBeforeUnmount(() => {
  bench.trialTight = undefined
  stopBatch()
})

/** Whoever waits this long is told that they need not, ms. */
const SLOW_MS = 1500
const slow = ref(false)
let slowTimer: ReturnType<typeof setTimeout> | undefined
watch(
  () => state.working,
  (working) => {
    clearTimeout(slowTimer)
    slow.value = false
    if (working) slowTimer = setTimeout(() => (slow.value = true), SLOW_MS)
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(slowTimer))

const names = computed(() => Object.fromEntries(bench.scheme!.stores.flatMap(({ vessels }) => vessels.map(({ id, name }) => [id, name]))))
const storm = computed(() => state.answer?.run)
const verdict = computed(() => state.answer?.verdict)
watch(
  () => verdict.value?.first,
  (first) => (bench.trialTight = first?.place === 'link' ? first.id : undefined),
)

/** Told by the second, so that another run of the same storm keeps its place. */
const second = ref(0)
const moment = computed(() => (storm.value ? Math.min(storm.value.moments - 1, Math.round(second.value / storm.value.step)) : 0))
const lasts = computed(() => (storm.value ? (storm.value.moments - 1) * storm.value.step : 0))
const clock = (seconds: number) => {
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, Math.round(seconds) % 60]
  return `${h > 0 ? `${h}:${String(m).padStart(2, '0')}` : m}:${String(s).padStart(2, '0')}`
}
/** The first time that a storm is shown it stands at its worst moment, where there is something to see. */
let placed = false
watch(storm, (next) => {
  if (!next || placed) return
  placed = true
  const worst = next.flows.filter(({ kind }) => kind === 'overflow' || kind === 'rim').toSorted((a, b) => b.peak - a.peak)[0]
  second.value = worst && worst.peak > 0 ? worst.peakAt : Math.round(next.rainEnds / 2)
})

const SPEEDS = [10, 60, 300] as const
const speed = ref<(typeof SPEEDS)[number]>(60)
const reduced = usePreferredReducedMotion()
const playing = ref(false)
let last = 0
function frame(now: number) {
  if (!playing.value) return
  const gone = last > 0 ? Math.min(0.25, (now - last) / 1000) : 0
  last = now
  second.value = Math.min(lasts.value, second.value + gone * speed.value)
  if (second.value >= lasts.value) playing.value = false
  else requestAnimationFrame(frame)
}
function play() {
  if (reduced.value === 'reduce') {
    step(speed.value)
    return
  }
  playing.value = !playing.value
  last = 0
  if (playing.value && second.value >= lasts.value) second.value = 0
  if (playing.value) requestAnimationFrame(frame)
}
const step = (by: number) => {
  playing.value = false
  second.value = Math.min(lasts.value, Math.max(0, second.value + by))
}
function keys(event: KeyboardEvent) {
  const by = { ArrowLeft: -10, ArrowDown: -10, ArrowRight: 10, ArrowUp: 10, PageDown: -60, PageUp: 60 }[event.key]
  if (by !== undefined) step(event.shiftKey ? by / 10 : by)
  else if (event.key === 'Home') step(-Infinity)
  else if (event.key === 'End') step(Infinity)
  else if (event.key === ' ') play()
  else return
  event.preventDefault()
}
onBeforeUnmount(() => (playing.value = false))

const SHOWS = ['flows', 'levels'] as const
const shows = ref<(typeof SHOWS)[number]>('flows')

const linkName = (id: string) => {
  const link = bench.scheme!.stores.flatMap(({ links }) => links).find((each) => each.id === id)
  return link ? say('trial.linkName', { from: names.value[link.from.vessel]!, to: names.value[link.to.vessel]! }) : id
}
function placeName({ place, id }: Bottleneck): string {
  if (place === 'link') return linkName(id)
  const device = bench.scheme!.drops.flatMap(({ devices }) => devices).find((each) => each.id === id)
  const named =
    names.value[id] ??
    [...bench.scheme!.gutters, ...bench.scheme!.drops, ...bench.scheme!.stores].find((each) => each.id === id)?.name ??
    (device ? (device.called ?? say(`word.${device.kind}`)) : '')
  return say(`trial.place.${place}`, { name: named })
}
const sentence = (each: Bottleneck) =>
  say(`trial.bottleneck.${['link', 'overflow', 'no-overflow', 'siphon', 'store'].includes(each.place) ? each.place : 'way'}`, {
    passes: flow(each.passes),
    arrives: flow(each.arrives),
    room: volume(each.room),
    at: clock(each.at),
  })
const cureName = (each: Cure) =>
  each.present
    ? say('trial.asItIs')
    : say(`cure.${each.kind}`, { size: each.key ? say(`bore.${each.key}`) : each.size ? text(length(each.size)) : '' })
const mostLost = computed(() => Math.max(1e-9, ...(state.cures ?? []).map(({ lost }) => lost)))
/** Whether a change costs, or gives, water that can be used: told then, beside what it saves. */
const costsUsable = computed(() => (state.cures ?? []).some(({ usable: holds }) => Math.abs(holds - state.cures![0]!.usable) >= 5e-4))
const usable = computed(() => state.curesOf === bench.scheme)
function apply(each: Cure) {
  if (!usable.value) return
  bench.editScheme(message('edit.cured', { what: cureName(each) }), () => each.scheme)
}

/** The account up to this moment, m³. */
const account = computed(() => {
  const of = storm.value
  if (!of) return []
  const sum = (kind: string, outside = false) =>
    of.flows.reduce((total, flows) => {
      if (flows.kind !== kind || (outside && flows.to !== undefined)) return total
      let volume = 0
      for (let n = 1; n <= moment.value; n++) volume += flows.rate[n]!
      return total + volume * of.step
    }, 0)
  const came = sum('intake')
  const away = sum('overflow', true)
  const rim = sum('rim')
  const drawn = sum('tap')
  return [
    { key: 'start', sign: '', value: of.account.start },
    { key: 'came', sign: '+', value: came },
    { key: 'away', sign: '−', value: away },
    ...(rim > 1e-5 ? [{ key: 'rim', sign: '−', value: rim }] : []),
    ...(drawn > 1e-5 ? [{ key: 'drawn', sign: '−', value: drawn }] : []),
    { key: 'now', sign: '=', value: of.account.start + came - away - rim - drawn },
  ]
})
const vents = computed(() => (storm.value?.vents ?? []).filter(({ pressure: most }) => most > 200))

/** What stands below the verdict waits for it, and for what would cure it. */
const settled = useSettled(() => !state.working && (state.answer !== undefined || state.failed !== undefined))
const CHART = 222
const sheet = useSheetWidth(() => props.width)
const drawn = computed(() => ({
  width: props.phone ? props.width : props.width - sheet.value,
  height: props.phone ? 320 : Math.max(260, props.height - CHART),
}))
</script>

<template>
  <div class="trial" :class="{ phone }">
    <div class="drawn pane" :style="{ width: `${drawn.width}px`, '--pane': drawn.width }">
      <TrialSection
        v-if="storm && bench.assessed"
        :assessed="bench.assessed"
        :run="storm"
        :moment="moment"
        v-bind="drawn"
        :compact="phone"
        :moving="playing"
      />
      <p v-else-if="state.working" class="p-6" role="status">{{ say('trial.working') }}</p>
      <!-- Over the drawing: it comes and goes by itself, and moves nothing. -->
      <p v-if="slow" class="absolute inset-x-4 top-4 z-10 flex flex-wrap items-center gap-3 border border-line bg-sunk p-3" role="status">
        {{ say('trial.slow') }} <button type="button" class="btn" @click="stop">{{ say('trial.stopTrial') }}</button>
      </p>
      <p v-if="state.failed" class="m-4 border-2 border-pencil bg-sheet p-3" role="alert">
        {{ say('trial.failed', { why: state.failed }) }}
      </p>
      <div v-if="storm" class="lower" :style="phone ? {} : { height: `${CHART}px` }">
        <div class="controls">
          <button type="button" class="btn btn-go" @click="play">
            {{ say(playing ? 'trial.stop' : reduced === 'reduce' ? 'trial.stepOn' : 'trial.play') }}
          </button>
          <div class="flex gap-1">
            <button type="button" class="btn flex-1" @click="step(-Infinity)">{{ say('trial.over') }}</button>
            <select v-model.number="speed" class="field w-auto!" :aria-label="say('trial.speed')">
              <option v-for="each in SPEEDS" :key="each" :value="each">{{ say('trial.times', { n: each }) }}</option>
            </select>
          </div>
          <ButtonChoice
            v-model="shows"
            class="*:flex-1"
            :label="say('trial.shows')"
            :options="SHOWS.map((value) => ({ value, label: say(`trial.${value}`) }))"
          />
          <p class="cap max-md:hidden">{{ say('trial.keys') }}</p>
        </div>
        <div class="chart">
          <StormChart
            :run="storm"
            :moment="moment"
            :shows="shows"
            :names="names"
            class="min-h-0 flex-1"
            @moment="(n) => step(n * storm!.step - second)"
          />
          <div class="flex items-center gap-2 pr-2">
            <input
              type="range"
              class="flex-1 accent-ink"
              min="0"
              :max="lasts"
              :step="storm.step"
              :value="second"
              :aria-label="say('trial.time')"
              :aria-valuetext="clock(second)"
              @input="step(Number(($event.target as HTMLInputElement).value) - second)"
              @keydown="keys"
            />
            <b class="num w-16 text-right" data-testid="trial-clock">{{ clock(second) }}</b>
          </div>
        </div>
      </div>
    </div>
    <section v-if="!phone || settled" class="side bg-sheet" :aria-label="say('trial.title')" :aria-busy="state.working" tabindex="0">
      <p class="cap">{{ say('trial.first') }}</p>
      <template v-if="verdict">
        <h2 class="slab text-18">{{ verdict.first ? placeName(verdict.first) : say('trial.holds') }}</h2>
        <p class="py-1">{{ verdict.first ? sentence(verdict.first) : say('trial.holdsSay') }}</p>
        <template v-if="state.cures && state.cures.length > 0">
          <h3 class="h3 rule mt-1 pt-2">{{ say('trial.cures') }}</h3>
          <table class="w-full text-13" :class="{ 'text-ink-3': !usable }" :aria-busy="!usable">
            <thead>
              <tr class="text-12 text-ink-3">
                <th class="text-left font-normal" scope="col">{{ say('trial.cureChange') }}</th>
                <th class="text-left font-normal" scope="col" colspan="2">{{ say('trial.cureLost') }}</th>
                <th class="text-right font-normal" scope="col">{{ say('trial.cureLed') }}</th>
                <th v-if="costsUsable" class="text-right font-normal" scope="col">{{ say('trial.cureUsable') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(each, i) in state.cures" :key="i" :class="{ 'bg-water-wash': each.present }">
                <th scope="row" class="py-0.5 text-left font-normal">{{ cureName(each) }}</th>
                <td class="w-12">
                  <svg viewBox="0 0 44 12" class="h-3 w-11" aria-hidden="true">
                    <rect
                      v-if="each.lost >= 5e-4"
                      x="0.5"
                      y="1"
                      :width="Math.max(1, (43 * each.lost) / mostLost)"
                      height="10"
                      class="bar"
                    />
                  </svg>
                </td>
                <td class="num whitespace-nowrap">{{ each.lost < 5e-4 ? say('trial.cureNone') : text(volume(each.lost)) }}</td>
                <td class="num text-right whitespace-nowrap">
                  {{ each.ledAway < 5e-4 ? say('trial.cureNone') : text(volume(each.ledAway)) }}
                </td>
                <td v-if="costsUsable" class="num text-right whitespace-nowrap">{{ text(volume(each.usable)) }}</td>
              </tr>
            </tbody>
          </table>
          <button
            v-if="state.cures.at(-1)!.cures"
            type="button"
            class="btn btn-mend mt-1"
            :disabled="!usable"
            @click="apply(state.cures.at(-1)!)"
          >
            {{ say('snag.mend', { what: cureName(state.cures.at(-1)!) }) }}
          </button>
          <p v-else-if="!state.working" class="text-13">
            {{ say(state.cures[0]!.lost < 5e-4 ? 'trial.nothingLost' : 'trial.noCure') }}
          </p>
        </template>
      </template>
      <template v-if="verdict && settled">
        <h3 class="h3 rule mt-2 pt-2">{{ say('trial.whereAt', { time: clock(second) }) }}</h3>
        <dl class="text-13">
          <div v-for="row in account" :key="row.key" class="flex justify-between border-b border-hair py-0.5">
            <dt>{{ say(`trial.account.${row.key}`) }}</dt>
            <dd class="num font-semibold">{{ row.sign }} {{ text(volume(row.value)) }}</dd>
          </div>
        </dl>
        <p class="py-1 text-13">
          {{
            say('trial.byTheEnd', {
              kept: volume(verdict.kept),
              away: volume(verdict.ledAway),
              lost: volume(verdict.lost),
              flushed: volume(storm!.account.flushed),
            })
          }}
        </p>
        <p class="pb-1 text-13">{{ say('trial.street', { held: share(verdict.heldShare), cut: share(verdict.peakCut) }) }}</p>
        <p v-for="each in vents" :key="each.vessel" class="pb-1 text-13 text-pencil">
          {{
            say(each.pressure === Infinity ? 'trial.noAir' : 'trial.air', {
              name: names[each.vessel]!,
              pressure: pressure(Math.min(each.pressure, 1e6)),
            })
          }}
        </p>
        <template v-if="verdict.all.length > 1">
          <h3 class="h3 rule mt-1 pt-2">{{ say('trial.also') }}</h3>
          <ul class="text-13">
            <li v-for="(each, i) in verdict.all.filter((b) => b !== verdict!.first)" :key="i" class="py-1">
              <b>{{ placeName(each) }}, {{ clock(each.at) }}.</b> {{ sentence(each) }}
              <button v-if="each.fault" type="button" class="btn btn-bare" @click="cure(bench.scheme!, each, whatIfs, settings.system)">
                {{ say('trial.tryCure') }}
              </button>
            </li>
          </ul>
        </template>
      </template>
      <template v-if="settled">
        <h3 class="h3 rule mt-2 pt-2">{{ say('trial.storm') }}</h3>
        <StormFields />
        <template v-if="offered.length > 0">
          <h3 class="h3 rule mt-2 pt-2">{{ say('trial.whatIf') }}</h3>
          <label v-for="what in offered" :key="JSON.stringify(what)" class="flex min-h-7 items-center gap-2 py-0.5 text-13">
            <input type="checkbox" class="size-6 flex-none accent-ink" :checked="has(what)" @change="toggle(what)" />
            {{ say(`trial.if.${what.kind}`, what.kind === 'link-shut' ? { link: linkName(what.link) } : {}) }}
          </label>
        </template>
        <StormBatch :rows="state.batch" :progress="state.batchProgress" @run="runBatch(bench.scheme!)" @stop="stopBatch" />
        <p class="mt-2 text-12 text-ink-3">{{ say('trial.source') }}</p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.trial {
  display: flex;
  flex: 1;
  min-width: 0;
  min-height: 0;
}
.drawn {
  position: relative;
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.lower {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 10px;
  padding: 8px 8px 6px;
  background: var(--sheet);
  border-top: 2px solid var(--ink);
}
.controls {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.chart {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.side {
  flex: 1;
  min-width: 0;
  padding: 12px 16px;
  overflow-y: auto;
  border-left: 2px solid var(--ink);
}
.bar {
  fill: var(--pencil-wash);
  stroke: var(--pencil);
}
.phone {
  flex-direction: column;
}
.phone .lower {
  grid-template-columns: 1fr;
}
.phone .controls {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.phone .chart {
  height: 210px;
}
.phone .side {
  border-left: 0;
  border-top: 2px solid var(--ink);
  overflow: visible;
}
</style>
