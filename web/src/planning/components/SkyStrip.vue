<script setup lang="ts">
/** The sky over the horizon: where the chosen target goes in this night, over the place's skyline. */
import { computed, useTemplateRef } from 'vue'

import { localClock, type Slope } from './LightSlope/slope'
import { skylinePath, WINDS } from '../../shared/skyline'
import { useWidth } from '../../shared/composables/useWidth'

const { slope, cursor } = defineProps<{
  slope: Slope
  /** The step of the night that is looked at. */
  cursor: number
}>()

const frame = useTemplateRef<HTMLDivElement>('frame')
const width = useWidth(frame, 280)
const HIGH = 190
const BASE = HIGH - 24
const TOP = 16
const LOWEST_DRAWN_DEG = -3 // the drawing reaches so far under the level

const x = (azimuth: number) => (azimuth / 360) * width.value
const highest = computed(() => Math.max(30, ...slope.target_apparent_deg) + 5)
const y = (altitude: number) => BASE - (altitude / highest.value) * (BASE - TOP)
const ground = computed(() => skylinePath(slope.skyline, x, y, HIGH - 18))
const grid = computed(() => [0, 30, 60].filter((deg) => deg < highest.value))

/** Every few minutes a dot, larger and named on the hour. */
const EVERY_MIN = 10
const dots = computed(() => {
  const every = Math.round((EVERY_MIN * 60) / slope.step_s)
  const hour = Math.round(3600 / slope.step_s)
  const start = Date.parse(slope.start_utc)
  const offset = Math.round((3600 - ((start / 1000) % 3600)) / slope.step_s) % hour
  return slope.target_azimuth_deg.flatMap((azimuth, i) => {
    const isHour = i % hour === offset
    if (!isHour && (i - offset) % every !== 0) return []
    const altitude = slope.target_apparent_deg[i] ?? -90
    if (altitude < LOWEST_DRAWN_DEG) return []
    return {
      i,
      x: x(azimuth),
      y: y(altitude),
      isUp: (slope.target_altitude_deg[i] ?? -1) > 0,
      isDark: (slope.darkness[i] ?? 0) >= 1,
      clock: isHour ? localClock(slope, start + i * slope.step_s * 1000).slice(0, 2) : '',
    }
  })
})
const now = computed(() => {
  const altitude = slope.target_apparent_deg[cursor] ?? -90
  return altitude < LOWEST_DRAWN_DEG
    ? null
    : { x: x(slope.target_azimuth_deg[cursor] ?? 0), y: y(altitude) }
})
const says = computed(
  () => `${slope.target_name} over the skyline, by bearing; the hours stand at its way`,
)
</script>

<template>
  <div ref="frame">
    <svg :width="width" :height="HIGH" role="img" :aria-label="says">
      <g v-for="deg in grid" :key="deg">
        <line x1="0" :x2="width" :y1="y(deg)" :y2="y(deg)" class="grid" />
        <text x="3" :y="y(deg) - 3">{{ deg }}°</text>
      </g>
      <g v-for="dot in dots" :key="dot.i" :class="{ behind: !dot.isUp, dark: dot.isDark }">
        <circle :cx="dot.x" :cy="dot.y" :r="dot.clock ? 3.5 : 1.6" class="dot" />
        <text v-if="dot.clock" :x="dot.x" :y="dot.y - 7" text-anchor="middle">{{ dot.clock }}</text>
      </g>
      <path :d="ground" class="ground" />
      <circle v-if="now" :cx="now.x" :cy="now.y" r="8" class="now" />
      <text
        v-for="(wind, i) in WINDS"
        :key="i"
        :x="Math.min(width - 6, Math.max(6, x(wind.azimuth_deg)))"
        :y="HIGH - 4"
        text-anchor="middle"
      >
        {{ wind.name }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  overflow: visible;
}

.grid {
  stroke: var(--line);
}

text {
  fill: var(--muted);
  font-family: var(--owl-figures);
  font-size: 11px;
}

.ground {
  fill: var(--raised);
  stroke: var(--muted);
}

.dot {
  fill: var(--muted);
}

.dark .dot {
  fill: var(--ink);
}

.behind {
  opacity: 0.35;
}

.now {
  fill: none;
  stroke: var(--picked);
  stroke-width: 2.5;
}
</style>
