<script setup lang="ts">
/**
 * The night as one picture: time runs down, shutter time across, and the curves say what
 * exposure ground and sky need at each minute. Draws what the server computed; a shot can
 * be dragged along time.
 */
import { computed, shallowRef, useId, useTemplateRef } from 'vue'

import EyeMark from '../../../shared/components/EyeMark.vue'
import { BOTTOM, layout, localClock, ribbon, spread, TOP, type Slope, type Span } from './slope'
import { plateOf } from './labels'
import { useWidth } from '../../../shared/composables/useWidth'
import type { Schemas } from '../../../api/client'

const {
  slope,
  shots,
  height = 560,
  shown,
  named = true,
} = defineProps<{
  slope: Slope
  shots: Schemas['ShotInNightOut'][]
  height?: number
  /** The stretch to show; the whole night when absent. */
  shown?: Span
  /** Whether the shots' names stand beside their marks, or in a column of their own. */
  named?: boolean
}>()
const cursor = defineModel<number>('cursor', { required: true })
const emit = defineEmits<{
  /** A shot is being dragged, or let go, at this moment (UTC ms). */
  drag: [id: string, at: number]
  drop: [id: string, at: number]
  open: [id: string]
}>()

const frame = useTemplateRef<HTMLDivElement>('frame')
const width = useWidth(frame, 300)

const hatch = useId()
const isNarrow = computed(() => width.value < 560)
/** A ribbon is narrower than its name where there are many. */
const areNamesTurned = computed(() => isNarrow.value || ribbonWidth.value < 44)
const ribbonWidth = computed(() => (isNarrow.value ? 22 : 36))
const BRACKETS = 14 // room for the windows' brackets between plot and ribbons
const ribbonCount = computed(
  () => (slope.target_name === 'galactic core' ? 3 : 4) + (slope.water_share.length ? 1 : 0),
)
const box = computed(() => ({
  left: 50,
  right: width.value - ribbonCount.value * (ribbonWidth.value + 4) - BRACKETS,
  top: TOP,
  bottom: height - BOTTOM,
}))
const l = computed(() => layout(slope, box.value, shown))

const dragged = shallowRef<{ id: string; at: number } | null>(null)
const marks = computed(() =>
  shots.flatMap((shot) => {
    // one that cannot be planned has no place on the slope; the list says why
    if (shot.exposure_s === null || shot.f_number === null) return []
    const at = dragged.value?.id === shot.id ? dragged.value.at : Date.parse(shot.at_utc)
    const x = l.value.x(shot.exposure_s)
    const { f_number } = shot
    return [{ shot, f_number, x, y: l.value.y(at), flip: x > width.value * 0.55 }]
  }),
)
const visible = computed(() =>
  marks.value.filter((m) => m.y >= box.value.top - 1 && m.y <= box.value.bottom + 1),
)

// a narrow slope has no room for every name; the core has its ribbon
const UNNAMED_IF_NARROW = [
  'civil_dusk',
  'civil_dawn',
  'nautical_dusk',
  'nautical_dawn',
  'galactic_core_rise',
  'galactic_core_set',
]

const FIRST_PX = 14
const events = computed(() => {
  const named = slope.events.filter((e) => !isNarrow.value || !UNNAMED_IF_NARROW.includes(e.code))
  const shown = named.map((event) => ({ event, y: l.value.y(Date.parse(event.at_utc)) }))
  const ys = spread(
    // the first of the night stays under the times that stand over it
    shown.map(({ y }) => (y < box.value.top ? y : Math.max(y - 4, box.value.top + FIRST_PX))),
    15,
    box.value.bottom - 2,
  )
  return shown.map(({ event, y }, i) => {
    const labelY = ys[i] ?? y
    const text = `${localClock(slope, Date.parse(event.at_utc))} ${event.text}`
    return { event, y, labelY, text, plate: plateOf(text, labelY, around.value) }
  })
})
/** What names keep clear of. */
const around = computed(() => ({
  left: box.value.left,
  right: box.value.right,
  curvesAt: (at: number) => {
    const k = l.value.indexAt(at)
    return [slope.ground_exposure_s[k], slope.sky_exposure_s[k]].map((s) => l.value.x(s ?? 1))
  },
  marks: visible.value,
}))

