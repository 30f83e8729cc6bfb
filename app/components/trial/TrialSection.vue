<script setup lang="ts">
import type { AssessedLine } from '#core/assess'
import type { StormRun } from '#core/storm'
import { flow, length, volume } from '#core/units/quantity'
import { heldAt } from '~/drawing/groupScene'
import { rainOver } from '~/drawing/rain'
import { sceneOf, topOf } from '~/drawing/scene'

/** The section while it rains: levels, links, spills and the first flush at one moment. */
const props = defineProps<{
  assessed: AssessedLine
  run: StormRun
  moment: number
  width: number
  height: number
  compact?: boolean
  moving?: boolean
}>()
const bench = useWorkbench()
const { say, text } = useSay()

const path = computed(() => bench.assessment!.path)
const frame = computed(() => ({ left: 0, right: props.width - 8, top: 6, ground: props.height - 16 }))
/** Kept left of the wall, px: for wall and roof. */
const WALL = 100
const scene = computed(() => {
  const first = sceneOf(props.assessed, frame.value, props.compact ? 30 : WALL, undefined, path.value)
  // What is not as wide as its pane stands in the middle of it.
  const boxes = [...first.group.map(({ body }) => body), ...(first.can ? [first.can] : [])]
  const spare = frame.value.right - Math.max(...boxes.map(({ x, width }) => x + width))
  return props.compact || spare < WALL ? first : sceneOf(props.assessed, frame.value, (WALL + spare) / 2, first.scale, path.value)
})
const levels = computed(() => Object.fromEntries(props.run.vessels.map(({ id, level }) => [id, level[props.moment]!])))
const at = (of: ArrayLike<number>) => of[props.moment] ?? 0

const vessels = computed(() =>
  // The last run may be of a scheme that had fewer vessels.
  scene.value.group.flatMap((each) => {
    const height = levels.value[each.id]!
    const run = props.run.vessels.find(({ id }) => id === each.id)
    if (!run) return []
    const { foot, vessel } = path.value.vessels.get(each.id)!
    return [
      {
        ...each,
        held: volume(heldAt(path.value, each.id, height)),
        depth: length(height - foot - vessel.body.floor),
        over: height >= run.full - 1e-4,
        fullY: scene.value.y(run.full),
      },
    ]
  }),
)
const links = computed(() =>
  scene.value.links.map((link) => {
    const series = props.run.flows.find(({ kind, id }) => kind === 'link' && id === link.id)
    const rate = series ? at(series.rate) : 0
    return { ...link, rate, tight: bench.trialTight === link.id }
  }),
)
/** Water over gutter edges, overflows and rims at this moment. */
const raining = computed(() => at(props.run.rain) > 0)
const spillAt = computed(() => {
  const over = props.run.flows.filter(
    ({ kind, from }) => (kind === 'overflow' || kind === 'rim') && scene.value.group.some(({ id }) => id === from),
  )
  return over.flatMap(({ kind, id, from, rate }) => {
    const now = at(rate)
    if (now < 1e-6 || !path.value.vessels.has(from!)) return []
    const box = scene.value.group.find((each) => each.id === from)!
    const { foot, vessel } = path.value.vessels.get(from!)!
    const route = bench.scheme!.overflows.find((each) => each.id === id)
    const port = vessel.ports.find((each) => each.id === route?.from.port)
    const y = kind === 'rim' ? box.rim : scene.value.y(foot + (port?.at ?? vessel.body.rim))
    return [{ kind, id, x: box.body.x, y, rate: flow(now) }]
  })
})
const edge = computed(() => {
  const seconds = props.moment * props.run.step
  const spill = props.run.spills.find(({ kind, from, to }) => (kind === 'edge' || kind === 'back') && seconds >= from && seconds <= to)
  return spill ? { x: scene.value.gutter.centre.x + scene.value.gutter.width / 2, y: scene.value.gutter.centre.y - 6 } : undefined
})
const flush = computed(() => {
  const one = props.run.flushes.find(({ drop }) => drop === props.assessed.line.intake.drop.id)
  const drawn = scene.value.train.flush
  if (!one || !drawn) return undefined
  const share = one.most > 0 ? Math.min(1, at(one.held) / one.most) : 0
  return {
    share,
    chambers: drawn.chambers.map((box) => ({ ...box, y: box.y + box.height * (1 - share), height: box.height * share })),
    shells: drawn.chambers,
  }
})
const strokes = computed(() => rainOver(scene.value, frame.value.left))
const words = computed(() =>
  [
    say('trial.atTime'),
    ...vessels.value.map((each) => say('trial.vesselText', { name: each.name, held: each.held, depth: each.depth })),
    ...spillAt.value.map(({ rate }) => say('trial.spillText', { rate })),
  ].join(' '),
)
</script>

