<script setup lang="ts">
/** The hatches of the drawing, by material. Ids are prefixed so that several drawings can share a page. */
defineProps<{ prefix: string }>()
</script>

<template>
  <defs>
    <pattern :id="`${prefix}-masonry`" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M1 0V9M3.4 0V9" stroke="var(--ink-2)" stroke-width=".75" />
    </pattern>
    <pattern :id="`${prefix}-concrete`" width="14" height="12" patternUnits="userSpaceOnUse">
      <path d="M2 3h.9M8 1.6h.9M11.5 6h.9M5 7.5h.9M1.4 10h.9M9.5 10.6h.9" stroke="var(--ink-2)" stroke-width="1.1" />
      <path d="M5.4 3.4l2 .4-1.3 1.5zM11 8.4l1.6.3-1 1.2z" fill="none" stroke="var(--ink-2)" stroke-width=".7" />
    </pattern>
    <pattern :id="`${prefix}-timber`" width="10" height="26" patternUnits="userSpaceOnUse">
      <path
        d="M1.5 0c1.6 6-1.2 12 .2 18 .4 3 .3 5-.2 8M5 0c-1.4 7 1.3 13 .1 20-.2 2 0 4-.1 6M8.3 0c1 5-.9 9 .1 14 .6 4-.3 8-.1 12"
        fill="none"
        stroke="var(--ink-2)"
        stroke-width=".75"
      />
    </pattern>
    <pattern :id="`${prefix}-soil`" width="28" height="14" patternUnits="userSpaceOnUse">
      <path d="M1 12L8 3M5 12.5L12 3.5M9 13L16 4M17 3l7 9M21 2.5l6.5 8.5" fill="none" stroke="var(--ink-3)" stroke-width=".9" />
    </pattern>
    <pattern :id="`${prefix}-gravel`" width="22" height="13" patternUnits="userSpaceOnUse">
      <g fill="none" stroke="var(--ink-2)" stroke-width=".9">
        <ellipse cx="4" cy="4" rx="3" ry="2.2" />
        <ellipse cx="12" cy="3" rx="2.5" ry="1.8" />
        <ellipse cx="18.5" cy="5" rx="2.6" ry="2.1" />
        <ellipse cx="8" cy="9.5" rx="3" ry="2" />
        <ellipse cx="15.5" cy="10" rx="2.7" ry="2" />
      </g>
    </pattern>
    <pattern :id="`${prefix}-water`" width="26" height="12" patternUnits="userSpaceOnUse">
      <path d="M1 3h4.5q2-2.4 4 0h3.5M14 9h4q2-2.4 4 0h3" fill="none" stroke="var(--water)" stroke-width="1" stroke-linecap="round" />
    </pattern>
    <pattern :id="`${prefix}-water-close`" width="16" height="7" patternUnits="userSpaceOnUse">
      <path d="M0 1.8h4q1.7-2 3.4 0H9M9 5.3h3q1.7-2 3.4 0" fill="none" stroke="var(--water)" stroke-width="1.1" stroke-linecap="round" />
    </pattern>
  </defs>
</template>
