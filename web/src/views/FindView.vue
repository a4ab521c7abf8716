<script setup lang="ts">
/** Find a night: what must meet, over how long; ranked with the reason, and the near misses. */
import { computed, onUnmounted, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, type Schemas } from '../api/client'
import { searchNights } from '../api/stream'

type Found = Schemas['FoundOut']

const router = useRouter()
const notices = useNotices()
const places = useLoad<Schemas['PlaceOut'][]>((signal) =>
  data(client.GET('/api/v1/places', { signal })),
)
const targets = useLoad<Schemas['TargetOut'][]>((signal) =>
  data(client.GET('/api/v1/targets', { signal })),
)
void places.refresh().then(() => (form.place_id ??= places.value.value?.[0]?.id ?? null))
void targets.refresh()

const today = new Date(Date.now() - new Date().getTimezoneOffset() * 60000)
  .toISOString()
  .slice(0, 10)

const form = reactive({
  place_id: null as string | null,
  first_evening: today,
  months: 12,
  light: 'dark' as Schemas['LightIn']['light'],
  moon: 'down',
  moon_least: 0,
  moon_most: 40,
  target_key: 'core' as string | null,
  where: 'up',
  bearing_true_deg: 180 as number | string,
  within_deg: 10 as number | string,
  lowest_deg: 5 as number | string,
  highest_deg: 30 as number | string,
  least_minutes: 30 as number | string,
  weekdays: [] as number[],
})

const lights = useLoad<Schemas['LightChoiceOut'][]>((signal) =>
  data(client.GET('/api/v1/lights', { signal })),
)
void lights.refresh()
const moons = [
  { title: 'down', value: 'down' },
  { title: 'lit between', value: 'lit' },
  { title: 'never mind', value: 'any' },
]
const wheres = [
  { title: 'above the horizon', value: 'up' },
  { title: 'behind a subject', value: 'in' },
]
const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((title, value) => ({
  title,
  value,
}))

function conditions(): Schemas['SearchIn']['conditions'] {
  const asked: Schemas['SearchIn']['conditions'] = []
  asked.push({ kind: 'light', light: form.light })
  if (form.moon === 'down') asked.push({ kind: 'moon_down' })
  if (form.moon === 'lit')
    asked.push({
      kind: 'moon_lit',
      least: Number(form.moon_least) / 100,
      most: Number(form.moon_most) / 100,
    })
  if (form.target_key && form.where === 'up')
    asked.push({ kind: 'target_up', target_key: form.target_key })
  if (form.target_key && form.where === 'in')
    asked.push({
      kind: 'target_in',
      target_key: form.target_key,
      bearing_true_deg: Number(form.bearing_true_deg),
      within_deg: Number(form.within_deg),
      lowest_deg: Number(form.lowest_deg),
      highest_deg: Number(form.highest_deg),
    })
  return asked
}

const found = ref<Found[]>([])
const progress = ref<{ done: number; of: number } | null>(null)
const error = ref<ApiError | null>(null)
const isSearching = ref(false)
let running: AbortController | null = null

async function search(): Promise<void> {
  running?.abort()
  const mine = (running = new AbortController())
  found.value = []
  error.value = null
  progress.value = { done: 0, of: 1 }
  isSearching.value = true
  try {
    await searchNights(
      {
        place_id: form.place_id ?? '',
        first_evening: form.first_evening,
        months: Number(form.months),
        conditions: conditions(),
        least_minutes: Number(form.least_minutes),
        weekdays: form.weekdays,
      },
      (line) => {
        if (running !== mine) return
        progress.value = line
        found.value = [...found.value, ...line.nights].sort(
          (a, b) => b.rank - a.rank || a.evening_date.localeCompare(b.evening_date),
        )
      },
      mine.signal,
    )
  } catch (caught) {
    if (mine.signal.aborted) return
    error.value = caught instanceof ApiError ? caught : new ApiError(0, 'The search broke off.')
  } finally {
    if (running === mine) isSearching.value = false
  }
}

function stop(): void {
  running?.abort()
  isSearching.value = false
}
onUnmounted(stop)
watch(() => form.place_id, stop)

const SHOWN = 40
const matches = computed(() => found.value.filter((n) => !n.is_near_miss))
const misses = computed(() => found.value.filter((n) => n.is_near_miss).slice(0, 12))

