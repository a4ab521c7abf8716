<script setup lang="ts">
/**
 * The phone as an instrument: one at a time over the page it was opened from, which goes on below.
 * Everything it needs is on the device already, or is fetched once while there is signal.
 */
import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'

import LoadState from '../components/LoadState.vue'
import SightFace from './SightFace.vue'
import SightingFace from './SightingFace.vue'
import StandFace from './StandFace.vue'
import SteadyFace from './SteadyFace.vue'
import SweepFace from './SweepFace.vue'
import TapFace from './TapFace.vue'
import { ApiError } from '../../api/client'
import type { Values } from './formula'
import {
  forgetReading,
  keepReading,
  keptKit,
  sendReadings,
  takeAlong,
  type Kit,
  type Waiting,
  type Where,
} from './kept'
import { figuresOf, type Answer, type AskedFor, type Outcome } from './outcome'
import { decimalsFor, type Figure } from './say'
import type { Point } from './sweep'
import { useAttitude } from './useAttitude'
import { useBearing } from './useBearing'

const {
  where,
  start = 'sight',
  fitting = [],
  asked = null,
  given = {},
  shotId = null,
  acting = [],
} = defineProps<{
  where: Where
  /** The instrument it opens with. */
  start?: string
  /** Those that can answer what is asked; empty where nothing is, then all are offered. */
  fitting?: string[]
  asked?: AskedFor | null
  given?: Values
  shotId?: string | null
  /** Questions of the shot that a reading answers there and then, where none was asked. */
  acting?: AskedFor[]
}>()
const emit = defineEmits<{
  put: [answer: Answer]
  outline: [points: Point[]]
  close: []
  kept: []
}>()

const kit = shallowRef<Kit | null>(null)
const error = shallowRef<ApiError | null>(null)
async function load(): Promise<void> {
  error.value = null
  kit.value ??= (await keptKit(where)) ?? null
  try {
    kit.value = await takeAlong(where)
  } catch (caught) {
    if (!kit.value) error.value = caught instanceof ApiError ? caught : null
  }
}
void load()

const key = ref(start)
const isChoosing = ref(false)
const attitude = useAttitude(() => kit.value)
const bearing = useBearing(() => kit.value, attitude)

const FACES = ['sight', 'stand', 'sweep', 'steady'] as const
const instruments = computed(() => {
  const found = kit.value
  if (!found) return []
  const faces = FACES.map((face) => ({
    key: face as string,
    words:
      face === 'steady' ? found.shake.words : face === 'stand' ? found.stand.words : found[face],
  }))
  const all = [...faces, ...found.sightings, ...found.taps]
  return fitting.length ? all.filter((one) => fitting.includes(one.key)) : all
})
const groups = computed(() => {
  const isIn = (some: { key: string }[] | undefined) => (one: { key: string }) =>
    some?.some(({ key }) => key === one.key) ?? false
  const found = kit.value
  const [byTouch, bySight] = [isIn(found?.taps), isIn(found?.sightings)]
  return [
    { title: 'By pointing', of: instruments.value.filter((o) => !byTouch(o) && !bySight(o)) },
    { title: 'A subject', of: instruments.value.filter(bySight) },
    { title: 'By touching', of: instruments.value.filter(byTouch) },
  ].filter((group) => group.of.length)
})
const current = computed(() => instruments.value.find((instrument) => instrument.key === key.value))
const tap = computed(() => kit.value?.taps.find((tap) => tap.key === key.value))
const sighting = computed(() => kit.value?.sightings.find((sighting) => sighting.key === key.value))

function choose(to: string): void {
  key.value = to
  isChoosing.value = false
}

/** What is known beside: what the page said, and what the shot is taken with. */
const beside = computed<Values>(() => {
  const shot = kit.value?.shots.find((shot) => shot.id === shotId)
  const { focal_length_mm, frame_height_mm, exposure_s } = shot ?? {}
  const air = kit.value?.temperature_c ?? null
  return {
    ...(air !== null && { temperature_c: air }),
    ...(shot && { focal_length_mm, frame_height_mm, exposure_s }),
    ...given,
  } as Values
})

const queue = shallowRef<Waiting[]>([])
const waits = computed(() => queue.value.filter((waiting) => !waiting.refused).length)
const refused = computed(() => queue.value.filter((waiting) => waiting.refused))
async function send(): Promise<void> {
  queue.value = await sendReadings()
  emit('kept')
}
async function letGo(id: string): Promise<void> {
  await forgetReading(id)
  await send()
}
void send()
useEventListener('online', send)

/** What was asked; else what the instrument in hand answers of the shot. */
const askedHere = computed(
  () =>
    asked ??
    acting.find((question) =>
      (tap.value ?? sighting.value)?.results.some(({ fills }) =>
        fills.some((fill) => fill.key === question.key),
      ),
    ) ??
    null,
)

