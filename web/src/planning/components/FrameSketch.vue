<script setup lang="ts">
/** A small drawing of the frame, from shapes the server computed. */
import { computed } from 'vue'

import type { Schemas } from '../../api/client'

type Shape = Schemas['ShapeOut']

const { sketch } = defineProps<{ sketch: Schemas['SketchOut'] }>()

const HEIGHT = 200
const MARGIN = 26 // shapes may reach a little outside the frame
const width = computed(() => HEIGHT * sketch.aspect)
const px = (x: number) => MARGIN + x * width.value
const py = (y: number) => MARGIN + y * HEIGHT
const path = (shape: Shape) => shape.points.map(([x = 0, y = 0]) => `${px(x)},${py(y)}`).join(' ')

/** Beside the last point of a line, beside the rim of a ring; kept inside the drawing. */
function labelAt(shape: Shape): { x: number; y: number; anchor: string } {
  const [x = 0, y = 0] = shape.points.at(-1) ?? []
  if (shape.kind === 'line') return { x: px(x) - 4, y: Math.max(12, py(y) - 5), anchor: 'end' }
  const right = px(x) + shape.radius * HEIGHT + 6
  const fits = right + shape.label.length * 7 < width.value + 2 * MARGIN
  return {
    x: fits ? right : px(x) - shape.radius * HEIGHT - 6,
    y: Math.min(HEIGHT + 2 * MARGIN - 4, Math.max(12, py(y) + 4)),
    anchor: fits ? 'start' : 'end',
  }
}
const said = computed(() =>
  sketch.shapes
    .map((s) => s.label)
    .filter(Boolean)
    .join(', '),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${width + 2 * MARGIN} ${HEIGHT + 2 * MARGIN}`"
    role="img"
    :aria-label="`The frame: ${said}`"
  >
    <rect :x="MARGIN" :y="MARGIN" :width="width" :height="HEIGHT" class="edge" />
    <template v-for="(shape, i) in sketch.shapes" :key="i">
      <polyline v-if="shape.kind === 'line'" :points="path(shape)" :class="shape.role" />
      <circle
        v-else
        :cx="px(shape.points[0]?.[0] ?? 0)"
        :cy="py(shape.points[0]?.[1] ?? 0)"
        :r="shape.radius * HEIGHT"
        :class="shape.role"
      />
      <text
        v-if="shape.label"
        :x="labelAt(shape).x"
        :y="labelAt(shape).y"
        :text-anchor="labelAt(shape).anchor"
      >
        {{ shape.label }}
      </text>
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 420px;
  max-height: 320px;
}

polyline,
circle {
  fill: none;
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

.edge {
  fill: var(--sheet);
  stroke: var(--muted);
}

.subject {
  stroke: var(--ink);
}

.light {
  stroke: var(--picked);
  stroke-width: 2;
}

.guide {
  stroke: var(--muted);
  stroke-dasharray: 4 4;
}

.frame {
  stroke: var(--line);
}

.mark {
  stroke: var(--limit);
}

text {
  fill: var(--ink);
  font-size: 12px;
}
</style>