<template>
  <svg class="sheet-drawing block" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="words">
    <HatchDefs prefix="trial" />
    <g v-if="raining">
      <path v-for="stroke in strokes" :key="`${stroke.x}-${stroke.y}`" :d="`M${stroke.x} ${stroke.y}l-4 11`" class="l-water-fine" />
    </g>
    <rect x="0" :y="scene.ground" :width="width" height="12" fill="url(#trial-soil)" />
    <SectionScene :scene="scene" prefix="trial" :levels="levels" :flowing="moving && raining" />
    <g v-if="flush">
      <rect v-for="(shell, i) in flush.shells" :key="`shell-${i}`" v-bind="shell" class="f-paper" />
      <rect v-for="(box, i) in flush.chambers" :key="i" v-bind="box" fill="url(#trial-water)" class="f-wash" />
      <rect v-for="(shell, i) in flush.shells" :key="`edge-${i}`" v-bind="shell" class="l-cut" fill="none" />
    </g>
    <path :d="`M0 ${scene.ground}H${width}`" class="l-ground" />
    <g v-for="each in vessels" :key="each.id">
      <path :d="`M${each.body.x} ${each.fullY}h${each.body.width}`" class="l-level" />
      <text
        :x="each.body.x + each.body.width / 2"
        :y="topOf(each) - 8"
        text-anchor="middle"
        class="t12 halo"
        :class="each.over ? 'of-pencil' : 'quiet'"
      >
        {{ each.name }}
      </text>
      <template v-if="each.body.width > 62">
        <text :x="each.body.x + each.body.width / 2" :y="(each.rim + each.floor) / 2" text-anchor="middle" class="slab-text halo-water">
          {{ text(each.held) }}
        </text>
        <text
          v-if="each.body.width > 92"
          :x="each.body.x + each.body.width / 2"
          :y="(each.rim + each.floor) / 2 + 17"
          text-anchor="middle"
          class="t12 halo-water"
        >
          {{ say('trial.deep', { depth: each.depth }) }}
        </text>
      </template>
    </g>
    <g v-for="link in links" :key="link.id">
      <text
        v-if="!compact && Math.abs(link.rate) > 1e-6"
        :x="link.middle.x"
        :y="link.middle.y - (link.tight ? 26 : 12)"
        text-anchor="middle"
        class="t12 halo"
        :class="link.tight ? 'of-pencil' : ''"
      >
        {{ text(flow(Math.abs(link.rate))) }}
      </text>
      <circle v-if="link.tight" :cx="link.middle.x" :cy="link.middle.y" r="20" class="l-pencil" fill="none" />
    </g>
    <g v-for="spill in spillAt" :key="`${spill.kind}-${spill.id}`">
      <path :d="`M${spill.x - 3} ${spill.y}q-10 4 -11 18V${scene.ground - 3}`" class="l-pencil" :class="{ flowing: moving }" />
      <text :x="spill.x - 18" :y="spill.y - 8" text-anchor="end" class="t12 halo of-pencil">{{ text(spill.rate) }}</text>
    </g>
    <g v-if="edge">
      <path :d="`M${edge.x} ${edge.y}q8 4 9 16v40m6 -44v30`" class="l-pencil" :class="{ flowing: moving }" />
      <text :x="edge.x + 22" :y="edge.y + 14" class="t12 halo of-pencil">{{ say('trial.overEdge') }}</text>
    </g>
  </svg>
</template>
