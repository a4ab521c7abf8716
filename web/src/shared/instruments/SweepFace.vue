<script setup lang="ts">
/** A skyline by sweeping: point along the ridge, draw, see it beside the one that is kept. */
import { computed, ref, watch } from 'vue'

import ReadOut from './ReadOut.vue'
import SensorNote from './SensorNote.vue'
import SetCompass from './SetCompass.vue'
import { skylinePath, WINDS } from '../skyline'
import { worked } from './formula'
import type { Kit } from './kept'
import { decimalsFor } from './say'
import { mergedWith, sweptOf, type Drawn, type Point } from './sweep'
import type { Attitude } from './useAttitude'
import type { Bearing } from './useBearing'

const { kit, attitude, bearing, canPut } = defineProps<{
  kit: Kit
  attitude: Attitude
  bearing: Bearing
  /** A form waits for the skyline. */
  canPut: boolean
}>()
const emit = defineEmits<{
  put: [outline: Point[], sd: number]
  keep: [outline: Point[], sd: number]
}>()

/** Strokes of the pen, each what was pointed at. */
const strokes = ref<Drawn[][]>([])
const isDrawing = ref(false)
const isKept = ref(false)

watch(
  () => attitude.shown.value,
  (shown) => {
    if (!isDrawing.value || !shown || !bearing.knowsNorth.value) return
    const point = { bearing: bearing.trueOf(shown.bearing), tilt: shown.tilt }
    strokes.value = strokes.value.with(-1, [...(strokes.value.at(-1) ?? []), point])
    isKept.value = false
  },
)
function pen(): void {
  isDrawing.value = !isDrawing.value
  earlier.value = null
  if (isDrawing.value) strokes.value = [...strokes.value, []]
}
const undo = () => {
  strokes.value = strokes.value.slice(0, -1)
  isDrawing.value = false
}
/** One that was swept and kept before, to be seen beside what is kept. */
const earlier = ref<string | null>(null)
const sweeps = computed(() => kit.readings.filter((reading) => reading.outline?.length))
const swept = computed(() => {
  const reading = sweeps.value.find((sweep) => sweep.id === earlier.value)
  const points = reading?.outline?.map((p): Point => [p.azimuth_deg, p.altitude_deg])
  return points ? { points, stray_deg: 0 } : sweptOf(strokes.value, kit.sweep_step_deg)
})
const merged = computed(() =>
  earlier.value
    ? swept.value.points
    : mergedWith(kit.outline, swept.value.points, kit.sweep_joins_deg),
)
const tilt_sd = computed(() => worked(kit.compass.tilt_sd, { spread_deg: swept.value.stray_deg }))

const WIDE = 720
const HIGH = 200
const BASE = 170
const top = computed(() =>
  Math.max(15, ...merged.value.map(([, h]) => h + 2), ...kit.outline.map(([, h = 0]) => h + 2)),
)
const x = (azimuth: number) => 2 * azimuth
const y = (altitude: number) => BASE - (altitude / top.value) * (BASE - 8)
const old = computed(() => skylinePath(kit.outline, x, y, HIGH))
const line = computed(() => swept.value.points.map(([a, h]) => [x(a), y(h)] as const))
const pointed = computed(() => bearing.pointed.value)

function keep(): void {
  isKept.value = true
  emit('keep', merged.value, tilt_sd.value)
}
</script>

<template>
  <div class="face">
    <p class="muted">{{ kit.sweep.help }}</p>
    <SensorNote :kit="kit" :attitude="attitude" />
    <p v-if="!attitude.shown.value && attitude.state.value !== 'waiting'" class="muted">
      Without sensors: click the skyline on the place's page, or paste bearing and height there.
    </p>
    <ReadOut v-if="attitude.shown.value" :kit="kit" :attitude="attitude" :bearing="bearing" />
    <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" aria-label="Skyline, kept and swept">
      <path :d="old" class="old" />
      <circle v-for="([px, py], i) in line" :key="i" :cx="px" :cy="py" r="4" class="swept" />
      <line
        v-if="pointed"
        :x1="x(pointed.bearing_deg)"
        :x2="x(pointed.bearing_deg)"
        y1="0"
        :y2="BASE"
        class="pointed"
      />
      <text
        v-for="(wind, i) in WINDS"
        :key="i"
        :x="Math.min(WIDE - 14, Math.max(14, x(wind.azimuth_deg)))"
        :y="HIGH - 6"
        text-anchor="middle"
      >
        {{ wind.name }}
      </text>
    </svg>
    <p class="muted">Filled is what is kept, dots are what you swept.</p>
    <template v-if="attitude.shown.value">
      <button
        type="button"
        class="touch main"
        :disabled="!bearing.knowsNorth.value"
        :aria-pressed="isDrawing"
        @click="pen"
      >
        {{ isDrawing ? 'Lift the pen' : 'Draw' }}
      </button>
      <button type="button" class="touch" :disabled="!strokes.length" @click="undo">
        Undo the last stroke
      </button>
      <SetCompass :kit="kit" :attitude="attitude" :bearing="bearing" />
    </template>
    <div v-if="sweeps.length" class="face">
      <button
        v-for="one in sweeps"
        :key="one.id"
        type="button"
        class="touch"
        :aria-pressed="earlier === one.id"
        @click="earlier = earlier === one.id ? null : one.id"
      >
        Compare with the one swept at {{ one.made_at_local }}
      </button>
    </div>
    <section v-if="swept.points.length && !isDrawing" class="result" role="status">
      <p>
        {{ swept.points.length }} points, height
        <span class="figures">± {{ tilt_sd.toFixed(decimalsFor(tilt_sd)) }}°</span>, bearing
        <span class="figures">± {{ Math.max(1, Math.round(bearing.sd_deg.value)) }}°</span>. Where
        you did not sweep, what is kept stays.
      </p>
      <div class="pair">
        <button v-if="canPut" type="button" class="touch" @click="emit('put', merged, tilt_sd)">
          Take it for the place
        </button>
        <button type="button" class="touch" :disabled="isKept" @click="keep">
          {{ isKept ? 'Kept' : 'Keep it beside' }}
        </button>
      </div>
    </section>
  </div>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
svg {
  width: 100%;
  background: var(--ground);
}

.old {
  fill: var(--raised);
  stroke: var(--muted);
  vector-effect: non-scaling-stroke;
}

.swept {
  fill: none;
  stroke: var(--picked);
  stroke-width: 2;
}

.pointed {
  stroke: var(--ink);
  stroke-dasharray: 4 6;
}

text {
  fill: var(--muted);
  font-size: 26px;
}
</style>
