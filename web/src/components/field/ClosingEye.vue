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
const bulge = computed(() => 92 * (1 - share))
const lid = (side: 1 | -1) => `M10 100 Q150 ${100 - side * bulge.value} 290 100`
const size = computed(() => Math.min(96, 330 / Math.max(2, count.length)))
</script>

<template>
  <svg viewBox="0 0 300 200" role="timer" :aria-label="`${label} ${count}`">
    <path :d="`${lid(1)} M290 100 Q150 ${100 + bulge} 10 100`" class="white" />
    <path :d="lid(1)" class="lid" />
    <path :d="lid(-1)" class="lid" />
    <text x="150" y="100" text-anchor="middle" dominant-baseline="central" :font-size="size">
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
}
</style>
