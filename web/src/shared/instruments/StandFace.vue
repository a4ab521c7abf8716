<script setup lang="ts">
/**
 * Where one must stand so that a body touches the top of something at a minute: minute by minute
 * round it, the bearing to look, how far off, and which of one's places is nearest.
 */
import { computed, ref } from 'vue'

import QuestionField from '../components/QuestionField'
import { toLocal } from '../../api/local-time'
import { worked, type Values } from './formula'
import type { Kit } from './kept'
import { sayBearing } from './say'
import { standsAt } from './sky'
import { useGiven } from './useGiven'
import { toShown } from '../../api/shown'

const { kit, given: known = {} } = defineProps<{
  kit: Kit
  /** What is known of it already. */
  given?: Values
}>()

const STEPS_MIN = [-10, -5, 0, 5, 10]
const MOVES_MIN = [-10, -1, 1, 10]
const body = ref('moon')
const subject = ref('')
const given = useGiven(
  () => kit.stand.given,
  () => known,
)
const bodies = computed(() =>
  kit.up.bodies.filter((body) => body.is_sought || body.diameter_deg > 0),
)
const subjects = computed(() => [kit.place_name, ...kit.landmarks.map((landmark) => landmark.name)])
const where = computed(() => {
  const mark = kit.landmarks.find((landmark) => landmark.name === subject.value)
  return mark ?? kit
})

/** When the chosen body next stands low, until a time is chosen. */
const minute = ref<number | null>(null)
const opened = Date.now()
const chosen = computed(() => kit.up.bodies.find((one) => one.key === body.value))
const momentOf = (step: number) => Date.parse(kit.up.start_utc) + 1000 * kit.up.step_s * step
const at = computed(() => {
  if (minute.value !== null) return minute.value
  const [low = 0, high = 0] = kit.stand.between_deg
  const sun = kit.up.bodies.find((body) => body.key === 'sun')?.altitude_deg
  const isDark = (i: number) => body.value === 'sun' || (sun?.[i] ?? -90) < kit.stand.sun_under_deg
  const lowFrom = (mayBe: (i: number) => boolean) =>
    chosen.value?.altitude_deg.findIndex(
      (h, i) => momentOf(i) >= opened && h > low && h < high && mayBe(i),
    ) ?? -1
  const inTheDark = lowFrom(isDark)
  const step = inTheDark < 0 ? lowFrom(() => true) : inTheDark
  return step < 0 ? opened : momentOf(step)
})
const move = (min: number) => (minute.value = at.value + 60_000 * min)
const clock = (ms: number) => toLocal(new Date(ms).toISOString(), kit.time_zone).slice(11)

const metres = (m: number) => {
  const shown = toShown(kit.metre_shown, m)
  return `${Math.round(shown)} ${kit.metre_shown?.unit ?? 'm'}`
}
const far = (m: number) =>
  m >= 1000 && !kit.metre_shown ? `${(m / 1000).toFixed(1)} km` : metres(m)

interface Standing {
  at: number
  bearing_deg: number
  altitude_deg: number
  stand_m: number
  latitude_deg: number
  longitude_deg: number
  nearest: string
}
const rows = computed(() => STEPS_MIN.map((min) => standing(at.value + 60_000 * min)))
function standing(ms: number): Standing | null {
  const one = chosen.value
  const stands = one && standsAt(kit, one, ms)
  if (!stands || stands.altitude_deg <= 0) return null
  const { latitude_deg, longitude_deg } = where.value
  const values = {
    ...given.values.value,
    azimuth_deg: stands.bearing_deg,
    altitude_deg: stands.altitude_deg,
  }
  const [stand_m, east_m, north_m] = [kit.stand.stand_m, kit.stand.east_m, kit.stand.north_m].map(
    (term) => worked(term, values),
  ) as [number, number, number]
  const point = { latitude_deg, longitude_deg, east_m, north_m }
  const spot = {
    latitude_deg: worked(kit.stand.at_latitude, point),
    longitude_deg: worked(kit.stand.at_longitude, point),
  }
  return { at: ms, ...stands, stand_m, ...spot, nearest: nearestTo(spot) }
}
/** Of one's places the nearest to a standing point, and how to walk from it. */
function nearestTo(spot: { latitude_deg: number; longitude_deg: number }): string {
  const ways = [{ name: kit.place_name, ...pick(kit) }, ...kit.landmarks].map((one) => {
    const values = {
      ...pick(one),
      there_latitude_deg: spot.latitude_deg,
      there_longitude_deg: spot.longitude_deg,
    }
    return {
      name: one.name,
      way_m: worked(kit.stand.way_m, values),
      bearing: worked(kit.stand.way_bearing, values),
    }
  })
  const best = ways.sort((a, b) => a.way_m - b.way_m)[0]
  if (!best) return ''
  return `${far(best.way_m)} from ${best.name}, at ${sayBearing(best.bearing, kit.bearing_shown)}`
}
const pick = (one: { latitude_deg: number; longitude_deg: number }) => ({
  latitude_deg: one.latitude_deg,
  longitude_deg: one.longitude_deg,
})
const asWide = computed(() => {
  const one = chosen.value
  if (!one || !one.diameter_deg) return ''
  const values = { ...given.values.value, diameter_deg: one.diameter_deg }
  return far(worked(kit.stand.as_wide_m, values))
})
const coordinates = (row: Standing) =>
  [row.latitude_deg, row.longitude_deg].map((deg) => deg.toFixed(5).replace('-', '−')).join(', ')
</script>

<template>
  <div class="face">
    <p class="muted">{{ kit.stand.words.help }}</p>
    <v-select
      v-model="body"
      label="What shall touch it"
      :items="bodies.map((one) => ({ title: one.name, value: one.key }))"
    />
    <v-select
      :model-value="subject || kit.place_name"
      label="The top of what stands at"
      :items="subjects"
      @update:model-value="(name) => (subject = String(name))"
    />
    <QuestionField
      v-for="{ question } in given.asked.value"
      :key="question.key"
      :question="question"
      :value="given.values.value[question.key]"
      @answer="(value) => given.answer(question.key, value)"
    />
    <p class="figures reading time">{{ clock(at) }}</p>
    <div class="pair" role="group" aria-label="The minute">
      <button v-for="by in MOVES_MIN" :key="by" type="button" class="touch" @click="move(by)">
        {{ by > 0 ? '+' : '−' }}{{ Math.abs(by) }} min
      </button>
    </div>
    <ul class="plain">
      <template v-for="(row, i) in rows" :key="i">
        <li v-if="row" :class="{ now: STEPS_MIN[i] === 0 }">
          <span class="figures">{{ clock(row.at) }}</span> from
          <strong class="figures">{{ far(row.stand_m) }}</strong> off, looking to
          {{ sayBearing(row.bearing_deg, kit.bearing_shown) }}, {{ row.altitude_deg.toFixed(1) }}°
          up
          <span class="muted where">{{ row.nearest }}: {{ coordinates(row) }}</span>
        </li>
      </template>
    </ul>
    <p v-if="rows.every((row) => row === null)" class="said">
      It is under the horizon then. Choose another time.
    </p>
    <p v-if="asWide">
      From <span class="figures">{{ asWide }}</span> it looks as wide as that width: stand so far
      off, and take the minute whose distance fits.
    </p>
    <p class="muted">
      Over ground as high as the subject's own. Ten metres of height between you move the point by
      more than that: go there, point, and see.
    </p>
  </div>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.time {
  text-align: center;
}

.now {
  color: var(--picked);
}

.where {
  display: block;
  font-size: 0.92rem;
}
</style>
