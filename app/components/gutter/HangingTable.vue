<script setup lang="ts">
import { bendsAlong, boardRoom, eavesAlong, gutterParts, longestLeg, longestRun, stringLine, eaveSections } from '#core/gutter'
import type { Gutter, Scheme } from '#core/scheme'
import { length, span } from '#core/units/quantity'

/** How the gutter hangs: what the board leaves, the string line bracket by bracket, and its parts for the list. */
const props = defineProps<{ gutter: Gutter; scheme: Scheme }>()
const { say, text } = useSay()
const run = computed(() => longestLeg(props.gutter))
const line = computed(() => stringLine(props.gutter))
const parts = computed(() =>
  gutterParts(props.gutter, bendsAlong(eavesAlong(props.gutter, eaveSections(props.scheme, props.gutter.id))).length),
)
const room = computed(() => boardRoom(props.gutter))
</script>

<template>
  <div>
    <p v-if="gutter.board > 0" class="text-13">
      {{ say('hang.room', { room: length(Math.max(0, room)), run: span(run), needs: length(run * gutter.fall) }) }}
      <template v-if="gutter.fall > 0">{{ say('hang.longest', { longest: span(longestRun(gutter, gutter.fall)) }) }}</template>
    </p>
    <p v-else class="text-13 text-ink-2">{{ say('hang.unmeasured', { run: span(run), needs: length(run * gutter.fall) }) }}</p>
    <details>
      <summary class="text-13">{{ say('hang.string', { n: line.length }) }}</summary>
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th scope="col" class="text-left font-normal">{{ say('hang.bracket') }}</th>
            <th scope="col" class="text-right font-normal">{{ say('hang.at') }}</th>
            <th scope="col" class="text-right font-normal">{{ say('hang.below') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(bracket, index) in line" :key="bracket.at" class="border-t border-hair">
            <th scope="row" class="text-left font-normal">{{ index + 1 }}</th>
            <td class="num text-right">{{ text(span(bracket.at)) }}</td>
            <td class="num text-right font-bold">{{ text(length(bracket.below)) }}</td>
          </tr>
        </tbody>
      </table>
    </details>
    <p class="text-13 text-ink-2">
      {{
        say('hang.parts', {
          pieces: parts.pieces,
          joints: parts.joints,
          bends: parts.bends,
          stopEnds: parts.stopEnds,
          outlets: parts.outlets,
          brackets: parts.brackets,
        })
      }}
      <template v-if="parts.gap > 0">{{ say('hang.gap', { gap: length(parts.gap) }) }}</template>
    </p>
  </div>
</template>
