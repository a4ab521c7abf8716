<script setup lang="ts">
/** Where the tripod goes. */
import { reactive, ref } from 'vue'

import LoadState from '../components/LoadState.vue'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, ifMatch, type Schemas } from '../api/client'

type Place = Schemas['PlaceOut']

const notices = useNotices()
const places = useLoad<Place[]>((signal) => data(client.GET('/api/v1/places', { signal })))
void places.refresh()

const blank = {
  name: '',
  latitude_deg: '' as string | number,
  longitude_deg: '' as string | number,
  elevation_m: 0 as string | number,
  time_zone: '',
  sky_brightness_mag_arcsec2: 21 as string | number,
  notes: '',
  hazards: '',
}
const form = reactive({ ...blank })
const editing = ref<Place | 'new' | null>(null)
const error = ref<ApiError | null>(null)

function edit(place: Place | 'new'): void {
  editing.value = place
  error.value = null
  Object.assign(form, blank, place === 'new' ? {} : place)
}

const toNumber = (value: string | number) => (value === '' ? null : Number(value))

async function save(): Promise<void> {
  const body = {
    ...form,
    latitude_deg: toNumber(form.latitude_deg),
    longitude_deg: toNumber(form.longitude_deg),
    elevation_m: toNumber(form.elevation_m) ?? 0,
    sky_brightness_mag_arcsec2: toNumber(form.sky_brightness_mag_arcsec2),
    time_zone: form.time_zone || null,
  } as Schemas['PlaceIn']
  const place = editing.value
  try {
    await (place === 'new' || place === null
      ? data(client.POST('/api/v1/places', { body }))
      : data(
          client.PUT('/api/v1/places/{place_id}', {
            params: { path: { place_id: place.id }, header: ifMatch(place.version) },
            body,
          }),
        ))
    editing.value = null
    await places.refresh()
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}

const coordinates = (place: Place) =>
  `${Math.abs(place.latitude_deg).toFixed(3)}° ${place.latitude_deg < 0 ? 'S' : 'N'}, ` +
  `${Math.abs(place.longitude_deg).toFixed(3)}° ${place.longitude_deg < 0 ? 'W' : 'E'}`
</script>

<template>
  <div class="page page-narrow">
    <div class="head">
      <h1>Places</h1>
      <v-btn v-if="!editing" color="primary" variant="flat" @click="edit('new')">Add a place</v-btn>
    </div>

    <form v-if="editing" class="form" aria-label="Place" @submit.prevent="save">
      <v-text-field v-model="form.name" label="Name" :error-messages="error?.fault('name')" />
      <div class="pair">
        <v-text-field
          v-model="form.latitude_deg"
          type="number"
          step="any"
          label="Latitude, north +"
          suffix="°"
          :error-messages="error?.fault('latitude_deg')"
        />
        <v-text-field
          v-model="form.longitude_deg"
          type="number"
          step="any"
          label="Longitude, east +"
          suffix="°"
          :error-messages="error?.fault('longitude_deg')"
        />
        <v-text-field
          v-model="form.elevation_m"
          type="number"
          step="any"
          label="Elevation"
          suffix="m"
          :error-messages="error?.fault('elevation_m')"
        />
        <v-text-field
          v-model="form.sky_brightness_mag_arcsec2"
          type="number"
          step="any"
          label="Sky brightness at the zenith"
          suffix="mag/arcsec²"
          hint="22 pristine, 21 rural, 19.5 suburb, 18 city"
          :error-messages="error?.fault('sky_brightness_mag_arcsec2')"
        />
      </div>
      <v-text-field
        v-model="form.time_zone"
        label="Time zone"
        placeholder="found from the coordinates"
        persistent-placeholder
        :error-messages="error?.fault('time_zone')"
      />
      <v-textarea v-model="form.notes" label="Access and notes" />
      <v-textarea v-model="form.hazards" label="Hazards" />
      <p v-if="error && !error.faults.length" role="alert">{{ error.message }}</p>
      <div class="acts">
        <v-btn type="submit" color="primary" variant="flat">Keep it</v-btn>
        <v-btn variant="text" @click="editing = null">Not now</v-btn>
      </div>
    </form>

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
            {{ place.time_zone }}. Sky {{ place.sky_brightness_mag_arcsec2 }} mag/arcsec².
          </p>
          <p v-if="place.notes">{{ place.notes }}</p>
          <p v-if="place.hazards">Hazards: {{ place.hazards }}</p>
        </div>
        <button type="button" :aria-label="`Change ${place.name}`" @click="edit(place)">
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
  </div>
</template>

<style scoped src="../themes/list-page.css"></style>
