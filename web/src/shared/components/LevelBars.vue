<script setup lang="ts">
/** How a picture's levels are spread, its full end at the right. */
import { computed } from 'vue'

const { bins, says } = defineProps<{
  /** Counts, darkest first. */
  bins: readonly number[]
  says: string
}>()

const WIDTH = 240
const HEIGHT = 56
const points = computed(() => {
  // one lamp in a black frame is a spike: roots keep the rest of it visible
  const roots = bins.map(Math.sqrt)
  const most = Math.max(...roots, 1)
  const step = WIDTH / bins.length
  const top = roots.map((root, i) => `${i * step},${HEIGHT - (root / most) * HEIGHT}`)
  return `0,${HEIGHT} ${top.join(' ')} ${WIDTH},${HEIGHT}`
})
</script>

<template>
  <div>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT + 12}`" role="img" :aria-label="says">
      <polygon :points="points" />
      <line class="full" :x1="WIDTH - 1" :x2="WIDTH - 1" y1="0" :y2="HEIGHT" />
      <slot :width="WIDTH" :height="HEIGHT" />
    </svg>
    <p>{{ says }}</p>
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
</style>
