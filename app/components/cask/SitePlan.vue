<script setup lang="ts">
import { placeVessel } from '#core/edits'
import { plus, vec } from '#core/layout'
import { fullLevels } from '#core/vessel'
import { length, span } from '#core/units/quantity'
import { siteScene, type Aspect, type SiteVessel } from '~/drawing/siteScene'
import type { Point } from '~/drawing/shapes'
import { saveFile } from '~/composables/saveFile'
import { message } from '~/stores/messages'

/**
 * Where the vessels stand, from above and from the yard, to one scale: decides whether they fit and how long every pipe is.
 * Vessels are dragged, nudged by the arrow keys, turned, or placed by typing.
 */
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()
const id = useId()

const WIDTH = 420
const path = computed(() => bench.assessment!.path)
const fulls = computed(() => fullLevels(path.value))
const aspect = ref<Aspect>('plan')
/** While something is dragged the picture keeps its scale, so that what is held stays under the pointer. */
const scene = computed(() => siteScene(path.value, fulls.value, aspect.value, { width: WIDTH, height: 340 }))
const held = shallowRef<ReturnType<typeof siteScene>>()
const view = computed(() => {
  if (!held.value) return scene.value
  return siteScene(path.value, fulls.value, aspect.value, { width: WIDTH, height: 340 }, held.value.window)
})
const chosen = computed(() => bench.vesselInHand?.vessel.id)
const pose = computed(() => (chosen.value === undefined ? undefined : path.value.layout.vessels.get(chosen.value)))
const wall = computed(() => bench.vesselInHand && path.value.layout.walls.get(bench.vesselInHand.store.id))
const onAnother = computed(() => bench.vesselInHand?.vessel.on !== undefined)

const STEP = computed(() => (settings.system === 'metric' ? 0.05 : 0.0508))
const FINE = computed(() => (settings.system === 'metric' ? 0.01 : 0.0127))
/** Right along the wall that it stands at, and out from it, m. */
const stands = computed(() => {
  if (!pose.value || !wall.value) return undefined
  const { foot } = pose.value
  const { at, along, out } = wall.value
  return {
    along: (foot.x - at.x) * along.x + (foot.y - at.y) * along.y,
    out: (foot.x - at.x) * out.x + (foot.y - at.y) * out.y,
  }
})
function place(vessel: string, to: { x: number; y: number; turn: number }, merge?: string) {
  const { name } = path.value.vessels.get(vessel)!.vessel
  bench.editScheme(message('edit.moved', { name }), (scheme) => placeVessel(scheme, vessel, to), merge)
}
function placeBy(part: 'along' | 'out', value: number) {
  if (!pose.value || !wall.value || !stands.value || chosen.value === undefined) return
  const { at, along, out } = wall.value
  const next = { ...stands.value, [part]: value }
  const to = plus(plus(vec(at.x, at.y, 0), along, next.along), out, next.out)
  place(chosen.value, { x: to.x, y: to.y, turn: pose.value.turn })
}
const near = (value: number) => Math.round(value / FINE.value) * FINE.value

