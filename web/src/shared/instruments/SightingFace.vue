<script setup lang="ts">
/** A subject by sighting: the phone laid on it, once or more, and what is known beside. */
import { computed, ref } from 'vue'

import OutcomeNote from './OutcomeNote.vue'
import QuestionField from '../components/QuestionField'
import PointPick, { type Point } from './PointPick.vue'
import ReadOut from './ReadOut.vue'
import SensorNote from './SensorNote.vue'
import SetCompass from './SetCompass.vue'
import { worked, type Values } from './formula'
import type { Kit } from './kept'
import { outcomesOf, type Answer, type AskedFor, type Outcome } from './outcome'
import { sayFigure, type Figure } from './say'
import { useGiven } from './useGiven'
import type { Attitude } from './useAttitude'
import type { Bearing } from './useBearing'

const {
  kit,
  sighting,
  attitude,
  bearing,
  asked,
  given: known = {},
} = defineProps<{
  kit: Kit
  sighting: Kit['sightings'][number]
  attitude: Attitude
  bearing: Bearing
  asked: AskedFor | null
  given?: Values
}>()
const emit = defineEmits<{
  put: [answer: Answer, outcomes: Outcome[], given: Values]
  keep: [outcomes: Outcome[], given: Values]
}>()

/** By the key of a sight. */
const sights = ref<Record<string, Figure>>({})
const said = ref('')
const isKept = ref(false)

const here = ref<{ latitude_deg: number; longitude_deg: number; point_sd_m: number } | null>(null)
const given = useGiven(
  () => sighting.given,
  () => ({ ...known, ...(here.value && { point_sd_m: here.value.point_sd_m }) }),
)
const isComplete = computed(
  () =>
    sighting.sights.every((key) => sights.value[key]) &&
    (!isOfAPoint.value || given.isSaid('there_longitude_deg')),
)
const outcomes = computed<Outcome[]>(() => {
  if (!isComplete.value) return []
  const { latitude_deg, longitude_deg } = here.value ?? kit
  const values: Values = { ...given.values.value, latitude_deg, longitude_deg }
  const sds = given.sds()
  for (const [key, figure] of Object.entries(sights.value)) {
    values[`${key}_deg`] = figure.value
    sds[`${key}_deg`] = figure.sd
  }
  return outcomesOf(sighting.results, values, sds)
})

async function lay(key: string): Promise<void> {
  const found = await attitude.measure()
  if (!found) return
  said.value = sighting.by_bearing
    ? bearing.faultOf(found)
    : bearing.faultOf({ ...found, bearing: { ...found.bearing, spread: 0 } })
  const figure = sighting.by_bearing ? bearing.figureOf(found.bearing) : bearing.tiltOf(found.tilt)
  put(key, figure)
}
function put(key: string, figure: Figure): void {
  sights.value = { ...sights.value, [key]: figure }
  isKept.value = false
}
/** Read off a hand compass or a slope, where there is no sensor. */
function type(key: string, text: string): void {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) return
  const { typed_sd_deg, tilt_sd } = kit.compass
  const sd = sighting.by_bearing ? typed_sd_deg : worked(tilt_sd, { spread_deg: 0 })
  put(key, { value, sd })
}
function answer(key: string, value: unknown): void {
  given.answer(key, value)
  isKept.value = false
}
/** A subject known by its coordinates, from the place or from where the device says one stands. */
const isOfAPoint = computed(() =>
  sighting.given.some((one) => one.question.key === 'there_latitude_deg'),
)
function take(point: Point): void {
  given.say({
    there_latitude_deg: point.latitude_deg,
    there_longitude_deg: point.longitude_deg,
    over_m: point.elevation_m - kit.elevation_m,
  })
  isKept.value = false
}
function keep(): void {
  isKept.value = true
  emit('keep', outcomes.value, given.values.value)
}
const labelOf = (i: number) => sighting.words.touches[i] ?? ''
const canSense = computed(() => !!attitude.shown.value)
const knowsEnough = computed(() => !sighting.by_bearing || bearing.knowsNorth.value)
</script>

<template>
  <div class="face">
    <p class="muted">{{ sighting.words.help }}</p>
    <PointPick v-if="isOfAPoint" :kit="kit" @take="take" @here="(where) => (here = where)" />
    <QuestionField
      v-for="{ question } in given.asked.value"
      :key="question.key"
      :question="question"
      :value="given.values.value[question.key]"
      @answer="(value) => answer(question.key, value)"
    />
    <template v-if="sighting.sights.length">
      <SensorNote :kit="kit" :attitude="attitude" />
      <ReadOut v-if="canSense" :kit="kit" :attitude="attitude" :bearing="bearing" />
      <SetCompass
        v-if="canSense && sighting.by_bearing"
        :kit="kit"
        :attitude="attitude"
        :bearing="bearing"
      />
      <div v-for="(key, i) in sighting.sights" :key="key" class="sight">
        <button
          v-if="canSense"
          type="button"
          class="touch"
          :aria-pressed="!!sights[key]"
          :disabled="attitude.progress.value !== null || !knowsEnough"
          @click="lay(key)"
        >
          {{ labelOf(i) }}: {{ sights[key] ? 'again' : 'hold on it' }}
        </button>
        <v-text-field
          v-else
          :label="labelOf(i)"
          type="number"
          step="any"
          suffix="°"
          hide-details
          @update:model-value="(text) => type(key, String(text))"
        />
        <span v-if="sights[key]" class="figures">{{ sayFigure(sights[key], '°') }}</span>
      </div>
    </template>
    <p v-if="said" class="said" role="alert">{{ said }}</p>
    <OutcomeNote
      v-else-if="outcomes.length"
      :outcomes="outcomes"
      :asked="asked"
      :is-kept="isKept"
      @put="(a) => emit('put', a, outcomes, given.values.value)"
      @keep="keep"
    />
  </div>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.sight {
  display: flex;
  align-items: center;
  gap: 12px;
}

.sight > .touch {
  flex: 1;
}
</style>
