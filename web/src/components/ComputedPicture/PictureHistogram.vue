<script setup lang="ts">
/** How the picture's levels are spread, where each light lands in it, and its full end. */
import { computed } from 'vue'

import type { Schemas } from '../../api/client'

const { picture } = defineProps<{ picture: Schemas['PictureOut'] }>()

const WIDTH = 240
const HEIGHT = 56
const bars = computed(() => {
  // one lamp in a black frame is a spike: roots keep the rest of it visible
  const step = WIDTH / picture.histogram.length
  const points = picture.histogram.map((s, i) => `${i * step},${HEIGHT - Math.sqrt(s) * HEIGHT}`)
  return `0,${HEIGHT} ${points.join(' ')} ${WIDTH},${HEIGHT}`
})
const marks = computed(() =>
  picture.lands.map((one) => ({ ...one, x: Math.min(WIDTH - 2, one.level_share * WIDTH) })),
)
const percent = (share: number) =>
  share === 0 ? 'nothing' : share < 0.001 ? 'under 0.1 %' : `${(100 * share).toFixed(1)} %`
</script>

<template>
  <div>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT + 12}`" role="img" :aria-label="picture.reading">
      <polygon :points="bars" />
      <line class="full" :x1="WIDTH - 1" :x2="WIDTH - 1" y1="0" :y2="HEIGHT" />
      <g v-for="(mark, i) in marks" :key="mark.part">
        <line class="mark" :x1="mark.x" :x2="mark.x" y1="4" :y2="HEIGHT" />
        <text :x="mark.x" :y="HEIGHT + 10" text-anchor="middle">{{ i + 1 }}</text>
      </g>
    </svg>
    <p>{{ picture.reading }}</p>
    <ol>
      <li v-for="mark in marks" :key="mark.part">
        <strong>{{ mark.name }}</strong> {{ mark.text }}
      </li>
    </ol>
    <p class="muted">
      Full: {{ percent(picture.clipped_share) }}. Black: {{ percent(picture.black_share) }}.
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 320px;
}

polygon {
  fill: var(--muted);
}

.full {
  stroke: var(--limit);
  stroke-width: 2;
}

.mark {
  stroke: var(--picked);
  stroke-dasharray: 3 2;
}

text {
  font-size: 10px;
  fill: var(--ink);
}

ol {
  margin: 4px 0;
  padding-left: 1.4em;
}
</style>
