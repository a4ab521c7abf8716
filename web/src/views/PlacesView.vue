<script setup lang="ts">
/** Where the tripod goes: kept, imported, exported. */
import { ref } from 'vue'

import FoundLights from '../components/FoundLights.vue'
import LoadState from '../components/LoadState.vue'
import PlaceForm from '../components/PlaceForm.vue'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, type Schemas } from '../api/client'
import { upload } from '../api/upload'

type Place = Schemas['PlaceOut']

const notices = useNotices()
const places = useLoad<Place[]>((signal) => data(client.GET('/api/v1/places', { signal })))
void places.refresh()

const editing = ref<Place | 'new' | null>(null)

async function done(): Promise<void> {
  editing.value = null
  await places.refresh()
}

const waypoints = ref<Schemas['WaypointOut'][]>([])
const wanted = ref<number[]>([])
const importError = ref('')

async function readFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  importError.value = ''
  try {
    waypoints.value = await data(
      client.POST('/api/v1/waypoints', {
        ...upload(file),
      }),
    )
    wanted.value = waypoints.value.map((_, i) => i)
  } catch (caught) {
    importError.value = caught instanceof ApiError ? caught.message : 'The file could not be read.'
  } finally {
    input.value = ''
  }
}

async function keepWaypoints(): Promise<void> {
  const chosen = waypoints.value.filter((_, i) => wanted.value.includes(i))
  const body = {
    places: chosen.map((w) => ({
      sky_brightness_mag_arcsec2: 21,
      ...(w.properties as Partial<Schemas['PlaceIn']>),
      name: w.name,
      latitude_deg: w.latitude_deg,
      longitude_deg: w.longitude_deg,
      elevation_m: w.elevation_m,
      notes: w.description,
    })),
  } as Schemas['PlacesIn']
  try {
    await data(client.POST('/api/v1/places/batch', { body }))
    waypoints.value = []
    await places.refresh()
  } catch (caught) {
    importError.value = caught instanceof ApiError ? caught.message : 'Nothing was kept.'
  }
}

const coordinates = (place: { latitude_deg: number; longitude_deg: number }) =>
  `${Math.abs(place.latitude_deg).toFixed(3)}° ${place.latitude_deg < 0 ? 'S' : 'N'}, ` +
  `${Math.abs(place.longitude_deg).toFixed(3)}° ${place.longitude_deg < 0 ? 'W' : 'E'}`
</script>

<template>
  <div class="page page-narrow">
    <div class="head">
      <h1>Places</h1>
      <v-btn v-if="!editing" color="primary" variant="flat" @click="editing = 'new'"
        >Add a place</v-btn
      >
    </div>

    <PlaceForm
      v-if="editing"
      :key="editing === 'new' ? 'new' : editing.id"
      :place="editing === 'new' ? null : editing"
      @done="done"
      @cancel="editing = null"
    />

    <FoundLights v-if="editing && editing !== 'new'" :key="editing.id" :place-id="editing.id" />

    <LoadState v-if="!places.value.value" :error="places.error.value" @retry="places.refresh" />
    <p v-else-if="!places.value.value.length && !editing" class="empty">
      No place yet. Add the first: its coordinates are enough to work out the light.
    </p>
    <ul v-else>
      <li v-for="place in places.value.value" :key="place.id">
        <div class="words">
          <h2>{{ place.name }}</h2>
          <p class="muted">
            <span class="figures">{{ coordinates(place) }}</span>, {{ place.elevation_m }} m.
            {{ place.time_zone }}. Sky {{ place.sky_brightness_mag_arcsec2 }} mag/arcsec²{{
              place.horizon?.length ? `, horizon of ${place.horizon.length} points` : ''
            }}.
          </p>
          <p v-if="place.notes">{{ place.notes }}</p>
          <p v-if="place.hazards">Hazards: {{ place.hazards }}</p>
        </div>
        <button type="button" :aria-label="`Change ${place.name}`" @click="editing = place">
          Change
        </button>
        <button
          type="button"
          :aria-label="`Delete ${place.name}`"
          @click="notices.remove('places', place.id, place.name, places.refresh)"
        >
          Delete
        </button>
      </li>
    </ul>

    <section v-if="places.value.value" class="files">
      <h2>In and out</h2>
      <p>
        <label class="file"
          >Read waypoints from a GPX, KML or GeoJSON file
          <input type="file" accept=".gpx,.kml,.geojson,.json" @change="readFile" />
        </label>
      </p>
      <p v-if="importError" role="alert" class="wrong">{{ importError }}</p>
      <div v-if="waypoints.length" class="form">
        <p>Nothing is kept yet. Choose what becomes a place:</p>
        <label v-for="(w, i) in waypoints" :key="i" class="waypoint">
          <input v-model="wanted" type="checkbox" :value="i" />
          <span
            >{{ w.name }} <span class="muted figures">{{ coordinates(w) }}</span></span
          >
        </label>
        <div class="acts">
          <v-btn color="primary" variant="flat" :disabled="!wanted.length" @click="keepWaypoints"
            >Keep {{ wanted.length }}</v-btn
          >
          <v-btn variant="text" @click="waypoints = []">None of them</v-btn>
        </div>
      </div>
      <p v-if="places.value.value.length">
        All places as
        <a href="/api/v1/places/export/gpx">GPX</a>, <a href="/api/v1/places/export/kml">KML</a> or
        <a href="/api/v1/places/export/geojson">GeoJSON</a>. GeoJSON carries the horizon and the sky
        brightness too.
      </p>
      <p class="muted">Towns from GeoNames, CC BY 4.0. Time zones from OpenStreetMap, ODbL.</p>
    </section>
  </div>
</template>

<style scoped src="../themes/list-page.css"></style>
<style scoped>
.files {
  display: grid;
  gap: 10px;
  margin-top: 36px;
}

.file input {
  display: block;
  margin-top: 6px;
}

.wrong {
  color: var(--limit);
}

.waypoint {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
}

.waypoint input {
  width: 20px;
  height: 20px;
  accent-color: var(--picked);
}
</style>
