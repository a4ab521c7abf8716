<script setup lang="ts">
/** The night's weather as a small drawing: cloud with its ±, warmth against dew, gusts. */
import { area, line } from 'd3-shape'
import { scaleLinear } from 'd3-scale'
import { computed, useTemplateRef } from 'vue'

import { toLocal } from '../../api/local-time'
import { useWidth } from '../../shared/composables/useWidth'
import { toShown } from '../../api/shown'
import { useSession } from '../../shared/stores/session'
import type { Schemas } from '../../api/client'

const { hours, timeZone } = defineProps<{ hours: Schemas['HourOut'][]; timeZone: string }>()

const frame = useTemplateRef<HTMLDivElement>('frame')
const width = useWidth(frame, 280)
const LEFT = 64
const CLOUD = { top: 14, base: 74 }
const WARM = { top: 92, base: 142 }
const GUST = { top: 160, base: 190 }
const HIGH = 212

const x = computed(() =>
  scaleLinear()
    .domain([0, Math.max(1, hours.length - 1)])
    .range([LEFT, width.value - 10]),
)
type Of = (hour: Schemas['HourOut']) => number
const cloud = (share: number) =>
  CLOUD.base - Math.min(1, Math.max(0, share)) * (CLOUD.base - CLOUD.top)
const degrees = computed(() => {
  const all = hours.flatMap((h) => [h.temperature_c, h.dew_point_c])
  return [Math.floor(Math.min(...all)), Math.ceil(Math.max(...all))] as const
})
const warm = computed(() => scaleLinear().domain(degrees.value).range([WARM.base, WARM.top]))
const windiest = computed(() => Math.max(10, ...hours.map((h) => h.gust_m_s)))
const gust = computed(() => scaleLinear().domain([0, windiest.value]).range([GUST.base, GUST.top]))

const lineOf = (y: Of) =>
  line<Schemas['HourOut']>()
    .x((_, i) => x.value(i))
    .y((h) => y(h))(hours) ?? ''
const cover = computed(
  () =>
    area<Schemas['HourOut']>()
      .x((_, i) => x.value(i))
      .y0(CLOUD.base)
      .y1((h) => cloud(h.cloud_cover))(hours) ?? '',
)
const spread = computed(
  () =>
    area<Schemas['HourOut']>()
      .x((_, i) => x.value(i))
      .y0((h) => cloud(h.cloud_cover - h.cloud_sigma))
      .y1((h) => cloud(h.cloud_cover + h.cloud_sigma))(hours) ?? '',
)
const clocks = computed(() =>
  hours.flatMap((h, i) => {
    const clock = toLocal(h.at_utc, timeZone).slice(11)
    return Number(clock.slice(0, 2)) % 3 === 0 ? [{ i, clock }] : []
  }),
)
const session = useSession()
const warmth = computed(() => session.units['°C'])
const wind = computed(() => session.units.wind)
const warmthText = (celsius: number) =>
  `${Math.round(toShown(warmth.value, celsius))}`.replace('-', '−')
</script>

<template>
  <div ref="frame">
    <svg :width="width" :height="HIGH" role="img" aria-label="Cloud, temperature, dew and gusts">
      <g v-for="mark in clocks" :key="mark.i">
        <line :x1="x(mark.i)" :x2="x(mark.i)" :y1="CLOUD.top" :y2="GUST.base" class="grid" />
        <text :x="x(mark.i)" :y="HIGH - 4" text-anchor="middle">{{ mark.clock }}</text>
      </g>
      <text x="0" :y="CLOUD.top + 10" class="name">cloud</text>
      <text :x="LEFT - 6" :y="CLOUD.base" text-anchor="end">0</text>
      <text :x="LEFT - 6" :y="CLOUD.base - 22" text-anchor="end">50 %</text>
      <path :d="cover" class="cover" />
      <path :d="spread" class="spread" />
      <path :d="lineOf((h) => cloud(h.cloud_cover))" class="line" />
      <text x="0" :y="WARM.top + 10" class="name">air, dew</text>
      <text :x="LEFT - 6" :y="WARM.top + 24" text-anchor="end">
        {{ warmthText(degrees[1]) }} {{ warmth?.unit }}
      </text>
      <text :x="LEFT - 6" :y="WARM.base" text-anchor="end">{{ warmthText(degrees[0]) }}</text>
      <path :d="lineOf((h) => warm(h.temperature_c))" class="line" />
      <path :d="lineOf((h) => warm(h.dew_point_c))" class="line dew" />
      <text x="0" :y="GUST.top + 8" class="name">gusts</text>
      <text :x="LEFT - 6" :y="GUST.base" text-anchor="end">
        to {{ Math.round(toShown(wind, windiest)) }} {{ wind?.unit }}
      </text>
      <line
        v-for="(h, i) in hours"
        :key="h.at_utc"
        :x1="x(i)"
        :x2="x(i)"
        :y1="GUST.base"
        :y2="gust(h.gust_m_s)"
        class="gust"
      />
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
}

.grid {
  stroke: var(--line);
  opacity: 0.5;
}

text {
  fill: var(--muted);
  font-family: var(--owl-figures);
  font-size: 11px;
}

.name {
  fill: var(--ink);
  font-family: inherit;
  font-size: 13px;
}

.cover {
  fill: var(--muted);
  opacity: 0.35;
}

.spread {
  fill: var(--muted);
  opacity: 0.18;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}

.dew {
  stroke-dasharray: 5 3;
}

.gust {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
