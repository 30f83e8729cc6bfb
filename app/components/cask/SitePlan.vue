<script setup lang="ts">
import { screenScale } from '~/components/section/useDrag'
import { changePlace, placeVessel, setVia, steeredRun, type Steered } from '#core/edits'
import { plus, siteMap, vec } from '#core/layout'
import { fullLevels } from '#core/vessel'
import { span } from '#core/units/quantity'
import { ASPECTS, siteScene, type Aspect, type SiteVessel } from '~/drawing/siteScene'
import type { Point } from '~/drawing/shapes'
import { saveFile } from '~/composables/saveFile'
import { svgPng } from '~/composables/svgPng'
import { message } from '~/stores/messages'
import { word } from '#core/figures/told'

/**
 * Where the vessels stand, from above and from the yard, to one scale: decides whether they fit and how long every pipe is.
 * Vessels are dragged, nudged by the arrow keys, turned, or placed by typing.
 */
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const WIDTH = 420
/** Further from its pipe than this nothing is led, m. */
const FAR = 500
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

/** Where something goes that is moved so far over the drawing: from the yard along the wall, from the side out from it, m. */
function moved(from: { x: number; y: number }, right: number, down: number): { x: number; y: number } {
  if (aspect.value === 'plan') return { x: near(from.x + right), y: near(from.y + down) }
  return aspect.value === 'elevation' ? { x: near(from.x + right), y: from.y } : { x: from.x, y: near(from.y + right) }
}
/** The same by an arrow key; undefined where that way is not seen. */
function stepped(from: { x: number; y: number }, [right, down]: readonly [number, number]): { x: number; y: number } | undefined {
  if (aspect.value === 'plan') return { x: from.x + right, y: from.y + down }
  if (right === 0) return undefined
  return aspect.value === 'elevation' ? { x: from.x + right, y: from.y } : { x: from.x, y: from.y + right }
}

/**
 * Drags something over the drawing: from where it is, by as much as the pointer goes, one step back for the whole of it.
 *
 * @param place where it lies, m
 * @param put takes it to another point
 */