const inSight = computed(() =>
  events.value.filter((e) => e.y >= box.value.top && e.y <= box.value.bottom),
)

const ticks = computed(() => {
  const room = isNarrow.value ? 52 : 46
  let last = -Infinity
  return l.value.timeTicks.filter((tick) => {
    const x = l.value.x(tick.value)
    if (x - last < room || x > box.value.right - 12) return false
    last = x
    return true
  })
})

const ribbons = computed(() =>
  [
    {
      name: 'moon',
      runs: ribbon(slope.moon_altitude_deg, 0.3 + 0.7 * slope.moon_illuminated_fraction),
    },
    { name: 'core', runs: ribbon(slope.galactic_core_altitude_deg) },
    { name: 'target', runs: ribbon(slope.target_altitude_deg) },
    // water by how full it stands
    { name: 'tide', runs: ribbon(slope.water_share.map((share) => share * 60)) },
    // cloud is drawn by cover, not by height: a tenth of cover is one step
    { name: 'cloud', runs: ribbon(slope.cloud_cover.map((c) => c * 60)) },
  ]
    .filter((r) => r.name !== 'target' || slope.target_name !== 'galactic core')
    .filter((r) => r.name !== 'tide' || slope.water_share.length)
    .map((r, i) => ({ ...r, x: box.value.right + BRACKETS + i * (ribbonWidth.value + 4) })),
)

/** The stretches of the events, to stand beside the windows. */
const happened = computed(() =>
  slope.happenings.flatMap((happening) =>
    happening.stretches.map((s) => ({
      ...s,
      code: 'time',
      text: `${happening.label}: ${happening.text}`,
    })),
  ),
)
const brackets = computed(() =>
  [...slope.windows, ...happened.value].map((w, i) => ({
    ...w,
    x: box.value.right + 4 + (i % 2) * 5,
    y0: l.value.y(Date.parse(w.start_utc)),
    y1: l.value.y(Date.parse(w.end_utc)),
  })),
)

const yAt = (i: number) => l.value.y(l.value.start + i * slope.step_s * 1000)
const cursorY = computed(() => yAt(cursor.value))
const readout = computed(() => slope.readouts[cursor.value] ?? '')

function pointerY(event: PointerEvent): number {
  return event.clientY - (frame.value?.getBoundingClientRect().top ?? 0)
}

function onPointer(event: PointerEvent): void {
  if (dragged.value) {
    const i = l.value.indexAt(pointerY(event))
    cursor.value = i
    dragged.value = { id: dragged.value.id, at: l.value.start + i * slope.step_s * 1000 }
    emit('drag', dragged.value.id, dragged.value.at)
  } else if (event.pointerType === 'mouse' || event.buttons) {
    cursor.value = l.value.indexAt(pointerY(event))
  }
}

function grab(event: PointerEvent, shot: Schemas['ShotInNightOut']): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = { id: shot.id, at: Date.parse(shot.at_utc) }
}

function letGo(): void {
  const held = dragged.value
  if (!held) return
  dragged.value = null
  const shot = shots.find((s) => s.id === held.id)
  if (shot && Math.abs(held.at - Date.parse(shot.at_utc)) >= slope.step_s * 500) {
    emit('drop', held.id, held.at)
  } else emit('open', held.id)
}

/** Arrow keys on a shot move it by one step of the grid. */
function nudge(shot: Schemas['ShotInNightOut'], steps: number): void {
  emit('drop', shot.id, Date.parse(shot.at_utc) + steps * slope.step_s * 1000)
}

function onKey(event: KeyboardEvent): void {
  const hour = Math.round(3600 / slope.step_s)
  const last = slope.readouts.length - 1
  const to = {
    ArrowDown: cursor.value + 1,
    ArrowUp: cursor.value - 1,
    PageDown: cursor.value + hour,
    PageUp: cursor.value - hour,
    Home: 0,
    End: last,
  }[event.key]
  if (to === undefined) return
  event.preventDefault()
  cursor.value = Math.min(last, Math.max(0, to))
}
</script>