async function plan(night: Found): Promise<void> {
  try {
    const body = {
      place_id: form.place_id,
      evening_date: night.evening_date,
      notes: night.text,
      ...(form.target_key && { target_key: form.target_key }),
    } as Schemas['NightIn']
    const made = await data(client.POST('/api/v1/nights', { body }))
    await router.push({ name: 'night', params: { nightId: made.id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <div class="page">
    <p class="muted"><router-link to="/nights">Nights</router-link></p>
    <h1>Find a night</h1>
    <div class="columns">
      <form aria-label="What must meet" @submit.prevent="search">
        <v-select
          v-model="form.place_id"
          :items="places.value.value ?? []"
          item-title="name"
          item-value="id"
          label="From"
          :error-messages="error?.fault('place_id')"
        />
        <div class="pair">
          <v-text-field
            v-model="form.first_evening"
            type="date"
            label="First evening"
            :error-messages="error?.fault('first_evening') ?? error?.fault('date')"
          />
          <v-text-field
            v-model="form.months"
            type="number"
            min="1"
            max="24"
            label="Over"
            suffix="months"
            :error-messages="error?.fault('months')"
          />
        </div>
        <v-select
          v-model="form.light"
          :items="lights.value.value ?? []"
          item-title="title"
          item-value="key"
          label="Light"
        />
        <v-select v-model="form.moon" :items="moons" label="Moon" />
        <div v-if="form.moon === 'lit'" class="pair">
          <v-text-field v-model="form.moon_least" type="number" label="At least" suffix="% lit" />
          <v-text-field v-model="form.moon_most" type="number" label="At most" suffix="% lit" />
        </div>
        <v-autocomplete
          v-model="form.target_key"
          :items="targets.value.value ?? []"
          item-title="name"
          item-value="key"
          label="Target"
          clearable
          variant="outlined"
          hide-details="auto"
        />
        <template v-if="form.target_key">
          <v-select v-model="form.where" :items="wheres" label="Stands" />
          <div v-if="form.where === 'in'" class="pair">
            <v-text-field
              v-model="form.bearing_true_deg"
              type="number"
              step="any"
              label="Bearing of the subject, true"
              suffix="°"
              :error-messages="error?.fault('bearing_true_deg')"
            />
            <v-text-field
              v-model="form.within_deg"
              type="number"
              step="any"
              label="Within"
              prefix="±"
              suffix="°"
              :error-messages="error?.fault('within_deg')"
            />
            <v-text-field
              v-model="form.lowest_deg"
              type="number"
              step="any"
              label="From altitude"
              suffix="°"
              :error-messages="error?.fault('lowest_deg')"
            />
            <v-text-field
              v-model="form.highest_deg"
              type="number"
              step="any"
              label="To altitude"
              suffix="°"
              :error-messages="error?.fault('highest_deg')"
            />
          </div>
        </template>
        <v-text-field
          v-model="form.least_minutes"
          type="number"
          label="Together for at least"
          suffix="min"
          :error-messages="error?.fault('least_minutes')"
        />
        <fieldset>
          <legend class="muted">Evenings (none ticked: any)</legend>
          <label v-for="d in days" :key="d.value" class="day">
            <input v-model="form.weekdays" type="checkbox" :value="d.value" />{{ d.title }}
          </label>
        </fieldset>
        <p v-if="error" role="alert" class="wrong">{{ error.message }}</p>
        <v-btn v-if="isSearching" block @click="stop">Stop</v-btn>
        <v-btn v-else type="submit" color="primary" variant="flat" block :disabled="!form.place_id"
          >Find nights</v-btn
        >
      </form>

      <section aria-label="Nights found">
        <template v-if="progress">
          <p role="status" class="status">
            {{ matches.length === 1 ? 'One night meets' : `${matches.length} nights meet` }}
            everything{{ isSearching ? `; ${progress.done} of ${progress.of} looked at` : '' }}.
          </p>
          <v-progress-linear
            v-if="isSearching"
            :model-value="(100 * progress.done) / progress.of"
            color="primary"
            aria-label="Searched"
          />
        </template>
        <p v-else class="muted empty">
          Say what must come together, and every evening of the coming months is looked at.
        </p>
        <ol>
          <li v-for="night in matches.slice(0, SHOWN)" :key="night.evening_date">
            <div>
              <strong>{{ night.day }}</strong>
              <p>{{ night.text }}</p>
            </div>
            <v-btn :aria-label="`Plan it: ${night.day}`" @click="plan(night)">Plan it</v-btn>
          </li>
        </ol>
        <p v-if="matches.length > SHOWN" class="muted">
          The {{ SHOWN }} longest are shown; narrow the wish to see the rest.
        </p>
        <template v-if="misses.length && !isSearching">
          <h2>Near misses</h2>
          <ol>
            <li v-for="night in misses" :key="night.evening_date">
              <div>
                <strong>{{ night.day }}</strong>
                <p class="muted">{{ night.text }}</p>
              </div>
              <v-btn :aria-label="`Plan it: ${night.day}`" @click="plan(night)">Plan it</v-btn>
            </li>
          </ol>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 360px minmax(0, 1fr);
  gap: 48px;
  margin-top: 18px;
}

form {
  display: grid;
  gap: 14px;
  align-content: start;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 10px;
}

fieldset {
  border: 0;
}

.day {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
  margin-right: 14px;
}

.day input {
  width: 18px;
  height: 18px;
  accent-color: var(--picked);
}

.status {
  margin-bottom: 8px;
  font-size: 1.1rem;
}

.empty {
  font-size: 1.1rem;
}

ol {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
}

h2 {
  margin-top: 28px;
}

.wrong {
  color: var(--limit);
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
</style>
