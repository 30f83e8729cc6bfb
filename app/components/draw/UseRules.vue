<script setup lang="ts">
import { word } from '#core/figures/told'
import type { GoverningRule } from '#core/draw'
import { mesh, rainDepth } from '#core/units/quantity'

/** What the uses ask of screen, first flush and light; of several the strictest, and which use it is due to. */
defineProps<{ rule: GoverningRule }>()
const { say, text } = useSay()
</script>

<template>
  <table class="mt-1 w-full text-13">
    <caption class="pb-1 text-left text-12 text-ink-3">
      {{
        say('uses.caption')
      }}
    </caption>
    <tbody>
      <tr class="border-t border-hair">
        <th scope="row" class="py-0.5 text-left font-normal">{{ say('uses.mesh') }}</th>
        <td class="num text-right font-bold">{{ text(mesh(rule.mesh.value)) }}</td>
        <td class="pl-2 text-12 text-ink-3">{{ say(`word.${rule.mesh.by}`) }}</td>
      </tr>
      <tr class="border-t border-hair">
        <th scope="row" class="py-0.5 text-left font-normal">{{ say('uses.flush') }}</th>
        <td class="num text-right font-bold">{{ rule.firstFlush.value > 0 ? text(rainDepth(rule.firstFlush.value)) : '–' }}</td>
        <td class="pl-2 text-12 text-ink-3">{{ rule.firstFlush.value > 0 ? say(`word.${rule.firstFlush.by}`) : '' }}</td>
      </tr>
      <tr class="border-t border-hair">
        <th scope="row" class="py-0.5 text-left font-normal">{{ say('uses.dark') }}</th>
        <td class="text-right font-bold">{{ say(rule.dark.value ? 'uses.yes' : 'uses.no') }}</td>
        <td class="pl-2 text-12 text-ink-3">{{ rule.dark.value ? say(`word.${rule.dark.by}`) : '' }}</td>
      </tr>
    </tbody>
  </table>
  <p class="text-12 text-ink-3">{{ say(`uses.standing.${rule.standing.value}`, { use: word(rule.standing.by) }) }}</p>
</template>
