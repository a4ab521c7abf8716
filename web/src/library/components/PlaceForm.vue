<script setup lang="ts">
/** A place: found by name, by coordinates in any notation, or by where this device is. */
import { computed, reactive, ref } from 'vue'

import EventLines from './EventLines.vue'
import HorizonEditor from './HorizonEditor.vue'
import MeasureField from '../../shared/components/MeasureField.vue'
import { today } from '../../api/local-time'
import { ApiError, client, data, ifMatch, type Schemas } from '../../api/client'
import { useWhere } from '../../shared/composables/useWhere'

const { place } = defineProps<{ place: Schemas['PlaceOut'] | null }>()
const emit = defineEmits<{
  /** Kept; how a change is taken back. */
  done: [undo: (() => Promise<unknown>) | null]
  cancel: []
}>()

const form = reactive({
  name: place?.name ?? '',
  latitude_deg: place?.latitude_deg as number | undefined,
  longitude_deg: place?.longitude_deg as number | undefined,
  elevation_m: (place?.elevation_m ?? '') as number | string,
  time_zone: place?.time_zone ?? '',
  sky_brightness_mag_arcsec2: (place?.sky_brightness_mag_arcsec2 ?? '') as number | string,
  glow_azimuth_deg: (place?.glow_azimuth_deg ?? '') as number | string,
  horizon: (place?.horizon ?? []) as Schemas['HorizonPoint'][],
  events: place?.events ?? [],
  spots: (place?.spots ?? []).join('\n'),
  notes: place?.notes ?? '',
  hazards: place?.hazards ?? '',
})
const error = ref<ApiError | null>(null)
/** Which line of a list the server would not have, and why. */
function faultIn(list: 'events' | 'spots'): string | undefined {
  const fault = error.value?.faults.find((f) => f.name.startsWith(list))
  return fault && `Wanted ${fault.wanted}; got ${fault.got}.`
}

const position = ref(place ? `${place.latitude_deg}, ${place.longitude_deg}` : '')
const positionError = ref('')

function take(where: { latitude_deg: number; longitude_deg: number; time_zone?: string }): void {
  form.latitude_deg = where.latitude_deg
  form.longitude_deg = where.longitude_deg
  if (where.time_zone) form.time_zone = where.time_zone
  positionError.value = ''
}

/** Understand what was typed; false when it cannot be. */
async function readPosition(): Promise<boolean> {
  if (!position.value.trim()) {
    positionError.value = 'A place needs coordinates.'
    return false
  }
  try {
    const query = { text: position.value }
    take(await data(client.GET('/api/v1/coordinates', { params: { query } })))
    return true
  } catch (caught) {
    positionError.value = caught instanceof ApiError ? caught.message : 'Could not be read.'
    return false
  }
}

const { query, towns, isLocating, locate } = useWhere({
  onFound: ({ latitude, longitude, altitude }) => {
    position.value = `${latitude.toFixed(5)}, ${longitude.toFixed(5)}`
    if (altitude !== null) form.elevation_m = Math.round(altitude)
    void readPosition()
  },
  onRefused: (text) => (positionError.value = text),
})

function chooseTown(town: Schemas['TownOut']): void {
  position.value = `${town.latitude_deg}, ${town.longitude_deg}`
  form.name ||= town.name
  query.value = ''
  void readPosition()
}

const bortle = ref<Schemas['BortleOut'][]>([])
void data(client.GET('/api/v1/bortle')).then((found) => (bortle.value = found))
const usualSky = computed(() => bortle.value.find((b) => b.is_usual)?.text)
const bortleClass = ref<number | null>(null)
const bortleItems = computed(() =>
  bortle.value.map((b) => ({
    title: `${b.bortle_class}: ${b.text}`,
    value: b.sky_brightness_mag_arcsec2,
  })),
)

/** What was typed; left out where nothing was, for the server to say. */
const numberOf = (typed: number | string) => (typed === '' ? undefined : Number(typed))

const put = (version: number, body: Schemas['PlaceIn']) =>
  data(
    client.PUT('/api/v1/places/{place_id}', {
      params: { path: { place_id: place?.id ?? '' }, header: ifMatch(version) },
      body,
    }),
  )