function useMoved<T>(place: (what: T) => { x: number; y: number }, put: (what: T, to: { x: number; y: number }) => void) {
  let start: { pointer: Point; x: number; y: number; unit: number } | undefined
  return useDrag<T>({
    begin(what, event) {
      const { x, y } = place(what)
      held.value = scene.value
      start = { pointer: { x: event.clientX, y: event.clientY }, x, y, unit: scene.value.scale * screenScale(event) }
    },
    move(what, event) {
      if (start) put(what, moved(start, (event.clientX - start.pointer.x) / start.unit, (event.clientY - start.pointer.y) / start.unit))
    },
    end() {
      start = undefined
      held.value = undefined
      bench.seal()
    },
  })
}
const { listeners } = useMoved<SiteVessel>(
  ({ id, pose: { foot } }) => {
    bench.vesselChosen = id
    return foot
  },
  ({ id }, to) => place(id, { ...to, turn: path.value.layout.vessels.get(id)!.turn }, `place-${id}`),
)
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
  const to = way && (way[2] !== 0 ? { x: foot.x, y: foot.y } : stepped(foot, [way[0], way[1]]))
  if (!way || !to) return
  event.preventDefault()
  bench.vesselChosen = vessel.id
  place(vessel.id, { ...to, turn: (turn + way[2]) % 360 })
  bench.seal()
}
/** What makes a drawn vessel a handle: named, reached by keys, dragged. */
const handles = (vessel: SiteVessel) => ({
  attrs: { role: 'button', tabindex: 0, 'aria-label': say('layout.vessel', { name: vessel.name }), class: 'handle' },
  on: {
    ...listeners(vessel),
    keydown: (event: KeyboardEvent) => key(vessel, event),
    click: () => (bench.vesselChosen = vessel.id),
  },
})
type ScenePlace = (typeof scene.value)['places'][number]
function movePlace({ id, name }: ScenePlace, to: { x: number; y: number }, merge?: string) {
  bench.editScheme(message('edit.moved', { name }), (scheme) => changePlace(scheme, id, (place) => Object.assign(place, to)), merge)
}
const { listeners: placeListeners } = useMoved<ScenePlace>(
  (spot) => spot,
  (spot, to) => movePlace(spot, to, `spot-${spot.id}`),
)
function placeKey(place: ScenePlace, event: KeyboardEvent) {
  const step = event.shiftKey ? FINE.value : STEP.value
  const ways: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }
  const way = ways[event.key]
  const to = way && stepped(place, way)
  if (!to) return
  event.preventDefault()
  movePlace(place, to)
  bench.seal()
}
/** What makes a place on the plan a handle. */
const placeHandles = (place: ScenePlace) => ({
  attrs: { role: 'button', tabindex: 0, 'aria-label': say('layout.place', { name: place.name }), class: 'handle' },
  on: { ...placeListeners(place), keydown: (event: KeyboardEvent) => placeKey(place, event) },
})
const bar = computed(() => {
  const unit = settings.system === 'metric' ? 1 : 0.3048
  const wanted = 80 / view.value.scale / unit
  const nice = [0.2, 0.5, 1, 2, 5, 10, 20, 50].findLast((each) => each <= wanted) ?? 0.2
  return { length: nice * unit * view.value.scale, label: text(span(nice * unit)) }
})
/** Pipes whose way can be changed on the plan. */
const canTurn = (kind: string): kind is Steered => kind === 'link' || kind === 'overflow' || kind === 'carry'
const viaOf = (kind: Steered, run: string) => steeredRun(bench.scheme!, kind, run)?.via ?? []
function lead(kind: Steered, run: string, via: readonly { x: number; y: number }[], merge?: string) {
  bench.editScheme(message('edit.via', { what: word(`run-${kind}`) }), (scheme) => setVia(scheme, kind, run, via), merge)
}
/** One more corner, in the middle of the longest stretch over the ground. */
function addCorner(kind: Steered, run: string) {
  const { points } = path.value.layout.runs.get(`${kind}:${run}`)!
  const level = points.slice(1).map((to, i) => ({ from: points[i]!, to, long: Math.hypot(to.x - points[i]!.x, to.y - points[i]!.y) }))
  const [longest] = level.toSorted((a, b) => b.long - a.long)
  const middle = { x: near((longest!.from.x + longest!.to.x) / 2), y: near((longest!.from.y + longest!.to.y) / 2) }
  const via = viaOf(kind, run)
  // In the order in which the water meets them.
  const far = ({ x, y }: { x: number; y: number }) => Math.hypot(x - points[0]!.x, y - points[0]!.y)
  lead(
    kind,
    run,
    [...via, middle].toSorted((a, b) => far(a) - far(b)),
  )
}
interface Corner {
  run: string
  index: number
}
const partsOf = (key: string) => {
  const [kind, ...rest] = key.split(':')
  return { kind: kind as Steered, run: rest.join(':') }
}
const { listeners: cornerListeners } = useMoved<Corner>(
  ({ run: key, index }) => {
    const { kind, run } = partsOf(key)
    return viaOf(kind, run)[index]!
  },
  ({ run: key, index }, to) => {
    const { kind, run } = partsOf(key)
    lead(
      kind,
      run,
      viaOf(kind, run).map((each, i) => (i === index ? to : each)),
      `via-${key}-${index}`,
    )
  },
)
function cornerKey({ run: key, index }: Corner, event: KeyboardEvent) {
  const { kind, run } = partsOf(key)
  const via = viaOf(kind, run)
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    lead(
      kind,
      run,
      via.filter((_, i) => i !== index),
    )
    return
  }
  const step = event.shiftKey ? FINE.value : STEP.value
  const ways: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }
  const way = ways[event.key]
  if (!way) return
  event.preventDefault()
  lead(
    kind,
    run,
    via.map((each, i) => (i === index ? { x: each.x + way[0], y: each.y + way[1] } : each)),
  )
  bench.seal()
}
const runsText = computed(() =>
  [...path.value.layout.runs.values()].map((run) => ({
    key: run.key,
    kind: run.kind,
    id: run.id,
    text: say('layout.run', { what: say(`word.run-${run.kind}`), length: span(run.length), bends: run.bends.length }),
  })),
)
const svg = ref<SVGSVGElement>()
/** The picture as text that looks the same elsewhere: what the page's styles say is written into it. */
function asSvg(): string | undefined {
  if (!svg.value) return undefined
  const copy = svg.value.cloneNode(true) as SVGSVGElement
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  const originals = [svg.value, ...svg.value.querySelectorAll('*')]
  const copies = [copy, ...copy.querySelectorAll('*')]
  originals.forEach((original, i) => {
    const style = getComputedStyle(original)
    const kept = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font-size', 'font-family', 'font-weight', 'opacity']
    for (const name of kept) copies[i]!.setAttribute(name, style.getPropertyValue(name))
  })
  const { width, height } = svg.value.viewBox.baseVal
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  return new XMLSerializer().serializeToString(copy)
}
const fileName = (ending: string) => `${bench.job!.name} ${say(`layout.${aspect.value}`)}.${ending}`
function save() {
  const text = asSvg()
  if (text !== undefined) saveFile(fileName('svg'), text, 'image/svg+xml')
}
/** Whether anybody said where on earth it lies. */
const onEarth = computed(() => {
  const { longitude, facing } = bench.job!.site
  return longitude !== undefined && facing !== undefined
})
function saveMap() {
  const map = siteMap(bench.scheme!, path.value.layout, bench.job!.site)
  saveFile(`${bench.job!.name} ${say('layout.plan')}.geojson`, JSON.stringify(map), 'application/geo+json')
}
/** Pixels of the picture for one of the drawing's: sharp on paper of a hand's width. */
const SHARP = 3
async function savePng() {
  const text = asSvg()
  if (text === undefined || !svg.value) return
  const ground = getComputedStyle(svg.value).getPropertyValue('--sheet') || '#fff'
  saveFile(fileName('png'), await svgPng(text, svg.value.viewBox.baseVal, SHARP, ground), 'image/png')
}
</script>

