<script setup lang="ts">
import { word } from '#core/figures/told'
import { setMark, setOutletHeight, setPort, setStand } from '#core/edits'
import { baseHeight } from '#core/layout'
import type { Finding, Station } from '#core/findings'
import { fall as fallQuantity, length, span, volume } from '#core/units/quantity'
import { planRun } from '#core/roof'
import { INCH } from '#core/units/constants'
import type { AssessedLine } from '#core/assess'
import { rainOver } from '~/drawing/rain'
import { GROUP_WALL, sceneOf, shownWhole, topOf } from '~/drawing/scene'
import { sectionFrame } from '~/drawing/sectionFrame'
import type { Point } from '~/drawing/shapes'
import { message } from '~/stores/messages'

/**
 * The working section: one line of the job to scale, its ledger, its leaders and pins, and the heights that may be
 * moved. `compact` is the phone's: no notes to lead to, the ledger close by.
 */
const props = defineProps<{
  assessed: AssessedLine
  width: number
  height: number
  chosen: Station
  noteLines: { station: Station; y: number }[]
  compact?: boolean
  strip?: boolean
}>()

const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const imperial = computed(() => settings.system === 'imperial')
const step = computed(() => (imperial.value ? INCH / 4 : 0.005))
const fine = computed(() => (imperial.value ? INCH / 16 : 0.001))

/** Where the store is the matter all of it is shown; where the pipe is, only the vessel that it leads to, and larger. */
const whole = computed(() => (shownWhole(props.chosen) && !props.strip ? bench.assessment?.path : undefined))
/** A whole group takes the ledger's place: heights are the pipe's matter. */
const grouped = computed(() => whole.value !== undefined && !props.compact && props.assessed.line.placed.store.vessels.length > 1)
const room = computed(() =>
  sectionFrame({
    width: props.width,
    height: props.height,
    system: settings.system,
    station: props.chosen,
    compact: props.compact,
    strip: props.strip,
    grouped: grouped.value,
  }),
)
const frame = computed(() => room.value.frame)
const ledgerX = computed(() => room.value.ledgerX)
const scene = computed(() =>
  sceneOf(props.assessed, frame.value, props.strip ? 30 : props.compact ? 36 : grouped.value ? GROUP_WALL : 126, undefined, whole.value),
)
const h = computed(() => props.assessed.line.heights)
/** What of it nobody has measured yet, outlined with dashes. */
const { guessed } = useSurvey()
const guessShapes = computed(() => {
  if (props.strip || guessed.value.size === 0) return []
  const { roof, gutter, pipe, vessel, can } = scene.value
  const { section, line, gutter: design } = props.assessed
  const { outlet, placed, tap } = line
  const is = (...keys: string[]) => keys.some((key) => guessed.value.has(key))
  const round = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }, by = 5) =>
    `M${x - by} ${y - by}H${x + width + by}V${y + height + by}H${x - by}Z`
  const { from, to } = roof
  return [
    ...(is(`along:${section.id}`, `across:${section.id}`, `pitch:${section.id}`, `cover:${section.id}`)
      ? [`M${from.x} ${from.y - roof.thickness - 7}L${to.x} ${to.y - roof.thickness - 7}`]
      : []),
    ...(is(...['gutterWidth', 'gutterDepth', 'gutterFall'].map((name) => `${name}:${design.gutter.id}`))
      ? [
          round({
            x: gutter.centre.x - gutter.width / 2,
            y: gutter.centre.y - gutter.depth / 2,
            width: gutter.width,
            height: gutter.depth,
          }),
        ]
      : []),
    ...(is(`outletHeight:${outlet.id}`)
      ? [`M${gutter.centre.x + gutter.width / 2 + 14} ${scene.value.y(h.value.outlet)}H${ledgerX.value}`]
      : []),
    ...(is(`pipeOutside:${line.intake.drop.id}`)
      ? [round({ x: pipe.x - pipe.width / 2, y: pipe.top, width: pipe.width, height: Math.max(0, pipe.bottom - pipe.top) }, 4)]
      : []),
    ...(is(`vesselHeight:${placed.vessel.id}`, `vesselWidth:${placed.vessel.id}`) ? [round(vessel.body)] : []),
    ...(can && tap && is(`canHeight:${tap.id}`, `canVolume:${tap.id}`) ? [round(can, 4)] : []),
  ]
})

