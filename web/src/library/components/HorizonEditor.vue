<script setup lang="ts">
/**
 * The skyline of a place, from north through east and round again. Click adds a point, drag moves it, Delete removes
 * it; arrow keys move a focused point by a degree. Or paste azimuth,altitude lines.
 */
import { computed, ref, useTemplateRef } from 'vue'

import FilePick from '../../shared/components/FilePick.vue'
import { MeasurePanel } from '../../shared/instruments'
import { useWidth } from '../../shared/composables/useWidth'
import { ApiError, client, data, type Schemas } from '../../api/client'

type Point = [number, number]

const { placeId = undefined } = defineProps<{
  /** Of a place that is kept: its skyline can be swept. */
  placeId?: string
}>()
const model = defineModel<Schemas['HorizonPoint'][]>({ required: true })
const points = computed({
  get: (): Point[] => model.value.map((p): Point => [p.azimuth_deg, p.altitude_deg]),
  set: (pairs: Point[]) =>
    (model.value = pairs.map(([azimuth_deg, altitude_deg]) => ({ azimuth_deg, altitude_deg }))),
})
const frame = useTemplateRef<HTMLDivElement>('frame')
const width = useWidth(frame, 260)
const HEIGHT = 170
const TOP_DEG = 50
const BASE = HEIGHT - 26

const x = (azimuth: number) => (azimuth / 360) * width.value
const y = (altitude: number) => BASE - (altitude / TOP_DEG) * (BASE - 8)
const sorted = computed(() => [...points.value].sort((a, b) => a[0] - b[0]))
const skyline = computed(() => {
  const first = sorted.value[0]
  const last = sorted.value.at(-1)
  if (!first || !last) return ''
  const gap = first[0] + 360 - last[0]
  const edge = last[1] + ((first[1] - last[1]) * (360 - last[0])) / (gap || 1)
  const line: Point[] = [[0, edge], ...sorted.value, [360, edge]]
  return `M0 ${HEIGHT} ${line.map(([a, h]) => `L${x(a)} ${y(h)}`).join(' ')} L${width.value} ${HEIGHT} Z`
})

const held = ref<number | null>(null)

function at(event: PointerEvent): Point {
  const box = frame.value?.getBoundingClientRect()
  const azimuth = Math.round(((event.clientX - (box?.left ?? 0)) / width.value) * 360)
  const altitude = Math.round(((BASE - (event.clientY - (box?.top ?? 0))) / (BASE - 8)) * TOP_DEG)
  return [Math.min(359, Math.max(0, azimuth)), Math.min(TOP_DEG, Math.max(-5, altitude))]
}

function place(index: number, point: Point): void {
  const others = sorted.value.filter((_, i) => i !== index)
  if (others.some(([azimuth]) => azimuth === point[0])) return
  points.value = [...others, point].sort((a, b) => a[0] - b[0])
  held.value = points.value.findIndex(([azimuth]) => azimuth === point[0])
}

function down(event: PointerEvent): void {
  const point = at(event)
  const near = sorted.value.findIndex(
    ([a, h]) => Math.hypot(x(a) - x(point[0]), y(h) - y(point[1])) < 14,
  )
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  if (near >= 0) held.value = near
  else place(-1, point)
}

function move(event: PointerEvent): void {
  if (held.value !== null) place(held.value, at(event))
}

/** For hands on a keyboard: a point in the middle of the widest gap. */
function addPoint(): void {
  const azimuths = sorted.value.map(([azimuth]) => azimuth)
  const ends = [...azimuths.slice(1), (azimuths[0] ?? 0) + 360]
  const gaps = azimuths.map((from, i) => ({ from, wide: (ends[i] ?? 360) - from }))
  const widest = gaps.sort((a, b) => b.wide - a.wide)[0] ?? { from: 0, wide: 360 }
  place(-1, [Math.round(widest.from + widest.wide / 2) % 360, 10])
  held.value = null
}

const remove = (index: number) => (points.value = sorted.value.filter((_, i) => i !== index))