<template>
  <div ref="frame" class="slope">
    <svg
      :width="width"
      :height="height"
      role="group"
      aria-label="The night: time runs down, shutter time across"
      @pointermove="onPointer"
      @pointerdown="onPointer"
      @pointerup="letGo"
    >
      <defs>
        <clipPath :id="`${hatch}-clip`">
          <rect
            :x="box.left"
            :y="box.top"
            :width="width - box.left"
            :height="box.bottom - box.top"
          />
        </clipPath>
        <pattern
          :id="hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" class="hatch" />
        </pattern>
      </defs>

      <g aria-hidden="true">
        <g v-for="(d, i) in l.divisions" :key="d.code">
          <line
            v-if="i > 0"
            :x1="d.x0"
            :x2="d.x0"
            :y1="box.top - 34"
            :y2="box.bottom"
            class="division"
          />
          <text
            v-if="d.x1 - d.x0 > 8 * d.code.length"
            :x="d.x0 + 7"
            :y="box.top - 24"
            class="division-name"
          >
            {{ areNamesTurned ? d.code : d.label }}
          </text>
        </g>
        <g v-for="tick in ticks" :key="tick.value">
          <line
            :x1="l.x(tick.value)"
            :x2="l.x(tick.value)"
            :y1="box.top"
            :y2="box.bottom"
            class="grid"
          />
          <text :x="l.x(tick.value)" :y="box.top - 6" class="tick" text-anchor="middle">
            {{ tick.label }}
          </text>
        </g>
        <g v-for="hour in l.hours" :key="hour.at">
          <line :x1="box.left" :x2="box.right" :y1="l.y(hour.at)" :y2="l.y(hour.at)" class="grid" />
          <text :x="box.left - 8" :y="l.y(hour.at) + 4" class="tick" text-anchor="end">
            {{ hour.label }}
          </text>
        </g>

        <g :clip-path="`url(#${hatch}-clip)`">
          <path :d="l.skyBand" class="band sky-band" />
          <path :d="l.groundBand" class="band" :fill="`url(#${hatch})`" />
          <path :d="l.sky" class="sky" />
          <path :d="l.ground" class="ground" />
          <path
            v-for="(w, i) in brackets"
            :key="i"
            :d="`M${w.x - 4} ${w.y0} h4 V${Math.max(w.y0 + 1, w.y1)} h-4`"
            class="bracket"
            :class="w.code"
          >
            <title>{{ w.text }}</title>
          </path>
        </g>

        <!-- all lines under all names, so that none is struck through -->
        <line
          v-for="e in inSight"
          :key="`line-${e.event.code}${e.event.at_utc}`"
          :x1="box.left"
          :x2="box.right"
          :y1="e.y"
          :y2="e.y"
          class="event"
        />
        <g v-for="r in ribbons" :key="r.name">
          <text
            :x="r.x + ribbonWidth / 2"
            :y="box.top - 6"
            class="tick ribbon-name"
            :text-anchor="areNamesTurned ? 'start' : 'middle'"
            :transform="
              areNamesTurned ? `rotate(-60 ${r.x + ribbonWidth / 2} ${box.top - 4})` : undefined
            "
          >
            {{ r.name }}
          </text>
          <rect
            :x="r.x"
            :y="box.top"
            :width="ribbonWidth"
            :height="box.bottom - box.top"
            class="ribbon-ground"
          />
          <rect
            v-for="run in r.runs"
            :key="run.from"
            :clip-path="`url(#${hatch}-clip)`"
            :x="r.x"
            :y="yAt(run.from)"
            :width="ribbonWidth"
            :height="Math.max(1, yAt(run.to) - yAt(run.from))"
            :opacity="run.opacity"
            class="ribbon"
          />
        </g>
      </g>

      <g
        role="slider"
        tabindex="0"
        class="cursor-hold"
        aria-orientation="vertical"
        aria-label="Time of the night"
        :aria-valuemin="0"
        :aria-valuemax="slope.readouts.length - 1"
        :aria-valuenow="cursor"
        :aria-valuetext="readout"
        @keydown="onKey"
      >
        <line :x1="box.left" :x2="width" :y1="cursorY" :y2="cursorY" class="cursor" />
        <circle :cx="l.x(slope.sky_exposure_s[cursor] ?? 1)" :cy="cursorY" r="3.5" class="dot" />
        <circle
          :cx="l.x(slope.ground_exposure_s[cursor] ?? 1)"
          :cy="cursorY"
          r="4.5"
          class="dot full"
        />
      </g>

      <!-- over the cursor's line, so that no name is struck through -->
      <g aria-hidden="true">
        <g v-for="e in inSight" :key="e.event.code + e.event.at_utc">
          <rect v-bind="e.plate" class="plate" />
          <text :x="e.plate.x + 4" :y="e.labelY" class="event-name">{{ e.text }}</text>
        </g>
      </g>

      <g
        v-for="m in visible"
        :key="m.shot.id"
        class="shot"
        tabindex="0"
        role="button"
        aria-description="Enter opens it, arrow keys move it in time"
        @pointerdown.stop="grab($event, m.shot)"
        @keydown.enter.stop="emit('open', m.shot.id)"
        @keydown.down.stop.prevent="nudge(m.shot, 5)"
        @keydown.up.stop.prevent="nudge(m.shot, -5)"
      >
        <rect :x="m.x - 22" :y="m.y - 22" width="44" height="44" fill="transparent" />
        <EyeMark :x="m.x" :y="m.y" :f-number="m.f_number" />
        <title>{{ m.shot.title }}, {{ m.shot.settings }}</title>
        <text
          v-if="named"
          :x="m.flip ? m.x - 18 : m.x + 18"
          :y="m.y - 3"
          :text-anchor="m.flip ? 'end' : 'start'"
          class="shot-name"
        >
          {{ m.shot.title }}
        </text>
        <text
          v-if="named"
          :x="m.flip ? m.x - 18 : m.x + 18"
          :y="m.y + 13"
          :text-anchor="m.flip ? 'end' : 'start'"
          class="shot-settings"
        >
          {{ m.shot.settings }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.slope {
  width: 100%;
  touch-action: pan-y;
  user-select: none;
}

svg {
  display: block;
  overflow: visible;
}

.grid {
  stroke: var(--line);
  stroke-width: 1;
  opacity: 0.45;
}

.tick,
.division-name,
.event-name {
  fill: var(--muted);
  font-family: var(--owl-figures);
  font-size: 12px;
}

.ribbon-name {
  font-size: 11px;
}

.division-name {
  font-family: inherit;
  font-size: 13px;
}

.division {
  stroke: var(--muted);
  stroke-width: 1.5;
}

.event {
  stroke: var(--muted);
  stroke-width: 1;
  stroke-dasharray: 2 4;
}

.plate {
  fill: var(--ground);
}

.shot-name,
.shot-settings {
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 4px;
  stroke-linejoin: round;
}

.hatch {
  stroke: var(--ink);
  stroke-width: 1.2;
  opacity: 0.4;
}

.sky-band {
  fill: var(--muted);
  opacity: 0.16;
}

.ground {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.sky {
  fill: none;
  stroke: var(--muted);
  stroke-width: 2;
  stroke-dasharray: 7 4;
}

.bracket {
  fill: none;
  stroke: var(--room);
  stroke-width: 2.5;
}

.bracket.time {
  stroke: var(--picked);
}

.ribbon-ground {
  fill: var(--raised);
}

.ribbon {
  fill: var(--mass);
}

.cursor-hold:focus {
  outline: none;
}

.cursor-hold:focus-visible .cursor {
  stroke-width: 3.5;
}

.cursor {
  stroke: var(--picked);
  stroke-width: 1.5;
}

.dot {
  fill: var(--ground);
  stroke: var(--picked);
  stroke-width: 2;
}

.dot.full {
  fill: var(--picked);
}

.shot {
  cursor: ns-resize;
  touch-action: none;
}

.shot-name {
  fill: var(--ink);
  font-size: 14px;
  font-weight: 600;
}

.shot-settings {
  fill: var(--ink);
  font-family: var(--owl-figures);
  font-size: 12.5px;
}
</style>
