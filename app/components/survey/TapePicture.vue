<script setup lang="ts">
import type { MeasureName } from '#core/survey'
import { TAPE_PICTURES } from '~/components/survey/tapePictures'

/** Where the tape goes; what is measured is said beside it. */
const props = defineProps<{ name: MeasureName }>()
const picture = computed(() => TAPE_PICTURES[props.name])
/** A short stroke across each end of the tape. */
const ENDS = 7
const ends = computed(() => {
  const { tape } = picture.value
  if (!tape) return ''
  const [x1, y1, x2, y2] = tape
  const length = Math.hypot(x2 - x1, y2 - y1)
  const [across, up] = [(-(y2 - y1) / length) * ENDS, ((x2 - x1) / length) * ENDS]
  return [
    [x1, y1],
    [x2, y2],
  ]
    .map(([x, y]) => `M${x! - across} ${y! - up}L${x! + across} ${y! + up}`)
    .join('')
})
</script>

<template>
  <svg viewBox="0 0 320 200" class="sheet-drawing tape" aria-hidden="true">
    <path v-if="picture.water" :d="picture.water" class="f-wash" />
    <path v-if="picture.quiet" :d="picture.quiet" class="l-fine" />
    <path v-if="picture.seen" :d="picture.seen" class="l-seen" />
    <path v-if="picture.cut" :d="picture.cut" class="l-cut" />
    <template v-if="picture.tape">
      <line
        :x1="picture.tape[0]"
        :y1="picture.tape[1]"
        :x2="picture.tape[2]"
        :y2="picture.tape[3]"
        class="l-pencil"
        stroke-width="3"
        stroke-dasharray="12 3"
      />
      <path :d="ends" class="l-pencil" stroke-width="3" />
    </template>
    <circle v-for="[x, y] in picture.marks" :key="`${x} ${y}`" :cx="x" :cy="y" r="7" class="l-pencil" />
  </svg>
</template>

<style scoped>
.tape {
  width: 100%;
  max-height: 44vh;
}
</style>
