<script setup lang="ts">
import type { LedgerRow } from '#core/levels'
import { length } from '#core/units/quantity'

/** The head ledger as a table that is heard, not seen: the drawing's equivalent in text. */
defineProps<{ rows: LedgerRow[] }>()
const { say, text } = useSay()
</script>

<template>
  <table class="only-heard">
    <caption>
      {{
        say('ledger.title')
      }}
    </caption>
    <thead>
      <tr>
        <th v-for="head in ['item', 'from', 'to', 'takes']" :key="head" scope="col">{{ say(`ledger.col.${head}`) }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, index) in rows" :key="index">
        <th scope="row">{{ say(`ledger.${row.item}`) }}</th>
        <td>{{ text(length(row.from)) }}</td>
        <td>{{ text(length(row.to)) }}</td>
        <td>{{ text(length(row.from - row.to)) }}</td>
      </tr>
    </tbody>
  </table>
</template>
