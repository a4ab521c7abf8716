<script setup lang="ts">
/**
 * The picked value: a ring whose pupil is drawn at the aperture chosen. Sits inside an <svg>.
 * Pupil size follows 1/N as the glass does, kept between a dot and the ring.
 */
import { computed } from 'vue'

const {
  x,
  y,
  fNumber,
  radius = 11,
} = defineProps<{
  x: number
  y: number
  fNumber: number
  radius?: number
}>()

const pupil = computed(() => Math.min(radius - 3, Math.max(1.6, ((radius - 2) * 1.4) / fNumber)))
</script>

<template>
  <g class="eye">
    <circle :cx="x" :cy="y" :r="radius" class="ring" />
    <circle :cx="x" :cy="y" :r="pupil" class="pupil" />
  </g>
</template>

<style scoped>
.ring {
  fill: var(--ground);
  stroke: var(--picked);
  stroke-width: 3;
}

.pupil {
  fill: var(--picked);
}
</style>