/** The title stands right of the gutter, out of the rain. */
const titleX = computed(() => Math.max(scene.value.gutter.centre.x + 38, frame.value.left + 214))
/** What the title and its notes need, px. */
const TITLE_ROOM = 236
const titled = computed(() => !props.compact && ledgerX.value - titleX.value >= TITLE_ROOM)
/** The detail needs a free corner: over the vessel, right of the pipe. */
const DETAIL = { width: 254, height: 208 }
const detail = computed(() => {
  if (props.compact || props.strip || !scene.value.cut) return undefined
  const x = titleX.value
  const y = 92
  const room = scene.value.vessel.body.y - 14 - y
  return x + DETAIL.width <= ledgerX.value - 6 && room >= DETAIL.height - 40
    ? { x, y, width: DETAIL.width, height: Math.min(DETAIL.height, room) }
    : undefined
})

const leaders = computed(() =>
  props.noteLines.map(({ station, y }) => ({ station, from: { x: 192, y }, to: scene.value.anchors[station] })),
)

/** Pins stand beside their place, pushed apart where two want the same spot; only what can be pointed at gets one. */
const PIN = 24
const pins = computed(() => {
  const { pipe, vessel, tap } = scene.value
  const bodyOf = ({ ids }: Finding) => scene.value.group.find(({ id }) => id === ids.vessel)?.body ?? vessel.body
  const side = (finding: Finding): number =>
    finding.station === 'drop' || finding.station === 'gutter'
      ? pipe.x + 28
      : finding.station === 'draw'
        ? (tap?.spout.x ?? vessel.body.x + vessel.body.width) + 8
        : bodyOf(finding).x + bodyOf(finding).width - 16
  const placed: (Point & { finding: Finding; number: number })[] = []
  bench.findings.forEach((finding, index) => {
    if (finding.at === undefined || finding.severity === 'note') return
    let x = side(finding)
    const wanted = Math.min(frame.value.ground - 12, scene.value.y(finding.at))
    let y = wanted
    while (placed.some((pin) => Math.abs(pin.x - x) < PIN && Math.abs(pin.y - y) < PIN)) {
      y += 4
      // Below the ground, or what is sunk in it, there is nothing to point at: a full column makes another beside it.
      if (y <= frame.value.ground + 4) continue
      y = wanted
      x -= PIN
    }
    placed.push({ finding, number: index + 1, x, y })
  })
  return placed
})

const roofText = computed(() => {
  const { from, to } = scene.value.roof
  const turn = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI
  const at = { x: from.x + (to.x - from.x) * 0.12, y: from.y + (to.y - from.y) * 0.12 + (turn < 5 ? -18 : 20) }
  return { ...at, turn, text: say('drawing.toRidge', { run: span(planRun(props.assessed.section)) }) }
})

/** Edits of a height by its grip. */
type Grip = 'mark' | 'inlet' | 'stand' | 'outletHeight' | 'tapHeight' | 'overflowHeight' | 'partHeight'
function edit(id: Grip, height: number, settled: boolean, before: number, change: Parameters<typeof bench.editScheme>[1]) {
  if (Math.abs(height - before) > 1e-9) bench.editScheme(message(`edit.${id}`, { from: length(before), to: length(height) }), change, id)
  if (settled) bench.seal()
}
const dropId = computed(() => props.assessed.line.intake.drop.id)
const vesselId = computed(() => props.assessed.line.placed.vessel.id)
const moveMark = (height: number, settled: boolean) =>
  edit('mark', height, settled, h.value.cut!.mark, (scheme) => setMark(scheme, dropId.value, height))
const moveInlet = (height: number, settled: boolean) =>
  edit('inlet', height, settled, h.value.inlet, (scheme) =>
    setPort(scheme, vesselId.value, props.assessed.line.intake.port.id, height - h.value.foot),
  )
