<script setup lang="ts">
/** Where the tripod goes: kept, imported, exported. */
import { ref } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import FilePick from '../../shared/components/FilePick.vue'
import FoundLights from '../components/FoundLights.vue'
import LoadState from '../../shared/components/LoadState.vue'
import PlaceForm from '../components/PlaceForm.vue'
import SkylineDrawing from '../components/SkylineDrawing.vue'
import { useLoaded } from '../../api/loaded'
import { toShown } from '../../api/shown'
import { useNotices } from '../../shared/stores/notices'
import { useSession } from '../../shared/stores/session'
import { ApiError, client, data, type Schemas } from '../../api/client'
import { upload } from '../../api/upload'

type Place = Schemas['PlaceOut']

const notices = useNotices()
const places = useLoaded('/api/v1/places')

const editing = ref<Place | 'new' | null>(null)

async function done(undo: (() => Promise<unknown>) | null): Promise<void> {
  const changed = editing.value
  editing.value = null
  await places.refresh()
  if (undo && changed && changed !== 'new')
    notices.offer(`Changed: ${changed.name}`, async () => {
      await undo()
      await places.refresh()
    })
}

const waypoints = ref<Schemas['WaypointOut'][]>([])
const wanted = ref<number[]>([])
const importError = ref('')

async function readFile([file]: File[]): Promise<void> {
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

const session = useSession()
const height = (elevation_m: number) => {
  const shown = session.units.m
  return `${Math.round(toShown(shown, elevation_m))} ${shown?.unit ?? 'm'}`
}
const coordinates = (place: { latitude_deg: number; longitude_deg: number }) =>
  `${Math.abs(place.latitude_deg).toFixed(3)}° ${place.latitude_deg < 0 ? 'S' : 'N'}, ` +
  `${Math.abs(place.longitude_deg).toFixed(3)}° ${place.longitude_deg < 0 ? 'W' : 'E'}`
</script>

<template>
  <div class="page">
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
          <p>{{ place.darkness }}.</p>
          <p v-if="place.notes">{{ place.notes }}</p>
          <p v-if="place.hazards"><strong class="mind">Mind:</strong> {{ place.hazards }}</p>
          <p class="muted where">
            <span class="figures">{{ coordinates(place) }}</span>, {{ height(place.elevation_m) }} ·
            {{ place.time_zone }}
          </p>
        </div>
        <figure>
          <SkylineDrawing :outline="place.outline" :name="place.name" />
          <figcaption v-if="!place.horizon?.length" class="muted">
            No skyline yet: the open sea is taken for it.
          </figcaption>
        </figure>
        <button type="button" :aria-label="`Change ${place.name}`" @click="editing = place">
          Change
        </button>
        <ChoiceWord
          :label="`More of ${place.name}`"
          text="More"
          :choices="[{ key: 'remove', label: 'Delete' }]"
          @choose="notices.remove('places', place.id, place.name, places.refresh)"
        />
      </li>
    </ul>

    <section v-if="places.value.value" class="files">
      <h2>In and out</h2>
      <p>
        <FilePick
          label="Read waypoints from a GPX, KML or GeoJSON file"
          accept=".gpx,.kml,.geojson,.json"
          @files="readFile"
        />
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

<style scoped src="../../themes/list-page.css"></style>
<style scoped>
.page {
  max-width: 1000px;
}

li figure {
  flex: none;
  width: 340px;
  margin: 4px 0 0;
}

figcaption,
.where {
  font-size: 0.92rem;
}

.mind {
  color: var(--limit);
}

@media (max-width: 699px) {
  li {
    flex-wrap: wrap;
  }

  li .words {
    flex: 1 1 70%;
  }

  li figure {
    order: 1;
    width: 100%;
  }
}

.files {
  display: grid;
  gap: 10px;
  margin-top: 36px;
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
</style>
