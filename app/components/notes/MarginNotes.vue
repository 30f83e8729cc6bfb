<script setup lang="ts">
import type { Station } from '#core/findings'
import type { StationNote } from '~/composables/useStations'

/** The stations as margin notes, in the water's order, each at the height of its part; the chosen one in inverted ink. */
defineProps<{ notes: (StationNote & { y: number })[]; chosen: Station }>()
const emit = defineEmits<{ choose: [station: Station] }>()
const { say } = useSay()
</script>

<template>
  <nav :aria-label="say('station.list')">
    <ol>
      <li v-for="(note, index) in notes" :key="note.station">
        <button
          type="button"
          class="note"
          :class="{ chosen: note.station === chosen }"
          :style="{ top: `${note.y}px` }"
          :aria-current="note.station === chosen ? 'true' : undefined"
          @click="emit('choose', note.station)"
        >
          <span class="n num">{{ index + 1 }}</span>
          <span class="name slab">{{ note.name }}</span>
          <span class="value num">{{ note.value }}</span>
          <svg
            v-if="note.worst"
            viewBox="-12 -12 24 24"
            class="sheet-drawing mark"
            role="img"
            :aria-label="say(`severity.${note.worst.severity}`)"
          >
            <SnagMark :severity="note.worst.severity" :number="note.worst.number" />
          </svg>
          <span class="detail">{{ note.detail }}</span>
        </button>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.note {
  position: absolute;
  left: 8px;
  width: 184px;
  padding: 3px 4px 3px 10px;
  display: grid;
  grid-template-columns: 14px auto 1fr auto;
  column-gap: 3px;
  align-items: center;
  text-align: left;
  line-height: 1.2;
}
.n {
  font-size: 12px;
  color: var(--ink-3);
}
.name {
  font-size: 15px;
}
.value {
  font-weight: 700;
  font-size: 13px;
  text-align: right;
  white-space: nowrap;
}
.mark {
  width: 22px;
  height: 22px;
}
.detail {
  grid-column: 2 / -1;
  font-size: 12px;
  color: var(--ink-3);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.note:hover:not(.chosen) {
  box-shadow: inset 2px 0 0 var(--ink);
}
.chosen {
  background: var(--ink);
  color: var(--on-ink);
  padding-block: 6px;
}
.chosen .n,
.chosen .detail {
  color: var(--on-ink);
}
</style>