function key(event: KeyboardEvent, index: number): void {
  const point = sorted.value[index]
  if (!point) return
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
    event.key
  ]
  if (event.key === 'Delete' || event.key === 'Backspace') remove(index)
  else if (by)
    place(index, [(point[0] + (by[0] ?? 0) + 360) % 360, Math.max(-5, point[1] + (by[1] ?? 0))])
  else return
  held.value = null
  event.preventDefault()
}

const isSweeping = ref(false)
function takeSwept(swept: Point[]): void {
  points.value = swept
  isSweeping.value = false
}

const text = ref('')
const error = ref('')
const isPasting = ref(false)

async function readText(): Promise<void> {
  try {
    model.value = await data(client.POST('/api/v1/horizons', { body: { text: text.value } }))
    error.value = ''
    isPasting.value = false
  } catch (caught) {
    error.value = caught instanceof ApiError ? caught.message : 'That could not be read.'
  }
}

async function readFile([file]: File[]): Promise<void> {
  if (!file) return
  text.value = await file.text()
  await readText()
}

const winds = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'].map((name, i) => ({ name, at: i * 45 }))
</script>

<template>
  <div>
    <div ref="frame" class="frame">
      <svg
        :width="width"
        :height="HEIGHT"
        role="group"
        aria-label="Skyline by bearing"
        @pointerdown="down"
        @pointermove="move"
        @pointerup="held = null"
        @pointercancel="held = null"
      >
        <g v-for="altitude in [0, 10, 20, 30, 40]" :key="altitude">
          <line x1="0" :x2="width" :y1="y(altitude)" :y2="y(altitude)" class="grid" />
          <text x="3" :y="y(altitude) - 3" class="label">{{ altitude }}°</text>
        </g>
        <path :d="skyline" class="ground" />
        <text
          v-for="wind in winds"
          :key="wind.name"
          :x="Math.max(8, x(wind.at))"
          :y="HEIGHT - 7"
          text-anchor="middle"
          class="label"
        >
          {{ wind.name }}
        </text>
        <circle
          v-for="([azimuth, altitude], i) in sorted"
          :key="i"
          :cx="x(azimuth)"
          :cy="y(altitude)"
          r="6"
          class="point"
          tabindex="0"
          role="button"
          :aria-label="`${altitude}° high at bearing ${azimuth}°. Arrows move it, Delete removes it.`"
          @keydown="key($event, i)"
        />
      </svg>
    </div>
    <p class="muted hint">
      {{
        sorted.length
          ? sorted.map(([a, h]) => `${a}°: ${h}°`).join(' · ')
          : 'An open sea horizon. Click where something stands in the way.'
      }}
    </p>
    <div class="acts">
      <button type="button" @click="addPoint">Add a point</button>
      <button v-if="placeId" type="button" @click="isSweeping = true">
        Sweep it with the phone
      </button>
      <button type="button" @click="isPasting = !isPasting">Paste or load CSV</button>
      <button v-if="sorted.length" type="button" @click="points = []">Clear to the sea</button>
    </div>
    <MeasurePanel
      v-if="isSweeping && placeId"
      :where="{ placeId }"
      start="sweep"
      :fitting="['sweep']"
      @outline="takeSwept"
      @close="isSweeping = false"
    />
    <div v-if="isPasting" class="paste">
      <v-textarea
        v-model="text"
        label="true bearing,height in degrees, a pair a line"
        :error-messages="error"
        rows="4"
      />
      <div class="acts">
        <v-btn @click="readText">Read it</v-btn>
        <FilePick label="From a CSV file" accept=".csv,text/csv,text/plain" @files="readFile" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.frame {
  width: 100%;
  background: var(--ground);
  touch-action: none;
}

svg {
  display: block;
  cursor: crosshair;
}

.grid {
  stroke: var(--line);
  opacity: 0.6;
}

.label {
  fill: var(--muted);
  font-family: var(--owl-figures);
  font-size: 11px;
}

.ground {
  fill: var(--raised);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.point {
  fill: var(--ground);
  stroke: var(--picked);
  stroke-width: 2.5;
  cursor: grab;
}

.hint {
  margin-top: 6px;
  font-size: 0.92rem;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 18px;
}

.acts button:not([class*='v-']) {
  min-height: 44px;
  color: var(--muted);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.paste {
  display: grid;
  gap: 10px;
}
</style>
