<script setup lang="ts">
/** Predicted against found: on the line they agree; the band is what the ± promised. */
import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'

type Point = Schemas['CalibrationPointOut']

const { points, isLearned } = defineProps<{
  points: Point[]
  /** With what was learned reckoned in, or bare. */
  isLearned: boolean
}>()

const SIDE = 460
const MARGIN = { left: 44, bottom: 40, top: 12, right: 12 }
const predicted = (p: Point) => (isLearned ? p.learned_ev100 : p.predicted_ev100)
const spread = (p: Point) => (isLearned ? p.learned_sigma_stops : p.predicted_sigma_stops)
const held = (p: Point) => (isLearned ? p.is_held_learned : p.is_held)
const reach = computed(() => {
  const values = points.flatMap((p) => [p.predicted_ev100, p.learned_ev100, p.found_ev100])
  return { least: Math.floor(Math.min(...values)) - 1, most: Math.ceil(Math.max(...values)) + 1 }
})
const share = (ev: number) => (ev - reach.value.least) / (reach.value.most - reach.value.least)
const x = (ev: number) => MARGIN.left + share(ev) * (SIDE - MARGIN.left - MARGIN.right)
const y = (ev: number) => SIDE - MARGIN.bottom - share(ev) * (SIDE - MARGIN.bottom - MARGIN.top)
const ticks = computed(() => {
  const { least, most } = reach.value
  const step = Math.max(1, Math.ceil((most - least) / 10))
  return Array.from({ length: Math.floor((most - least) / step) + 1 }, (_, i) => least + i * step)
})
const signed = (ev: number) => String(ev).replace('-', '−')
const here = ref<Point | null>(null)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${SIDE} ${SIDE}`" role="img" aria-label="Predicted against found, in EV">
      <g v-for="ev in ticks" :key="ev" class="grid">
        <line :x1="x(ev)" :x2="x(ev)" :y1="y(reach.least)" :y2="y(reach.most)" />
        <line :x1="x(reach.least)" :x2="x(reach.most)" :y1="y(ev)" :y2="y(ev)" />
        <text :x="x(ev)" :y="y(reach.least) + 16" text-anchor="middle">{{ signed(ev) }}</text>
        <text :x="MARGIN.left - 6" :y="y(ev) + 4" text-anchor="end">{{ signed(ev) }}</text>
      </g>
      <line
        class="agree"
        :x1="x(reach.least)"
        :y1="y(reach.least)"
        :x2="x(reach.most)"
        :y2="y(reach.most)"
      />
      <g
        v-for="(point, i) in points"
        :key="i"
        :class="{ missed: !held(point), here: here === point }"
        @pointerenter="here = point"
        @click="here = point"
      >
        <line
          class="spread"
          :x1="x(predicted(point) - spread(point))"
          :x2="x(predicted(point) + spread(point))"
          :y1="y(point.found_ev100)"
          :y2="y(point.found_ev100)"
        />
        <circle v-if="held(point)" :cx="x(predicted(point))" :cy="y(point.found_ev100)" r="5" />
        <path
          v-else
          class="cross"
          :d="`M${x(predicted(point)) - 5} ${y(point.found_ev100) - 5}l10 10m0 -10l-10 10`"
        />
      </g>
      <text :x="x((reach.least + reach.most) / 2)" :y="SIDE - 4" text-anchor="middle">
        predicted, EV at ISO 100
      </text>
      <text
        class="up"
        :transform="`translate(12 ${y((reach.least + reach.most) / 2)}) rotate(-90)`"
      >
        found
      </text>
    </svg>
    <figcaption role="status">
      <template v-if="here">{{ here.text }}</template>
      <span v-else class="muted"
        >A ring: found within the ± that was stated. A cross: outside. Point at one to read
        it.</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  max-width: 520px;
}

svg {
  display: block;
  width: 100%;
}

text {
  fill: var(--muted);
  font-size: 12px;
}

.up {
  text-anchor: middle;
}

.grid line {
  stroke: var(--line);
  stroke-width: 0.5;
}

.agree {
  stroke: var(--muted);
  stroke-dasharray: 4 4;
}

.spread {
  stroke: var(--room);
  stroke-width: 2;
  opacity: 0.7;
}

circle {
  fill: var(--ground);
  stroke: var(--room);
  stroke-width: 2;
}

.missed .spread,
.cross {
  stroke: var(--limit);
}

.cross {
  stroke-width: 2.5;
}

.here .spread {
  stroke-width: 5;
  opacity: 1;
}

figcaption {
  min-height: 3em;
}
</style>