interface Made {
  puts?: string[]
  figures: Record<string, Figure>
  given?: Values
  count?: number
  outline?: Point[]
}
async function keep(made: Made): Promise<void> {
  const { figures, given: typed = {}, count = 1, outline = [], puts = [] } = made
  const of = kit.value
  if (!of) return
  await keepReading({
    place_id: of.place_id,
    night_id: of.night_id,
    shot_id: shotId,
    instrument: key.value,
    made_at_utc: new Date().toISOString(),
    count,
    figures,
    given: typed,
    puts,
    outline: outline.map(([azimuth_deg, altitude_deg]) => ({ azimuth_deg, altitude_deg })),
  })
  await send()
}
async function put(answer: Answer, outcomes: Outcome[], typed: Values = {}, count = 1) {
  // a page keeps its own answers; where there is none the reading itself goes into the shot
  const puts = asked ? [] : [answer.key]
  await keep({ figures: figuresOf(outcomes), given: typed, count, puts })
  const sd = outcomes.find((outcome) => outcome.figure.value === answer.value)?.figure.sd ?? 0
  emit('put', key.value === 'cycle' ? { ...answer, line: lineOf(answer.value, sd) } : answer)
}
/** An event that was timed, as it is told. */
function lineOf(period_s: number, sd: number): string {
  const { cycle_line = '', cycle_name = '' } = kit.value ?? {}
  return cycle_line
    .replace('{name}', asked?.name || cycle_name)
    .replace('{period_s}', period_s.toFixed(decimalsFor(sd)))
}
async function putOutline(outline: Point[], sd: number): Promise<void> {
  await keep({ figures: { skyline_deg: { value: 0, sd } }, outline })
  emit('outline', outline)
}
</script>

<template>
  <v-dialog
    model-value
    fullscreen
    :scrim="false"
    transition="none"
    aria-label="Instruments"
    @update:model-value="emit('close')"
  >
    <div class="over">
      <div class="panel">
        <header>
          <h1>{{ current?.words.title ?? 'Instruments' }}</h1>
          <button type="button" :aria-expanded="isChoosing" @click="isChoosing = !isChoosing">
            Others
          </button>
          <button type="button" @click="emit('close')">Back</button>
        </header>
        <slot />
        <p v-if="waits" class="waits muted" role="status">
          {{ waits }} {{ waits === 1 ? 'reading waits' : 'readings wait' }} on this phone for
          signal.
        </p>
        <div v-for="one in refused" :key="one.id" class="said" role="alert">
          <p>A reading could not be sent: {{ one.refused }}</p>
          <button type="button" class="touch" @click="letGo(one.id)">Let it go</button>
        </div>
        <LoadState v-if="!kit" :error="error" @retry="load" />
        <nav v-else-if="isChoosing" aria-label="Instruments">
          <template v-for="group in groups" :key="group.title">
            <h2>{{ group.title }}</h2>
            <button
              v-for="one in group.of"
              :key="one.key"
              type="button"
              class="touch choice"
              :aria-pressed="one.key === key"
              @click="choose(one.key)"
            >
              {{ one.words.title }}
            </button>
          </template>
        </nav>
        <TapFace
          v-else-if="tap"
          :key="tap.key"
          :kit="kit"
          :tap="tap"
          :asked="askedHere"
          :given="beside"
          @put="put"
          @keep="
            (outcomes, typed, count) => keep({ figures: figuresOf(outcomes), given: typed, count })
          "
        />
        <SightingFace
          v-else-if="sighting"
          :key="sighting.key"
          :kit="kit"
          :sighting="sighting"
          :attitude="attitude"
          :bearing="bearing"
          :asked="askedHere"
          :given="beside"
          @put="put"
          @keep="(outcomes, typed) => keep({ figures: figuresOf(outcomes), given: typed })"
        />
        <StandFace v-else-if="key === 'stand'" :kit="kit" :given="beside" />
        <SweepFace
          v-else-if="key === 'sweep'"
          :kit="kit"
          :attitude="attitude"
          :bearing="bearing"
          :can-put="fitting.includes('sweep')"
          @put="putOutline"
          @keep="(outline, sd) => keep({ figures: { skyline_deg: { value: 0, sd } }, outline })"
        />
        <SteadyFace
          v-else-if="key === 'steady'"
          :kit="kit"
          :attitude="attitude"
          :shot-id="shotId"
          @keep="(figures) => keep({ figures })"
        />
        <SightFace
          v-else
          :kit="kit"
          :attitude="attitude"
          :bearing="bearing"
          :asked="askedHere"
          @put="put"
          @keep="(outcomes) => keep({ figures: figuresOf(outcomes) })"
        />
      </div>
    </div>
  </v-dialog>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.over {
  width: 100%;
  height: 100%;
  overflow-y: auto;
  background: var(--ground);
}

.panel {
  max-width: 560px;
  margin: 0 auto;
  padding: 8px 14px calc(24px + env(safe-area-inset-bottom));
  font-size: 1.1rem;
}

header {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 6px;
}

header h1 {
  flex: 1;
  min-width: 0;
  font-size: 1.25rem;
}

header button {
  min-width: 64px;
  min-height: 64px;
  padding: 0 8px;
}

nav {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}

nav h2 {
  grid-column: 1 / -1;
  margin-top: 6px;
}

.choice {
  min-height: 72px;
}

.waits {
  margin-bottom: 8px;
}
</style>
