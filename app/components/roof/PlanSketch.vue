<script setup lang="ts">
import { sliderKey } from '~/drawing/sliderKeys'
import { screenScale } from '~/components/section/useDrag'
import { bendsAlong, eavesAlong, eaveSections, placeSections, outletShares, pointAlong, stripOver } from '#core/gutter'
import { moveHighPoint, moveOutlet } from '#core/edits'
import { insideArea, placed, planArea, sectionPlan, type Point } from '#core/roof'
import type { Gutter, Scheme } from '#core/scheme'
import { area, span } from '#core/units/quantity'
import { message } from '~/stores/messages'

/**
 * The roof from above, to scale, drawn from its numbers: what each outlet receives by pattern, gutters as heavy lines, high
 * points and outlets to be moved along the eave by pointer or arrow keys.
 */
const props = defineProps<{ scheme: Scheme; chosen?: string | undefined }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const WIDTH = 420
const MARGIN = 46
const STEP = computed(() => (settings.system === 'metric' ? 0.1 : 0.1524))
/** To the centimetre or the half inch by hand. */
const FINE = computed(() => (settings.system === 'metric' ? 0.01 : 0.0127))

const groups = computed(() => props.scheme.gutters.map((gutter) => ({ gutter, sections: eaveSections(props.scheme, gutter.id) })))
const places = computed(() => placeSections(groups.value))
/** Drops whose water comes to a store; what others get runs to waste. */
const collected = computed(() => {
  const ids = new Set<string>()
  for (const intakes of bench.assessment?.path.intakes.values() ?? []) for (const { drop } of intakes) ids.add(drop.id)
  for (const { id, end } of props.scheme.drops) if (end.kind === 'drop' && ids.has(end.drop)) ids.add(id)
  return ids
})

const all = computed(() =>
  props.scheme.sections.flatMap((section) => {
    const place = places.value.get(section.id)
    return place ? [{ section, corners: placed(sectionPlan(section), place) }] : []
  }),
)
const box = computed(() => {
  const points = all.value.flatMap(({ corners }) => corners)
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const scale = Math.min((WIDTH - 2 * MARGIN) / Math.max(0.1, right - left), 300 / Math.max(0.1, high - low))
  return {
    left,
    high,
    scale,
    height: Math.max(0.1, high - low) * scale + 2 * MARGIN,
    width: Math.max(0.1, right - left) * scale + 2 * MARGIN,
  }
})
/** Plan metres to the sketch; the front eave lies at the bottom. */
const at = ({ x, y }: Point): Point => ({
  x: MARGIN + (x - box.value.left) * box.value.scale,
  y: MARGIN + (box.value.high - y) * box.value.scale,
})
const outline = (corners: readonly Point[]) =>
  corners.length === 0
    ? ''
    : `M${corners
        .map((corner) => at(corner))
        .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
        .join('L')}Z`

const PATTERNS = 4
interface Catchment {
  key: string
  path: string
  pattern: number
  kept: boolean
  label: Point
  area: number
}
const catchments = computed<Catchment[]>(() => {
  let n = 0
  return groups.value.flatMap(({ gutter, sections }) => {
    const spans = eavesAlong(gutter, sections)
    return outletShares(gutter).flatMap((each) => {
      const kept = collected.value.has(each.outlet.drop)
      const pattern = n++ % PATTERNS
      return spans.flatMap((eave) => {
        const place = places.value.get(eave.section.id)
        const corners = stripOver(eave, each.from, each.to)
        if (!place || corners.length < 3) return []
        const laid = placed(corners, place)
        const size = insideArea(corners) * (planArea(eave.section) / Math.max(1e-9, insideArea(sectionPlan(eave.section))))
        const middle = laid.reduce((sum, { x, y }) => ({ x: sum.x + x / laid.length, y: sum.y + y / laid.length }), { x: 0, y: 0 })
        return [{ key: `${each.outlet.id}-${eave.section.id}`, path: outline(laid), pattern, kept, label: at(middle), area: size }]
      })
    })
  })
})

