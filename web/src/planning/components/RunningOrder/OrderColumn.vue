<script setup lang="ts">
/**
 * The night's work beside its light, on the same time axis: set-up open, work solid, packing and
 * slack thin. A shot is dragged along; where the order would have it otherwise stands dashed.
 */
import { computed, shallowRef, useId, useTemplateRef } from 'vue'
import { scaleLinear } from 'd3-scale'

import { blocks } from './column'
import { BOTTOM, localClock, nightSpan, TOP, type Slope, type Span } from '../LightSlope/slope'
import { useWidth } from '../../../shared/composables/useWidth'
import type { Schemas } from '../../../api/client'

const { order, slope, height, shown } = defineProps<{
  order: Schemas['OrderOut']
  slope: Slope
  height: number
  shown?: Span
}>()
const emit = defineEmits<{
  drag: [id: string, at: number]
  drop: [id: string, at: number]
  open: [id: string]
}>()

const frame = useTemplateRef<HTMLDivElement>('frame')
const width = useWidth(frame, 18)
const clip = useId()
const BAR = 16
const span = computed(() => shown ?? nightSpan(slope))
const y = computed(() =>
  scaleLinear()
    .domain([span.value.from, span.value.to])
    .range([TOP, height - BOTTOM]),
)
const dragged = shallowRef<{ id: string; at: number; from: number; grabbed: number } | null>(null)
const found = computed(() =>
  blocks(
    order,
    y.value,
    height - BOTTOM,
    (iso) => localClock(slope, Date.parse(iso)),
    dragged.value,
  ),
)
const inSight = computed(() =>
  found.value.filter((b) => b.ends >= TOP - 2 && b.starts <= height - BOTTOM + 2),
)
/** When one comes and goes: nothing is worked on outside. */
const edges = computed(() =>
  [
    { at: order.arrives_utc, name: 'there' },
    { at: order.back_utc, name: 'back' },
    { at: order.leave_by_utc, name: 'leave by' },
  ].flatMap((e) =>
    e.at ? [{ ...e, y: y.value(Date.parse(e.at)), limit: e.name === 'leave by' }] : [],
  ),
)
const isNamed = computed(() => width.value > 4 * BAR)
const fit = (text: string) => {
  const most = Math.max(6, Math.floor((width.value - BAR - 26) / 7.2))
  return text.length > most ? `${text.slice(0, most - 1)}…` : text
}

const MINUTE = 60_000
function grab(event: PointerEvent, id: string): void {
  const own = order.own.find((s) => s.shot_id === id)
  if (!own) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  const at = Date.parse(own.starts_utc)
  dragged.value = { id, at, from: at, grabbed: event.clientY }
}
function move(event: PointerEvent): void {
  const held = dragged.value
  if (!held) return
  const by = y.value.invert(TOP + event.clientY - held.grabbed).valueOf() - span.value.from
  const at = Math.round((held.from + by) / MINUTE) * MINUTE
  if (at === held.at) return
  dragged.value = { ...held, at }
  emit('drag', held.id, at)
}
function letGo(): void {
  const held = dragged.value
  if (!held) return
  dragged.value = null
  if (held.at !== held.from) emit('drop', held.id, held.at)
  else emit('open', held.id)
}
function nudge(id: string, minutes: number): void {
  const own = order.own.find((s) => s.shot_id === id)
  if (own) emit('drop', id, Date.parse(own.starts_utc) + minutes * MINUTE)
}
</script>

<template>
  <div ref="frame" class="column">
    <svg
      :width="width"
      :height="height"
      role="group"
      aria-label="The work of the night, on the same time axis"
      @pointermove="move"
      @pointerup="letGo"
    >
      <defs>
        <clipPath :id="clip">
          <rect x="0" :y="TOP - 4" :width="width" :height="height - TOP - BOTTOM + 8" />
        </clipPath>
      </defs>
      <text v-if="isNamed" x="0" :y="TOP - 24" class="head">in order</text>
      <line :x1="BAR / 2" :x2="BAR / 2" :y1="TOP" :y2="height - BOTTOM" class="axis" />
      <g :clip-path="`url(#${clip})`">
        <g v-for="e in edges" :key="e.name" class="edge" :class="{ limit: e.limit }">
          <line x1="0" :x2="BAR" :y1="e.y" :y2="e.y" />
        </g>
        <g
          v-for="b in inSight"
          :key="b.id"
          class="block"
          :class="{ wrong: b.isWrong }"
          tabindex="0"
          role="button"
          :aria-label="isNamed ? undefined : `${b.clock} ${b.title}`"
          :aria-description="`${b.faults.join(' ')} Enter opens it, arrow keys move it in time.`"
          @pointerdown.stop="grab($event, b.id)"
          @keydown.enter.stop="emit('open', b.id)"
          @keydown.down.stop.prevent="nudge(b.id, 5)"
          @keydown.up.stop.prevent="nudge(b.id, -5)"
        >
          <rect
            :x="2"
            :y="b.arrives"
            :width="BAR - 4"
            :height="Math.max(0, b.starts - b.arrives)"
            class="set-up"
          />
          <rect :x="0" :y="b.starts" :width="BAR" :height="b.ends - b.starts" class="work" />
          <rect
            :x="BAR / 2 - 2"
            :y="b.ends"
            width="4"
            :height="Math.max(0, b.free - b.ends)"
            class="pack"
          />
          <rect
            v-if="b.proposed"
            x="-1"
            :y="b.proposed.starts"
            :width="BAR + 2"
            :height="b.proposed.ends - b.proposed.starts"
            class="proposed"
          />
          <template v-if="isNamed">
            <path :d="`M${BAR + 1} ${b.starts + 1} L${BAR + 9} ${b.label - 4}`" class="lead" />
            <rect
              :x="BAR + 8"
              :y="b.label - 16"
              :width="Math.max(0, width - BAR - 8)"
              height="32"
              fill="transparent"
            />
            <text :x="BAR + 12" :y="b.label - 1" class="clock">{{ b.clock }}</text>
            <text :x="BAR + 12" :y="b.label + 13" class="name">{{ fit(b.title) }}</text>
          </template>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.column {
  width: 100%;
  user-select: none;
}

svg {
  display: block;
  overflow: visible;
}

.head,
.clock {
  fill: var(--muted);
  font-size: 12px;
}

.clock {
  font-family: var(--owl-figures);
}

.name {
  fill: var(--ink);
  font-size: 13.5px;
}

.axis {
  stroke: var(--line);
}

.edge line {
  stroke: var(--muted);
  stroke-width: 2;
}

.edge.limit line {
  stroke: var(--limit);
  stroke-width: 3;
}

.block {
  cursor: ns-resize;
  touch-action: none;
}

.set-up {
  fill: none;
  stroke: var(--picked);
  stroke-dasharray: 3 2;
}

.work {
  fill: var(--picked);
}

.pack {
  fill: var(--picked);
  opacity: 0.4;
}

.wrong .work {
  fill: var(--limit);
}

.wrong .clock {
  fill: var(--limit);
  font-weight: 700;
  text-decoration: underline;
}

.proposed {
  fill: none;
  stroke: var(--room);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.lead {
  fill: none;
  stroke: var(--muted);
  stroke-width: 1;
}
</style>
