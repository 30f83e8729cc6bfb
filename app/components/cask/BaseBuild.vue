<script setup lang="ts">
import { word } from '#core/figures/told'
import { factor, area, length, mass, plain, pressure, share, span, volume, type Quantity } from '#core/units/quantity'
import { FOOT } from '#core/units/constants'
import {
  ALLOWABLE_PRESSURE,
  baseBuild,
  clothedArea,
  frostHeadspace,
  padsOf,
  ROUND,
  standing as standingOf,
  type BasePart,
} from '#core/vessel'

/** What the base is made of, what it carries and whether that is enough; light and frost. */
const props = defineProps<{ vesselId: string }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text, number } = useSay()

const path = computed(() => bench.assessment!.path)
const placed = computed(() => path.value.vessels.get(props.vesselId)!)
/** What the vessel's pad carries: it, or it and its neighbours. */
const pad = computed(() =>
  padsOf(placed.value.store, path.value.layout.vessels).find(({ vessels }) => vessels.some(({ id }) => id === placed.value.vessel.id)),
)
const parts = computed(() => baseBuild(placed.value.vessel.base, pad.value, settings.system, placed.value.vessel.on !== undefined))
const standing = computed(() => standingOf(path.value, placed.value))
const allowed = computed(() => ALLOWABLE_PRESSURE[placed.value.vessel.base.soil])
/** Gravel and sand are bought by the litre, the cubic metre or the cubic foot, never by the gallon. */
const CUBIC_FOOT = FOOT ** 3
const amount = (part: BasePart): string =>
  part.unit === 'volume' && settings.system === 'imperial'
    ? say('base.cubicFeet', { n: number(part.quantity / CUBIC_FOOT, 1) })
    : text(quantity(part))
const quantity = ({ unit, quantity: n }: BasePart): Quantity =>
  unit === 'area' ? area(n) : unit === 'volume' ? volume(n) : unit === 'length' ? span(n) : plain(n)
/** As large as it fits, and no larger than a hand; true to its measures. */
const scale = computed(() => Math.min(260, 150 / Math.max(0.1, drawnHeight.value)))
const thick = computed(() => parts.value.filter(({ height, item }) => height > 0 && item !== 'sod' && item !== 'kerb'))
const drawnHeight = computed(() => thick.value.reduce((sum, { height }) => sum + height, 0))
/** Layers from the ground up, in px from the line of the ground; what is dug in lies below it. */
const layers = computed(() => {
  let up = 0
  let down = 0
  const laid = [...thick.value.filter(({ below }) => below)].toReversed().map((part) => {
    const y = down
    down += part.height * scale.value
    return { ...part, y, drawn: part.height * scale.value }
  })
  const built = thick.value
    .filter(({ below }) => !below)
    .map((part) => {
      up += part.height * scale.value
      return { ...part, y: -up, drawn: part.height * scale.value }
    })
  // Words keep a line's distance from one another, however thin their layers are.
  let last = Infinity
  return [...laid.toReversed(), ...built].map((layer) => {
    last = Math.min(layer.y + layer.drawn / 2 + 4, last - 16)
    return { ...layer, text: last }
  })
})
const FILL: Partial<Record<BasePart['item'], string>> = {
  gravel: 'gravel',
  sand: 'soil',
  slab: 'concrete',
  cap: 'concrete',
  blocks: 'masonry',
  halfBlocks: 'masonry',
  posts: 'timber',
  bearers: 'timber',
  boards: 'timber',
}
const top = computed(() => Math.min(-20, ...layers.value.map(({ y, text: at }) => Math.min(y, at - 12))))
const bottom = computed(() => Math.max(20, ...layers.value.map(({ y, drawn, text: at }) => Math.max(y + drawn, at))))
const ratio = (value: number) => factor(value)
</script>

<template>
  <section :aria-label="say('base.title')">
    <h3 class="h3 rule pt-2">{{ say('base.title') }}</h3>
    <svg
      v-if="layers.length > 0"
      class="sheet-drawing my-1 w-full"
      :viewBox="`0 ${top - 8} 340 ${bottom - top + 34}`"
      role="img"
      :aria-label="say('base.drawing')"
    >
      <HatchDefs prefix="base" />
      <g v-for="layer in layers" :key="`${layer.item}-${layer.below}`">
        <rect x="20" :y="layer.y" width="140" :height="layer.drawn" class="f-paper" />
        <rect x="20" :y="layer.y" width="140" :height="layer.drawn" :fill="`url(#base-${FILL[layer.item] ?? 'soil'})`" />
        <rect x="20" :y="layer.y" width="140" :height="layer.drawn" class="l-cut" />
        <path :d="`M160 ${layer.y + layer.drawn / 2}L169 ${layer.text - 4}`" class="l-faint" />
        <text x="172" :y="layer.text" class="t12">{{ say(`base.item.${layer.item}`) }}, {{ text(length(layer.height)) }}</text>
      </g>
      <path d="M4 0H176" class="l-ground" />
      <text x="20" :y="bottom + 18" class="t12 quiet">{{ say(placed.vessel.base.soil === 'paving' ? 'base.onPaving' : 'base.firm') }}</text>
    </svg>
    <ul class="text-13">
      <li v-for="part in parts" :key="`${part.item}-${part.below}`" class="flex justify-between border-b border-hair py-0.5">
        <span>{{ say(`base.item.${part.item}`) }}</span> <span class="num">{{ amount(part) }}</span>
      </li>
    </ul>
    <p v-if="pad && pad.vessels.length > 1" class="pt-1 text-13 text-ink-2">
      {{
        say(pad.vessels[0]!.base.parts[0]?.kind === 'timber' ? 'base.sharedPlatform' : 'base.shared', {
          names: pad.vessels.map(({ name }) => name).join(', '),
          width: length(pad.width + 2 * ROUND),
          depth: length(pad.depth + 2 * ROUND),
        })
      }}
    </p>
    <dl class="pt-1 text-13">
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.full') }}</dt>
        <dd class="num">{{ text(mass(standing.fullMass)) }}</dd>
      </div>
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.presses', { soil: word(placed.vessel.base.soil) }) }}</dt>
        <dd class="num">{{ text(pressure(standing.bearing)) }} / {{ text(pressure(allowed)) }}</dd>
      </div>
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.tips') }}</dt>
        <dd class="num">{{ text(ratio(standing.tipping)) }}</dd>
      </div>
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.slides') }}</dt>
        <dd class="num">{{ text(ratio(standing.sliding)) }}</dd>
      </div>
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.shaken') }}</dt>
        <dd class="num">{{ text(ratio(standing.shaken)) }}</dd>
      </div>
      <div class="flex justify-between border-b border-hair py-0.5">
        <dt>{{ say('base.light') }}</dt>
        <dd class="num">{{ text(area(clothedArea(placed.vessel))) }}</dd>
      </div>
    </dl>
    <p class="pt-1 text-13 text-ink-2">
      {{
        say('base.advice', {
          tie: length(placed.foot + placed.vessel.body.height * 0.67),
          frost: volume(frostHeadspace(placed.vessel.nominal)),
          grows: share(0.09),
        })
      }}
    </p>
  </section>
</template>
