<script setup lang="ts">
import type { Crop } from '~/sheets/plate'
import type { Block, Sheet } from '~/sheets/sheet'

/** A sheet as it will be printed, in reading order. */
const props = defineProps<{ sheet: Sheet }>()
/** Drawings are numbered through the sheet. */
const numbers = computed(() => {
  let n = 0
  return props.sheet.blocks.map((block: Block) => (block.kind === 'plate' ? ++n : 0))
})
const shown = ({ plate, at }: Crop) => ({ plate, crop: at })
const total = (block: Extract<Block, { kind: 'table' }>) => block.columns.reduce((sum, { share }) => sum + share, 0)
</script>

<template>
  <article class="sheet-view bg-sheet p-6 max-md:p-3" :lang="sheet.language">
    <h2 class="slab text-28">{{ sheet.title }}</h2>
    <p class="text-13 text-ink-2">{{ sheet.subtitle }}</p>
    <div class="flex justify-between gap-4 border-b-2 border-ink pb-1 text-13 text-ink-2">
      <p>
        <span v-for="(row, n) in sheet.head?.to ?? []" :key="n" class="block">{{ row }}</span>
      </p>
      <p class="text-right">
        <span v-for="(row, n) in sheet.head?.from ?? []" :key="n" class="block" :class="{ 'font-bold': n === 0 }">{{ row }}</span>
      </p>
    </div>
    <template v-for="(block, i) in sheet.blocks" :key="i">
      <component
        :is="block.small ? 'h4' : 'h3'"
        v-if="block.kind === 'heading'"
        :class="block.small ? 'mt-2 font-bold' : 'slab mt-4 text-18'"
        >{{ block.text }}</component
      >
      <p v-else-if="block.kind === 'text'" class="py-1" :class="{ 'font-bold': block.strong, 'text-ink-3': block.quiet }">
        {{ block.text }}
      </p>
      <p v-else-if="block.kind === 'caution'" class="my-1 border-l-4 border-ink pl-2 font-semibold">{{ block.text }}</p>
      <ul v-else-if="block.kind === 'list'" class="py-1">
        <li v-for="(item, n) in block.items" :key="n" class="py-0.5">{{ block.boxes ? '☐' : '–' }} {{ item }}</li>
      </ul>
      <div v-else-if="block.kind === 'table'" class="overflow-x-auto" tabindex="0" role="region" :aria-label="sheet.title">
        <table class="w-full text-13">
          <colgroup>
            <col
              v-for="(column, n) in block.columns"
              :key="n"
              :style="{ width: `${((block.pictures ? 70 : 100) * column.share) / total(block)}%` }"
            />
            <col v-if="block.pictures" class="w-3/10 max-md:hidden" />
          </colgroup>
          <thead v-if="block.columns.some(({ title }) => title)">
            <tr class="text-12 text-ink-3">
              <th
                v-for="(column, n) in block.columns"
                :key="n"
                scope="col"
                class="px-1 font-normal"
                :class="column.right ? 'text-right' : 'text-left'"
              >
                {{ column.title }}
              </th>
              <td v-if="block.pictures" class="max-md:hidden" />
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(row, r) in block.rows"
              :key="r"
              class="border-t border-hair align-top"
              :class="{ 'font-bold': block.strong?.includes(r) }"
            >
              <td
                v-for="(cell, n) in row"
                :key="n"
                class="px-1 py-0.5"
                :class="[
                  block.columns[n]!.right ? 'num text-right' : '',
                  n === 0 && block.boxes ? 'whitespace-nowrap' : 'whitespace-pre-line',
                ]"
              >
                {{ n === 0 && block.boxes ? '☐ ' : '' }}{{ cell }}
              </td>
              <td v-if="block.pictures" class="py-1 max-md:hidden">
                <PlateDrawing v-if="block.pictures[r]" class="border border-hair" v-bind="shown(block.pictures[r])" bare />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <PlateDrawing v-else-if="block.kind === 'plate'" class="my-3" :plate="block.plate" :number="numbers[i]" />
      <div v-else-if="block.kind === 'signature'" class="flex gap-6 pt-10 pb-2">
        <p v-for="row in block.lines" :key="row" class="flex-1 border-t border-ink text-12 text-ink-3">{{ row }}</p>
      </div>
      <div v-else-if="block.kind === 'photos'" class="grid grid-cols-2 gap-3 py-2">
        <figure v-for="photo in block.photos" :key="photo.url.slice(-40)">
          <img :src="photo.url" :width="photo.width" :height="photo.height" :alt="photo.caption" class="h-auto w-full" />
          <figcaption class="text-12 text-ink-2">{{ photo.caption }}</figcaption>
        </figure>
      </div>
      <hr v-else class="page-break my-4 border-hair" />
    </template>
    <p class="mt-4 text-12 text-ink-3">{{ sheet.footer }}</p>
  </article>
</template>
