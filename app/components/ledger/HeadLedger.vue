<script setup lang="ts">
import { spent, type LedgerRow } from '#core/levels'
import { length } from '#core/units/quantity'
import { pushApart } from '~/drawing/placeNotes'

/**
 * The heights as a running account beside a staff: the balance in hand is the height above the paving, and every row
 * stands where its stretch of height is. Crowded rows fan out by elbows so that the staff stays true.
 */
const props = defineProps<{
  rows: LedgerRow[]
  /** Left edge of the staff and right edge of the account, px. */
  x: number
  right: number
  ground: number
  /** px per metre. */
  scale: number
  /** Length of one bar of the staff, m. */
  barLength: number
  narrow?: boolean
  top?: number
}>()

const { say, text, display } = useSay()
/** Without the unit: the heading says it once. */
const bare = (metres: number) =>
  text(length(metres))
    .replace(/\s?mm$/, '')
    .replace(/(ft .*) in$/, '$1')
const imperial = computed(() => props.barLength !== 0.1)

const LEAST_ROW = 21
const STAFF = 7
const labelX = computed(() => props.x + 20)

const y = (height: number) => props.ground - height * props.scale
const bounds = computed(() => [props.rows[0]?.from ?? 0, ...props.rows.map(({ to }) => to)])
const placed = computed(() => pushApart(bounds.value.map(y), LEAST_ROW, props.top ?? 60, Math.max(props.ground, ...bounds.value.map(y))))
const lines = computed(() =>
  bounds.value.map((height, i) => ({
    key: `${i}-${height}`,
    rule: `M${props.x + STAFF} ${y(height)}L${props.x + STAFF + 9} ${placed.value[i]}H${props.right}`,
    y: placed.value[i]! - 4,
    text: bare(height),
  })),
)
const entries = computed(() =>
  props.rows.map((row, i) => {
    const room = placed.value[i + 1]! - placed.value[i]!
    return {
      key: `${row.item}-${i}`,
      item: row.item,
      big: (row.item === 'left' || row.item === 'short') && room > 50,
      y: placed.value[i]! + room / 2 + 5,
      label: say(`ledger.${row.item}`),
      // What is short is told as an amount; a stand that is sunk, with its sign.
      amount: bare(row.item === 'short' ? Math.abs(spent(row, display.value).value) : spent(row, display.value).value),
      heavy: row.item === 'left' || row.item === 'short',
    }
  }),
)
/** Balance and label share a row when it is a single row high; the label then starts after the figure. */
const balanceWidth = computed(() => (imperial.value ? 66 : 42))
</script>

<template>
  <g>
    <StaffRule :x="x" :ground="ground" :top="y(bounds[0] ?? 0)" :step="barLength * scale" />
    <g v-for="row in lines" :key="row.key">
      <path :d="row.rule" class="l-faint" />
      <text :x="labelX - 2" :y="row.y" class="t12 strong figures halo">{{ row.text }}</text>
    </g>
    <g v-for="entry in entries" :key="entry.key">
      <text :x="labelX + balanceWidth" :y="entry.y" :class="{ strong: entry.heavy, 'of-pencil': entry.item === 'short' }">{{
        entry.label
      }}</text>
      <text
        :x="right"
        :y="entry.y + (entry.big ? 4 : 0)"
        text-anchor="end"
        class="figures"
        :class="[entry.big ? (imperial ? 'big-feet' : 'big') : 'strong', { 'of-pencil': entry.item === 'short' }]"
        >{{ entry.amount }}</text
      >
    </g>
  </g>
</template>

<style scoped>
.sheet-drawing text.big-feet {
  font-size: 17px;
  font-weight: 700;
}
.sheet-drawing text.big {
  font-size: 24px;
  font-weight: 700;
}
</style>