async function save(): Promise<void> {
  if (!(await readPosition())) return
  const body = {
    ...form,
    spots: form.spots.split('\n').filter((line) => line.trim()),
    time_zone: form.time_zone || null,
    glow_azimuth_deg: form.glow_azimuth_deg === '' ? null : Number(form.glow_azimuth_deg),
    elevation_m: numberOf(form.elevation_m),
    sky_brightness_mag_arcsec2: numberOf(form.sky_brightness_mag_arcsec2),
  } as Schemas['PlaceIn']
  try {
    if (place === null) {
      await data(client.POST('/api/v1/places', { body }))
      emit('done', null)
      return
    }
    const { version } = await put(place.version, body)
    const keys = Object.keys(body) as (keyof Schemas['PlaceIn'])[]
    const before = Object.fromEntries(keys.map((key) => [key, place[key]]))
    emit('done', () => put(version, before as Schemas['PlaceIn']))
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}
</script>

<template>
  <form class="form" aria-label="Place" @submit.prevent="save">
    <v-text-field v-model="form.name" label="Name" :error-messages="error?.fault('name')" />
    <div>
      <v-text-field
        v-model="position"
        label="Coordinates"
        placeholder="43.302, −9.214 or 43°18′07″N 9°12′50″W"
        persistent-placeholder
        :error-messages="
          positionError || error?.fault('latitude_deg') || error?.fault('longitude_deg')
        "
        @blur="position && readPosition()"
      />
      <p v-if="form.latitude_deg !== undefined && !positionError" class="muted understood">
        Understood as {{ form.latitude_deg.toFixed(4) }}°, {{ form.longitude_deg?.toFixed(4) }}°{{
          form.time_zone ? `, clocks of ${form.time_zone}` : ''
        }}
      </p>
    </div>
    <div class="ways">
      <div class="towns">
        <v-text-field v-model="query" label="Or near a town" autocomplete="off" />
        <ul v-if="towns.length" class="found">
          <li v-for="town in towns" :key="`${town.name}${town.latitude_deg}`">
            <button type="button" @click="chooseTown(town)">
              {{ town.name }}, {{ town.country }}
            </button>
          </li>
        </ul>
      </div>
      <v-btn :loading="isLocating" @click="locate">Where this device is</v-btn>
    </div>
    <div class="pair">
      <MeasureField
        v-model="form.elevation_m"
        unit="m"
        label="Elevation"
        placeholder="sea level"
        :error="error?.fault('elevation_m')"
      />
      <v-text-field
        v-model="form.time_zone"
        label="Time zone"
        placeholder="found from the coordinates"
        persistent-placeholder
        :error-messages="error?.fault('time_zone')"
      />
      <v-text-field
        v-model="form.sky_brightness_mag_arcsec2"
        type="number"
        step="any"
        label="Sky brightness at the zenith"
        suffix="mag/arcsec²"
        :placeholder="usualSky"
        persistent-placeholder
        :error-messages="error?.fault('sky_brightness_mag_arcsec2')"
      />
      <v-select
        :model-value="bortleClass"
        :items="bortleItems"
        label="Or by Bortle class, coarse"
        @update:model-value="(v: number | null) => v && (form.sky_brightness_mag_arcsec2 = v)"
      />
      <v-text-field
        v-model="form.glow_azimuth_deg"
        type="number"
        label="Town glow stands at bearing"
        suffix="° true"
        placeholder="none"
        persistent-placeholder
        :error-messages="error?.fault('glow_azimuth_deg')"
      />
    </div>
    <div>
      <h2>Horizon</h2>
      <HorizonEditor v-model="form.horizon" :place-id="place?.id" />
      <p v-if="error?.fault('horizon')" role="alert">{{ error.fault('horizon') }}</p>
    </div>
    <v-textarea
      v-model="form.spots"
      label="Standing points, a line each"
      placeholder="lantern foot: 20 min from the car, 5 min from slip"
      persistent-placeholder
      hint="With how far they are to walk, or their coordinates: the order of a night reckons with it."
      persistent-hint
      :error-messages="faultIn('spots')"
    />
    <div>
      <h2>What happens there</h2>
      <p class="muted">Tides, trams, shows, gates, beams: for every night, or those you name.</p>
      <EventLines
        :lines="form.events"
        :place-id="place?.id"
        of-place
        :evening="today()"
        @change="(events) => (form.events = events)"
      />
      <p v-if="faultIn('events')" role="alert">{{ faultIn('events') }}</p>
    </div>
    <v-textarea v-model="form.notes" label="Access and notes" />
    <v-textarea v-model="form.hazards" label="Hazards" />
    <p v-if="error" role="alert">{{ error.message }}</p>
    <div class="acts">
      <v-btn type="submit" color="primary" variant="flat">Keep it</v-btn>
      <v-btn variant="text" @click="emit('cancel')">Not now</v-btn>
    </div>
  </form>
</template>

<style scoped src="../../themes/list-page.css"></style>
<style scoped>
h2 {
  margin-bottom: 8px;
}

.understood {
  margin-top: 4px;
  font-size: 0.92rem;
}

.ways {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 14px;
  align-items: start;
}

.ways .v-btn {
  height: 48px;
}

.towns {
  position: relative;
}

.found {
  position: absolute;
  z-index: 3;
  left: 0;
  right: 0;
  margin: 2px 0 0;
  background: var(--raised);
  border: 1px solid var(--line);
}

.found li {
  padding: 0;
}

.found button {
  width: 100%;
  padding: 0 14px;
  text-align: left;
  color: var(--ink);
}

@media (max-width: 599px) {
  .ways {
    grid-template-columns: 1fr;
  }
}
</style>