interface Handle {
  key: string
  kind: 'outlet' | 'high'
  gutter: Gutter
  index: number
  along: number
  point: Point
  turn: number
  kept: boolean
  name: string
}
const handles = computed<Handle[]>(() =>
  groups.value.flatMap(({ gutter, sections }) => {
    const spans = eavesAlong(gutter, sections)
    const handle = (kind: Handle['kind'], index: number, along: number, kept: boolean, name: string): Handle[] => {
      const point = pointAlong(spans, places.value, along)
      return point
        ? [{ key: `${gutter.id}-${kind}-${index}`, kind, gutter, index, along, point: at(point), turn: point.turn, kept, name }]
        : []
    }
    return [
      ...gutter.outlets.flatMap((outlet, i) =>
        handle('outlet', i, outlet.at, collected.value.has(outlet.drop), say('plan.outlet', { gutter: gutter.name, n: i + 1 })),
      ),
      ...gutter.highPoints.flatMap((high, i) => handle('high', i, high, false, say('plan.high', { gutter: gutter.name }))),
    ]
  }),
)
const gutterLines = computed(() =>
  groups.value.map(({ gutter, sections }) => {
    const spans = eavesAlong(gutter, sections)
    const corners = [0, ...bendsAlong(spans), gutter.length].flatMap((along, i, stops) => {
      // Just off a bend on either side, so that the line turns where the eaves do.
      const near = i === 0 || i === stops.length - 1 ? [along] : [along - 1e-6, along + 1e-6]
      return near.flatMap((each) => pointAlong(spans, places.value, each) ?? [])
    })
    return {
      id: gutter.id,
      path:
        corners.length > 1
          ? `M${corners
              .map((corner) => at(corner))
              .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
              .join('L')}`
          : '',
    }
  }),
)

function moveTo(handle: Handle, along: number, settled: boolean) {
  const rounded = Math.round(Math.min(handle.gutter.length, Math.max(0, along)) * 1000) / 1000
  const label = message(handle.kind === 'outlet' ? 'edit.outletAt' : 'edit.highPointAt', { to: span(rounded) })
  bench.editScheme(
    label,
    (scheme) =>
      handle.kind === 'outlet'
        ? moveOutlet(scheme, handle.gutter.outlets[handle.index]!.id, rounded)
        : moveHighPoint(scheme, handle.gutter.id, handle.index, rounded),
    handle.key,
  )
  if (settled) bench.seal()
}
let start: { x: number; y: number; along: number; unit: number } | undefined
const { listeners } = useDrag<Handle>({
  begin(handle, event) {
    start = { x: event.clientX, y: event.clientY, along: handle.along, unit: box.value.scale * screenScale(event) }
  },
  move(handle, event) {
    if (!start) return
    const angle = (handle.turn * Math.PI) / 180
    const along = (event.clientX - start.x) * Math.cos(angle) - (event.clientY - start.y) * Math.sin(angle)
    moveTo(handle, Math.round((start.along + along / start.unit) / FINE.value) * FINE.value, false)
  },
  end: () => bench.seal(),
})
function key(handle: Handle, event: KeyboardEvent) {
  const to = sliderKey(event, { value: handle.along, step: STEP.value, fine: STEP.value / 10, min: 0, max: handle.gutter.length })
  if (to === undefined) return
  event.preventDefault()
  moveTo(handle, to, true)
}
const bar = computed(() => {
  const metric = settings.system === 'metric'
  const unit = metric ? 1 : 0.3048
  const wanted = 70 / box.value.scale / unit
  const nice = [1, 2, 5, 10, 20, 50, 100].findLast((each) => each <= wanted) ?? 1
  return { length: nice * unit * box.value.scale, label: text(span(nice * unit)) }
})
const described = computed(() =>
  catchments.value.map(({ area: size, kept }) => say(kept ? 'plan.toStore' : 'plan.away', { area: area(size) })).join('; '),
)
</script>

