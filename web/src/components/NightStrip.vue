<script setup lang="ts">
/** The night as one thin band: dark from light, Moon beneath, its shots as they lie. */
import { computed } from 'vue'

import { nightSpan, ribbon, type Slope } from './LightSlope/slope'
import type { Schemas } from '../api/client'

const { slope, order } = defineProps<{ slope: Slope; order: Schemas['OrderOut'] | null }>()

const dark = computed(() => ribbon(slope.darkness.map((share) => share * 60)))
const moon = computed(() => ribbon(slope.moon_altitude_deg, slope.moon_illuminated_fraction))
const steps = computed(() => slope.readouts.length - 1)
const x = (i: number) => (100 * i) / steps.value
const at = (iso: string) => {
  const { from, to } = nightSpan(slope)
  return (100 * (Date.parse(iso) - from)) / (to - from)
}
</script>

<template>
  <svg class="strip" viewBox="0 0 100 14" preserveAspectRatio="none" aria-hidden="true">
    <rect x="0" y="0" width="100" height="10" class="day" />
    <rect
      v-for="run in dark"
      :key="`d${run.from}`"
      :x="x(run.from)"
      y="0"
      :width="x(run.to) - x(run.from)"
      height="10"
      :opacity="run.opacity"
      class="dark"
    />
    <rect
      v-for="run in moon"
      :key="`m${run.from}`"
      :x="x(run.from)"
      y="11"
      :width="x(run.to) - x(run.from)"
      height="2"
      :opacity="run.opacity"
      class="moon"
    />
    <rect
      v-for="own in order?.own ?? []"
      :key="own.shot_id"
      :x="at(own.starts_utc)"
      y="2"
      :width="Math.max(0.5, at(own.ends_utc) - at(own.starts_utc))"
      height="6"
      :class="own.faults.length ? 'wrong' : 'shot'"
    />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  max-width: 62ch;
  height: 22px;
  margin: 6px 0 4px;
}

.day {
  fill: var(--muted);
}

.dark {
  fill: var(--raised);
}

.moon {
  fill: var(--ink);
}

.shot {
  fill: var(--picked);
}

.wrong {
  fill: var(--limit);
}
</style>
