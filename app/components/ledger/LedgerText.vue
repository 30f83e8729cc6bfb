<script setup lang="ts">
import { spent, type LedgerRow } from '#core/levels'
import { length } from '#core/units/quantity'

/** The head ledger as a table: heard with the drawing, as its equivalent in text; seen before it on a phone. */
defineProps<{ rows: LedgerRow[]; seen?: boolean }>()
const { say, text, display } = useSay()
</script>

<template>
  <table :class="seen ? 'ledger' : 'only-heard'">
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
      <tr
        v-for="(row, index) in rows"
        :key="index"
        :class="{ free: row.item === 'left' || row.item === 'short', short: row.item === 'short' }"
      >
        <th scope="row">{{ say(`ledger.${row.item}`) }}</th>
        <td>{{ text(length(row.from)) }}</td>
        <td>{{ text(length(row.to)) }}</td>
        <td>{{ text(spent(row, display)) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ledger {
  width: 100%;
  font-size: 15px;
}
.ledger caption {
  text-align: left;
  font-weight: 700;
  padding-bottom: 4px;
}
.ledger th {
  text-align: left;
  font-weight: 400;
}
.ledger thead th {
  font-size: 12px;
  color: var(--ink-3);
}
.ledger td,
.ledger thead th:not(:first-child) {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.ledger tbody tr {
  border-top: 1px solid var(--hair);
  height: 28px;
}
.ledger tr.free {
  font-weight: 700;
}
.ledger tr.free th {
  font-weight: 700;
}
.ledger tr.short {
  color: var(--pencil);
}
</style>
