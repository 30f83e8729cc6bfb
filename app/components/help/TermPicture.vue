<script setup lang="ts">
import { TERM_PICTURES } from '~/components/help/termPictures'
import type { Term } from '~/components/help/terms'

/** What a word means, drawn small; nothing where a drawing would not help. */
const props = defineProps<{ term: Term }>()
const picture = computed(() => TERM_PICTURES[props.term])
</script>

<template>
  <svg v-if="picture" viewBox="0 0 200 120" class="sheet-drawing h-24 w-40" aria-hidden="true">
    <path v-if="picture.water" :d="picture.water" class="f-wash" />
    <path v-if="picture.quiet" :d="picture.quiet" class="l-fine" />
    <path v-if="picture.seen" :d="picture.seen" class="l-seen" />
    <path v-if="picture.cut" :d="picture.cut" class="l-cut" />
    <path v-if="picture.mark" :d="picture.mark" class="l-pencil" stroke-width="2.5" />
  </svg>
</template>
