<script setup lang="ts">
/** A place's outline by bearing, small, wherever the place is named. */
import { computed } from 'vue'

import { skylinePath, WINDS } from '../../shared/skyline'

const { outline, name } = defineProps<{
  /** Azimuth and altitude, from north to north. */
  outline: number[][]
  name: string
}>()

const WIDE = 360
const HIGH = 64
const BASE = 50
const LEAST_TOP_DEG = 12 // a low skyline stays low
const top = computed(() => Math.max(LEAST_TOP_DEG, ...outline.map(([, altitude = 0]) => altitude)))
const y = (altitude: number) => BASE - (altitude / top.value) * (BASE - 4)
const path = computed(() => skylinePath(outline, (azimuth) => azimuth, y, BASE + 1))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="`Skyline of ${name}`">
    <path :d="path" />
    <line x1="0" :x2="WIDE" :y1="BASE" :y2="BASE" />
    <text
      v-for="(wind, i) in WINDS"
      :key="i"
      :x="Math.min(WIDE - 4, Math.max(4, wind.azimuth_deg))"
      :y="HIGH - 1"
      text-anchor="middle"
    >
      {{ i % 2 ? '·' : wind.name }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  overflow: visible;
}

path {
  fill: var(--line);
  stroke: var(--muted);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

line {
  stroke: var(--line);
}

text {
  fill: var(--muted);
  font-size: 11px;
}
</style>