<template>
  <section :aria-label="say('layout.title')">
    <h3 class="h3 rule pt-2">{{ say('layout.title') }}</h3>
    <div class="flex flex-wrap items-center gap-1 py-1" role="group" :aria-label="say('layout.look')">
      <button v-for="each in ASPECTS" :key="each" type="button" class="btn" :aria-pressed="aspect === each" @click="aspect = each">
        {{ say(`layout.${each}`) }}
      </button>
      <button type="button" class="btn btn-bare ml-auto" @click="save">{{ say('layout.save') }}</button>
      <button type="button" class="btn btn-bare" @click="savePng">{{ say('layout.savePng') }}</button>
      <button type="button" class="btn btn-bare" :disabled="!onEarth" @click="saveMap">{{ say('layout.saveMap') }}</button>
    </div>
    <p v-if="!onEarth" class="text-12 text-ink-3">{{ say('layout.mapWants') }}</p>
    <svg
      ref="svg"
      class="sheet-drawing site my-1 w-full"
      :viewBox="`0 0 ${view.width} ${view.height + 22}`"
      role="group"
      :aria-label="say(`layout.about.${aspect}`, { n: view.vessels.length })"
    >
      <SiteDrawing :scene="view" :chosen="chosen" :handles="handles" :place-handles="placeHandles" />
      <g
        v-for="corner in view.corners"
        :key="`${corner.run}-${corner.index}`"
        class="corner"
        role="button"
        tabindex="0"
        :aria-label="say('layout.cornerName', { n: corner.index + 1 })"
        :transform="`translate(${corner.at.x} ${corner.at.y})`"
        v-on="cornerListeners(corner)"
        @keydown="cornerKey(corner, $event)"
      >
        <circle r="13" fill="transparent" />
        <rect x="-5" y="-5" width="10" height="10" class="body" />
      </g>
      <g :transform="`translate(28 ${view.height + 12})`">
        <path :d="`M0 -4V0H${bar.length}V-4`" class="l-seen" fill="none" />
        <text :x="bar.length + 6" y="2" class="t12">{{ bar.label }}</text>
      </g>
    </svg>
    <p class="text-12 text-ink-3">{{ say('layout.note') }}</p>
    <ul class="py-1 text-13">
      <li v-for="each in runsText" :key="each.key" class="flex flex-wrap items-center justify-between gap-x-2 border-b border-hair py-0.5">
        <span>{{ each.text }}</span>
        <span v-if="canTurn(each.kind)" class="flex gap-1">
          <button
            type="button"
            class="btn btn-bare"
            :aria-label="say('layout.cornerOf', { what: each.text })"
            @click="addCorner(each.kind, each.id)"
          >
            {{ say('layout.corner') }}
          </button>
          <button
            v-if="viaOf(each.kind, each.id).length > 0"
            type="button"
            class="btn btn-bare"
            :aria-label="say('layout.straightOf', { what: each.text })"
            @click="lead(each.kind, each.id, [])"
          >
            {{ say('layout.straight') }}
          </button>
        </span>
      </li>
    </ul>
    <template v-if="pose && stands && !onAnother">
      <h4 class="h3 pt-1">{{ bench.vesselInHand!.vessel.name }}</h4>
      <QuantityField
        :label="say('layout.along')"
        kind="span"
        :model-value="stands.along"
        :least="-FAR"
        :most="FAR"
        @update:model-value="(v) => placeBy('along', v)"
      />
      <QuantityField
        :label="say('layout.out')"
        kind="span"
        :model-value="stands.out"
        :least="-FAR"
        :most="FAR"
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
    <PlacesFields />
  </section>
</template>

<style scoped>
.site {
  touch-action: manipulation;
}
:deep(.handle) {
  cursor: grab;
}
:deep(.handle:focus-visible) {
  outline: 2.5px solid var(--focus);
  outline-offset: 2px;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
}
.corner {
  cursor: move;
}
.corner:focus-visible {
  outline: 2.5px solid var(--focus);
}
</style>
