<script setup lang="ts">
import { saveFile } from '~/composables/saveFile'
import { svgPng } from '~/composables/svgPng'
import { INNER } from '~/sheets/blocks/useWords'
import type { Plate } from '~/sheets/plate'
import { plateSvg } from '~/sheets/plateSvg'

/** Every drawing as a file by itself: for a letter, a planner, a plotter. */
const bench = useWorkbench()
const { say } = useSay()
const plates = usePlates()

const open = ref(false)
const all = computed<Plate[]>(() =>
  open.value
    ? [
        ...plates.sections(INNER.width, 118),
        ...plates.site(INNER.width),
        ...plates.vessels(INNER.width),
        ...plates.templates(INNER.width, INNER.height),
      ]
    : [],
)
const fileName = (plate: Plate, ending: string) => `${bench.job!.name} ${plate.title}.${ending}`
/** Dots on a millimetre: 300 to the inch. */
const DOTS = 300 / 25.4
const png = async (plate: Plate) => saveFile(fileName(plate, 'png'), await svgPng(plateSvg(plate), plate, DOTS, '#fff'), 'image/png')
const svg = (plate: Plate) => saveFile(fileName(plate, 'svg'), plateSvg(plate), 'image/svg+xml')
async function dxf(plate: Plate) {
  const { plateDxf } = await import('~/sheets/plateDxf')
  saveFile(fileName(plate, 'dxf'), plateDxf(plate), 'image/vnd.dxf')
}
const toggled = (event: Event) => (open.value = (event.target as HTMLDetailsElement).open)
</script>

<template>
  <details class="rule mt-3 pt-2" @toggle="toggled">
    <summary class="h3 cursor-pointer">{{ say('files.title') }}</summary>
    <p class="text-13 text-ink-2">{{ say('files.is') }}</p>
    <ul>
      <li v-for="plate in all" :key="plate.id" class="flex flex-wrap items-center gap-2 border-b border-hair py-1 text-13">
        <span class="flex-1"
          >{{ plate.title }}<span v-if="plate.trueScale" class="cap ml-1">{{ say('files.trueScale') }}</span></span
        >
        <button type="button" class="btn" :aria-label="say('files.as', { what: plate.title, kind: 'SVG' })" @click="svg(plate)">SVG</button>
        <button type="button" class="btn" :aria-label="say('files.as', { what: plate.title, kind: 'PNG' })" @click="png(plate)">PNG</button>
        <button
          v-if="plate.trueScale"
          type="button"
          class="btn"
          :aria-label="say('files.as', { what: plate.title, kind: 'DXF' })"
          @click="dxf(plate)"
        >
          DXF
        </button>
      </li>
    </ul>
  </details>
</template>