let start: { pointer: Point; x: number; y: number; unit: number } | undefined
const { listeners } = useDrag<SiteVessel>({
  begin(vessel, event) {
    bench.vesselChosen = vessel.id
    const { target } = event
    const screen = (target instanceof SVGElement ? target.ownerSVGElement?.getScreenCTM()?.a : undefined) ?? 1
    held.value = scene.value
    start = {
      pointer: { x: event.clientX, y: event.clientY },
      x: vessel.pose.foot.x,
      y: vessel.pose.foot.y,
      unit: scene.value.scale * screen,
    }
  },
  move(vessel, event) {
    if (!start) return
    const [x, up] = [(event.clientX - start.pointer.x) / start.unit, (event.clientY - start.pointer.y) / start.unit]
    // From the yard only along the wall: how far out it stands is not to be seen there.
    const y = aspect.value === 'plan' ? near(start.y + up) : start.y
    place(vessel.id, { x: near(start.x + x), y, turn: path.value.layout.vessels.get(vessel.id)!.turn }, `place-${vessel.id}`)
  },
  end() {
    start = undefined
    held.value = undefined
    bench.seal()
  },
})
function key(vessel: SiteVessel, event: KeyboardEvent) {
  const step = event.shiftKey ? FINE.value : STEP.value
  const { foot, turn } = vessel.pose
  const ways: Record<string, [number, number, number]> = {
    ArrowLeft: [-step, 0, 0],
    ArrowRight: [step, 0, 0],
    ArrowUp: [0, -step, 0],
    ArrowDown: [0, step, 0],
    '[': [0, 0, -15],
    ']': [0, 0, 15],
  }
  const way = ways[event.key]
  if (!way || (aspect.value === 'elevation' && way[1] !== 0)) return
  event.preventDefault()
  bench.vesselChosen = vessel.id
  place(vessel.id, { x: foot.x + way[0], y: foot.y + way[1], turn: (turn + way[2]) % 360 })
  bench.seal()
}
const line = (points: readonly Point[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`
const bar = computed(() => {
  const unit = settings.system === 'metric' ? 1 : 0.3048
  const wanted = 80 / view.value.scale / unit
  const nice = [0.2, 0.5, 1, 2, 5, 10, 20, 50].findLast((each) => each <= wanted) ?? 0.2
  return { length: nice * unit * view.value.scale, label: text(span(nice * unit)) }
})
const runsText = computed(() =>
  [...path.value.layout.runs.values()].map((run) => ({
    key: run.key,
    text: say('layout.run', { what: say(`word.run-${run.kind}`), length: span(run.length), bends: run.bends.length }),
  })),
)
const svg = ref<SVGSVGElement>()
function save() {
  if (!svg.value) return
  const copy = svg.value.cloneNode(true) as SVGSVGElement
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  // What the page's styles say is written into the picture, so that it looks the same elsewhere.
  const originals = [svg.value, ...svg.value.querySelectorAll('*')]
  const copies = [copy, ...copy.querySelectorAll('*')]
  originals.forEach((original, i) => {
    const style = getComputedStyle(original)
    const kept = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font-size', 'font-family', 'font-weight', 'opacity']
    copies[i]!.setAttribute('style', kept.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';'))
  })
  saveFile(`${bench.job!.name} ${say(`layout.${aspect.value}`)}.svg`, new XMLSerializer().serializeToString(copy), 'image/svg+xml')
}
</script>

<template>
  <section :aria-label="say('layout.title')">
    <h3 class="h3 rule pt-2">{{ say('layout.title') }}</h3>
    <div class="flex flex-wrap items-center gap-1 py-1" role="group" :aria-label="say('layout.look')">
      <button
        v-for="each in ['plan', 'elevation'] as const"
        :key="each"
        type="button"
        class="btn"
        :aria-pressed="aspect === each"
        @click="aspect = each"
      >
        {{ say(`layout.${each}`) }}
      </button>
      <button type="button" class="btn btn-bare ml-auto" @click="save">{{ say('layout.save') }}</button>
    </div>
    <svg
      ref="svg"
      class="sheet-drawing site my-1 w-full"
      :viewBox="`0 0 ${view.width} ${view.height + 22}`"
      role="group"
      :aria-label="say(`layout.about.${aspect}`, { n: view.vessels.length })"
    >
      <HatchDefs :prefix="id" />
      <g v-if="aspect === 'plan'">
        <path v-for="(corners, i) in view.roofs" :key="i" :d="`${line(corners)}Z`" class="roof" />
        <path v-for="(eave, i) in view.eaves" :key="`e${i}`" :d="line(eave)" class="l-seen" />
      </g>
      <path :d="line(view.ground)" :class="aspect === 'plan' ? 'wall' : 'l-ground'" />
      <text :x="view.ground[0].x" :y="view.ground[0].y + (aspect === 'plan' ? -5 : 14)" class="t12 quiet">
        {{ say(aspect === 'plan' ? 'group.wall' : 'site.paving') }}
      </text>
      <template v-for="pipe in view.pipes" :key="pipe.id">
        <path v-if="pipe.top" :d="line([pipe.top, pipe.at])" class="upright" :stroke-width="pipe.radius * 2" />
        <circle v-else :cx="pipe.at.x" :cy="pipe.at.y" :r="pipe.radius" class="pipe" />
      </template>
      <g
        v-for="vessel in view.vessels"
        :key="vessel.id"
        class="vessel"
        :class="{ chosen: vessel.id === chosen }"
        role="button"
        tabindex="0"
        :aria-label="say('layout.vessel', { name: vessel.name })"
        v-on="listeners(vessel)"
        @keydown="key(vessel, $event)"
        @click="bench.vesselChosen = vessel.id"
      >
        <path v-for="(layer, i) in vessel.base" :key="i" :d="`${line(layer)}Z`" class="layer" />
        <circle v-if="vessel.round" :cx="vessel.round.x" :cy="vessel.round.y" :r="vessel.round.radius" class="body" />
        <path v-else :d="`${line(vessel.outline)}Z`" class="body" />
        <path v-if="vessel.water" :d="`${line(vessel.water)}Z`" class="water" />
        <text :x="vessel.label.x" :y="vessel.label.y + 4" text-anchor="middle" class="t12 halo">{{ vessel.name }}</text>
      </g>
      <path
        v-for="run in view.runs"
        :key="`${run.kind}:${run.id}`"
        :d="line(run.points)"
        class="run"
        :class="run.kind"
        :stroke-width="run.width"
      />
      <g :transform="`translate(28 ${view.height + 12})`">
        <path :d="`M0 -4V0H${bar.length}V-4`" class="l-seen" fill="none" />
        <text :x="bar.length + 6" y="2" class="t12">{{ bar.label }}</text>
      </g>
    </svg>
    <p class="text-12 text-ink-3">{{ say('layout.note') }}</p>
    <ul class="py-1 text-13">
      <li v-for="each in runsText" :key="each.key" class="border-b border-hair py-0.5">{{ each.text }}</li>
    </ul>
    <template v-if="pose && stands && !onAnother">
      <h4 class="h3 pt-1">{{ bench.vesselInHand!.vessel.name }}</h4>
      <QuantityField
        :label="say('layout.along')"
        kind="span"
        :model-value="stands.along"
        :least="-1000"
        :most="1000"
        @update:model-value="(v) => placeBy('along', v)"
      />
      <QuantityField
        :label="say('layout.out')"
        kind="span"
        :model-value="stands.out"
        :least="-1000"
        :most="1000"
        @update:model-value="(v) => placeBy('out', v)"
      />
      <QuantityField
        :label="say('layout.turn')"
        kind="angle"
        :model-value="pose.turn"
        :least="-360"
        :most="360"
        @update:model-value="(turn) => place(chosen!, { x: pose!.foot.x, y: pose!.foot.y, turn })"
      />
      <button
        v-if="bench.vesselInHand!.vessel.place"
        type="button"
        class="btn"
        @click="
          bench.editScheme(message('edit.moved', { name: bench.vesselInHand!.vessel.name }), (scheme) =>
            placeVessel(scheme, chosen!, undefined),
          )
        "
      >
        {{ say('layout.backToRow') }}
      </button>
    </template>
    <p v-else-if="onAnother" class="text-13">{{ say('layout.onAnother') }}</p>
  </section>
</template>

<style scoped>
.site {
  touch-action: manipulation;
}
.roof {
  fill: none;
  stroke: var(--ink-3);
  stroke-width: 1;
  stroke-dasharray: 5 3;
}
.wall {
  stroke: var(--ink);
  stroke-width: 3;
}
.upright {
  stroke: var(--ink-3);
  opacity: 0.6;
  fill: none;
}
.pipe {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.vessel {
  cursor: grab;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
}
.chosen .body {
  stroke-width: 3;
}
.vessel:focus-visible {
  outline: 2.5px solid var(--focus);
  outline-offset: 2px;
}
.layer {
  fill: var(--paper);
  stroke: var(--ink-2);
  stroke-width: 1;
}
.water {
  fill: var(--water-wash);
  stroke: var(--water);
  stroke-width: 1;
}
.run {
  fill: none;
  stroke: var(--water);
  stroke-linejoin: round;
  opacity: 0.85;
}
.overflow {
  stroke-dasharray: 8 3;
}
</style>