const moveStand = (height: number, settled: boolean) =>
  // Told by the foot over the paving; what is under the base stays.
  edit('stand', height, settled, h.value.foot, (scheme) =>
    setStand(scheme, vesselId.value, baseHeight(props.assessed.line.placed.vessel.base) + height - h.value.foot),
  )
const moveOutlet = (height: number, settled: boolean) =>
  edit('outletHeight', height, settled, h.value.outlet, (scheme) => setOutletHeight(scheme, props.assessed.line.outlet.id, height))
const moveTap = (height: number, settled: boolean) =>
  edit('tapHeight', height, settled, h.value.tap!.centre, (scheme) =>
    setPort(scheme, vesselId.value, props.assessed.line.tap!.port, height - h.value.foot),
  )
const moveOverflow = (height: number, settled: boolean) =>
  edit('overflowHeight', height, settled, h.value.overflow!, (scheme) =>
    setPort(scheme, vesselId.value, props.assessed.line.overflow!.from.port, height - h.value.foot),
  )

const vesselText = computed(() => {
  const { body } = scene.value.vessel
  const { usable } = props.assessed
  if (props.strip || grouped.value || body.width < 96 || scene.value.draw - scene.value.full < 70) return undefined
  // One vessel stands for all of its store where the others are not drawn.
  const together = props.assessed.line.placed.store.vessels.length
  return {
    x: body.x + body.width / 2,
    y: (scene.value.full + scene.value.draw) / 2 + (props.strip ? 0 : 10),
    big: text(volume(usable.volume)),
    small:
      together > 1
        ? say('drawing.ofUsableAll', { nominal: volume(usable.nominal), n: together })
        : say('drawing.ofUsable', { nominal: volume(usable.nominal) }),
  }
})
/** Between spout and can: whether a can goes under is seen here first. */
const LEAST_CLEARANCE = 14
const clearance = computed(() => {
  const { can, tap } = scene.value
  if (props.compact || props.strip || !can || !tap || Math.abs(can.y - tap.spout.y) < LEAST_CLEARANCE) return undefined
  return { x: can.x + can.width * 0.72, from: tap.spout.y, to: can.y, label: text(length(h.value.tap!.spout - h.value.tap!.canTop)) }
})
/** What the picture shows, in sentences, from the same heights. */
const heardId = useId()
const heard = computed(() => {
  const { heights, placed, tap, fed } = props.assessed.line
  const { cut, outlet, inlet, full, rim, floor, foot } = heights
  return [
    say('drawing.heard.outlet', { outlet: length(outlet) }),
    ...(cut ? [say('drawing.heard.cut', { upper: length(cut.mark), lower: length(cut.lower) })] : []),
    ...(fed ? [say('drawing.heard.inlet', { vessel: placed.vessel.name, inlet: length(inlet) })] : []),
    say('drawing.heard.full', { vessel: placed.vessel.name, full: length(full), rim: length(rim) }),
    ...(heights.tap && tap ? [say('drawing.heard.tap', { tap: length(heights.tap.centre), can: length(tap.can.height) })] : []),
    say('drawing.heard.floor', { vessel: placed.vessel.name, floor: length(floor), foot: length(foot) }),
  ].join(' ')
})
const barLength = computed(() => (imperial.value ? 0.3048 : 0.1))
const rain = computed(() => rainOver(scene.value, frame.value.left))
/** A device with a height of its own, moved up or down. */
function movePart(id: string, before: number, height: number, settled: boolean) {
  edit('partHeight', height, settled, before, (scheme) => ({
    ...scheme,
    drops: scheme.drops.map((drop) => ({
      ...drop,
      devices: drop.devices.map((device) => (device.id === id && 'height' in device ? { ...device, height } : device)),
    })),
  }))
}
/** Dimensions of the train: the chamber's length, and what the pipe across does. */
const chamberLine = computed(() => {
  const { flush } = scene.value.train
  const own = props.assessed.line.flush
  const [first] = flush?.chambers ?? []
  if (!flush || !own || !first || props.compact || props.strip) return undefined
  return { x: first.x - 8, from: first.y, to: flush.bottom, label: text(length(own.length)), side: 'left' as const }
})
const acrossText = computed(() => {
  const { across } = scene.value.train
  const { carry } = props.assessed.line
  if (!across || !carry || props.compact || props.strip) return undefined
  const [start] = across.route
  const label = carry.wet
    ? say('drawing.standing', { how: carry.lowPoint < 0 ? 'buried' : 'over', low: length(Math.abs(carry.lowPoint)) })
    : say('drawing.fallsAcross', { run: span(carry.length), fall: fallQuantity(carry.fall) })
  return {
    x: start!.x + scene.value.pipe.width,
    y: Math.min(across.level ?? start!.y, scene.value.vessel.rim - 9) - across.width / 2 - 8,
    label,
  }
})
</script>

