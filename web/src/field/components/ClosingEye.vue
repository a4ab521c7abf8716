<script setup lang="ts">
/** The eye that closes slowly as an exposure passes; the count stands in it. */
import { computed } from 'vue'

const { share, count, label } = defineProps<{
  /** How much is over, 0 to 1. */
  share: number
  count: string
  label: string
}>()

// lids are two arcs that meet when the time is over
const bulge = computed(() => 200 * (1 - share))
const lid = (side: 1 | -1) => `M6 110 Q150 ${110 - side * bulge.value} 294 110`
const size = computed(() => Math.min(190, 430 / Math.max(2, count.length)))
</script>

<template>
  <svg viewBox="0 0 300 220" role="timer" :aria-label="`${label} ${count}`">
    <path :d="`${lid(1)} M294 110 Q150 ${110 + bulge} 6 110`" class="white" />
    <path :d="lid(1)" class="lid" />
    <path :d="lid(-1)" class="lid" />
    <text x="150" y="112" text-anchor="middle" dominant-baseline="central" :font-size="size">
      {{ count }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-height: 46vh;
}

.white {
  fill: var(--sheet);
}

.lid {
  fill: none;
  stroke: var(--picked);
  stroke-width: 3;
}

text {
  fill: var(--ink);
  font-family: var(--owl-figures);
  font-weight: 700;
  paint-order: stroke; /* stays readable as the lids pass over it */
  stroke: var(--ground);
  stroke-width: 8px;
}
</style>