<template>
  <figure class="py-1">
    <svg :viewBox="`0 0 ${WIDTH} ${box.height}`" class="sheet-drawing plan w-full" role="group" :aria-label="say('plan.title')">
      <title>{{ described }}</title>
      <defs>
        <pattern id="plan-0" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M2 0V9" class="ruled" />
        </pattern>
        <pattern id="plan-1" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M2 0V9M5 0V9" class="ruled" />
        </pattern>
        <pattern id="plan-2" width="8" height="8" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.3" fill="var(--water)" />
        </pattern>
        <pattern id="plan-3" width="10" height="10" patternUnits="userSpaceOnUse"><path d="M0 3H10M3 0V10" class="ruled" /></pattern>
        <pattern id="plan-away" width="10" height="10" patternUnits="userSpaceOnUse">
          <path d="M1 1l2 2m0 -2l-2 2" stroke="var(--ink-3)" stroke-width=".8" />
        </pattern>
      </defs>
      <g :transform="`translate(${Math.max(0, (WIDTH - box.width) / 2)} 0)`">
        <path v-for="each in catchments" :key="each.key" :d="each.path" :fill="each.kept ? 'var(--water-wash)' : 'var(--sheet)'" />
        <path
          v-for="each in catchments"
          :key="`${each.key}-pattern`"
          :d="each.path"
          :fill="each.kept ? `url(#plan-${each.pattern})` : 'url(#plan-away)'"
          stroke="var(--ink-2)"
          stroke-width=".75"
        />
        <path
          v-for="each in all"
          :key="each.section.id"
          :d="outline(each.corners)"
          fill="none"
          :stroke="each.section.id === chosen ? 'var(--ink)' : 'var(--ink-2)'"
          :stroke-width="each.section.id === chosen ? 2.5 : 1.25"
        />
        <path v-for="line in gutterLines" :key="line.id" :d="line.path" fill="none" stroke="var(--ink)" stroke-width="4" />
        <g v-for="each in catchments" :key="`${each.key}-label`" :transform="`translate(${each.label.x} ${each.label.y})`">
          <text text-anchor="middle" class="strong halo figures">{{ text(area(each.area)) }}</text>
          <text v-if="!each.kept" y="14" text-anchor="middle" class="t12 halo">{{ say('plan.runsAway') }}</text>
        </g>
        <g
          v-for="handle in handles"
          :key="handle.key"
          class="handle"
          role="slider"
          tabindex="0"
          :aria-label="handle.name"
          aria-valuemin="0"
          :aria-valuemax="Math.round(handle.gutter.length * 1000)"
          :aria-valuenow="Math.round(handle.along * 1000)"
          :aria-valuetext="text(span(handle.along))"
          :transform="`translate(${handle.point.x} ${handle.point.y})`"
          v-on="listeners(handle)"
          @keydown="key(handle, $event)"
        >
          <circle r="22" fill="transparent" class="thumb" />
          <circle r="14" fill="transparent" />
          <circle v-if="handle.kind === 'outlet'" r="7" class="body" :class="{ kept: handle.kept }" />
          <path v-else d="M0 -8L8 6H-8Z" class="body" />
        </g>
        <g :transform="`translate(${MARGIN} ${box.height - 12})`">
          <path :d="`M0 -4V0H${bar.length}V-4`" class="l-seen" fill="none" stroke="var(--ink)" />
          <text :x="bar.length + 6" y="2" class="t12">{{ bar.label }}</text>
        </g>
      </g>
    </svg>
    <figcaption class="text-12 text-ink-3">{{ say('plan.note') }}</figcaption>
  </figure>
</template>

<style scoped>
.thumb {
  pointer-events: none;
}
:root[data-mode='yard'] .thumb {
  pointer-events: auto;
}
.plan {
  max-height: 380px;
  touch-action: pan-y;
}
.ruled {
  stroke: var(--water);
  stroke-width: 1;
}
.handle {
  cursor: grab;
  touch-action: manipulation;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.kept {
  fill: var(--water);
}
.handle:hover .body,
.handle:focus-visible .body {
  stroke-width: 3.5;
}
.handle:focus-visible {
  outline: 2.5px solid var(--focus);
  outline-offset: 2px;
}
</style>