<template>
  <svg
    class="sheet-drawing block"
    :width="width"
    :height="height"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    :aria-label="say('drawing.title')"
    :aria-describedby="heardId"
  >
    <desc :id="heardId">{{ heard }}</desc>
    <HatchDefs prefix="sec" />
    <path v-for="stroke in rain" :key="`${stroke.x}-${stroke.y}`" :d="`M${stroke.x} ${stroke.y}l-4 11`" class="l-water-fine" />
    <rect :x="frame.left" :y="scene.ground" :width="ledgerX - frame.left + 8" height="12" fill="url(#sec-soil)" />
    <g v-if="!compact">
      <LeaderLine v-for="leader in leaders" :key="leader.station" :from="leader.from" :to="leader.to" :chosen="leader.station === chosen" />
    </g>
    <SectionScene :scene="scene" prefix="sec" flowing />
    <path :d="`M${frame.left} ${scene.ground}H${strip ? width : ledgerX + 8}`" class="l-ground" />
    <text v-if="!strip && !compact" :x="frame.left + 4" :y="scene.ground - 7" class="t12 quiet halo">{{ say('drawing.paving') }}</text>
    <text
      v-if="!compact && !strip && !grouped && roofText.turn < 60"
      :transform="`translate(${roofText.x} ${roofText.y}) rotate(${roofText.turn})`"
      class="t12 quiet halo"
    >
      {{ roofText.text }}
    </text>

    <g v-if="vesselText">
      <text :x="vesselText.x" :y="vesselText.y" text-anchor="middle" class="slab-text halo-water">{{ vesselText.big }}</text>
      <text v-if="!strip" :x="vesselText.x" :y="vesselText.y + 18" text-anchor="middle" class="t12 halo-water">{{ vesselText.small }}</text>
    </g>
    <LevelMark v-if="!strip" :from="scene.vessel.body.x" :to="scene.vessel.body.x + scene.vessel.body.width" :y="scene.full" />
    <template v-if="scene.group.length > 1">
      <text
        v-for="each in scene.group.filter(({ body }) => body.width > 40)"
        :key="each.id"
        :x="each.body.x + each.body.width / 2"
        :y="topOf(each) - 8"
        text-anchor="middle"
        class="t12 quiet halo"
      >
        {{ each.name }}
      </text>
    </template>
    <text
      v-if="scene.can && !strip && scene.can.width > 40"
      :x="scene.can.x + scene.can.width / 2"
      :y="scene.ground - 10"
      text-anchor="middle"
      class="t12 quiet halo"
    >
      {{ say('drawing.can') }}
    </text>

    <g v-if="guessShapes.length > 0" aria-hidden="true">
      <path v-for="shape in guessShapes" :key="shape" :d="shape" class="l-guess" />
      <text v-if="titled" :x="titleX" y="80" class="t12 quiet">{{ say('drawing.guesses') }}</text>
    </g>
    <DimensionLine v-if="clearance" v-bind="clearance" />
    <DimensionLine v-if="chamberLine" v-bind="chamberLine" />
    <text v-if="acrossText" :x="acrossText.x" :y="acrossText.y" class="t12 quiet halo">{{ acrossText.label }}</text>
    <template v-if="!strip">
      <text v-if="titled" :x="titleX" y="28" class="slab-text">{{ say('drawing.title') }}</text>
      <text v-if="titled" :x="titleX" y="48" class="t12 quiet">{{ say('drawing.scaleNote', { bar: length(barLength) }) }}</text>
      <text v-if="titled" :x="titleX" y="64" class="t12 quiet">{{ say('drawing.swung') }}</text>
      <text v-if="!compact && room.hasLedger" :x="ledgerX" y="28" class="slab-text">{{ say('ledger.title') }}</text>
      <text v-if="!compact && room.hasLedger" :x="ledgerX" y="48" class="t12 quiet">
        {{ say('ledger.unit', { unit: imperial ? '' : 'mm' }) }}
      </text>
      <HeadLedger
        v-if="room.hasLedger"
        :rows="assessed.ledger"
        :x="ledgerX"
        :right="width - 8"
        :ground="scene.ground"
        :scale="scene.scale"
        :bar-length="barLength"
        :top="compact ? 22 : 76"
      />
    </template>

    <g v-if="detail">
      <ellipse :cx="scene.pipe.x" :cy="(scene.cut!.upper + scene.cut!.lower) / 2" rx="20" ry="20" class="l-seen" />
      <path
        :d="`M${scene.pipe.x + 16} ${(scene.cut!.upper + scene.cut!.lower) / 2 - 12}L${detail.x} ${detail.y + detail.height - 6}`"
        class="l-faint"
      />
      <CutDetail
        :assessed="assessed"
        v-bind="detail"
        :step="step"
        :fine="fine"
        :step-text="say('detail.arrows', { step: imperial ? '¼ in' : '5 mm' })"
        @mark="moveMark"
        @inlet="moveInlet"
      />
    </g>

    <g v-if="!strip">
      <HeightGrip
        v-if="scene.cut && !detail"
        :x="scene.pipe.x + scene.pipe.width / 2 + 4"
        :y="scene.cut.upper"
        :height="h.cut!.mark"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="0.05"
        :max="h.outlet"
        :name="say('grip.mark')"
        :value-text="text(length(h.cut!.mark))"
        @move="moveMark"
      />
      <HeightGrip
        v-for="grip in scene.train.grips"
        :key="grip.id"
        :x="grip.at.x"
        :y="grip.at.y"
        :height="grip.height"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="0"
        :max="h.outlet"
        :name="say('grip.part', { part: word(grip.kind) })"
        :value-text="text(length(grip.height))"
        @move="(height, settled) => movePart(grip.id, grip.height, height, settled)"
      />
      <HeightGrip
        :x="scene.gutter.centre.x + scene.gutter.width / 2 + 2"
        :y="scene.gutter.centre.y - 2"
        :height="h.outlet"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="0.3"
        :max="12"
        :name="say('grip.outlet')"
        :value-text="text(length(h.outlet))"
        @move="moveOutlet"
      />
      <HeightGrip
        :x="scene.stand.box.x - 2"
        :y="scene.stand.box.y"
        flip
        :height="h.foot"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="0"
        :max="3"
        :name="say('grip.stand')"
        :value-text="text(length(h.foot))"
        @move="moveStand"
      />
      <HeightGrip
        v-if="scene.tap"
        :x="scene.tap.spout.x + 3"
        :y="scene.tap.at.y"
        :height="h.tap!.centre"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="h.foot"
        :max="h.rim"
        :name="say('grip.tap')"
        :value-text="text(length(h.tap!.centre))"
        @move="moveTap"
      />
      <HeightGrip
        v-if="scene.overflow"
        :x="scene.overflow.at.x + 3"
        :y="scene.overflow.at.y"
        :height="h.overflow!"
        :scale="scene.scale"
        :step="step"
        :fine="fine"
        :min="h.foot"
        :max="h.top"
        :name="say('grip.overflow')"
        :value-text="text(length(h.overflow!))"
        @move="moveOverflow"
      />
    </g>
    <g v-if="!strip" aria-hidden="true">
      <SnagMark v-for="pin in pins" :key="pin.number" :severity="pin.finding.severity" :number="pin.number" :x="pin.x" :y="pin.y" />
    </g>
  </svg>
</template>
