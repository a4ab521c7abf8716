<script lang="ts">
export interface Point {
  name: string
  latitude_deg: number
  longitude_deg: number
  elevation_m: number
}
</script>

<script setup lang="ts">
/** A point known by coordinates: one of one's places, typed in any notation, or out of a file. */
import { computed, ref } from 'vue'

import FilePick from '../components/FilePick.vue'
import { ApiError, client, data } from '../../api/client'
import { upload } from '../../api/upload'
import { useWhere } from '../composables/useWhere'
import type { Kit } from './kept'

const { kit } = defineProps<{ kit: Kit }>()
const emit = defineEmits<{
  take: [point: Point]
  /** Where the device says one stands. */
  here: [where: { latitude_deg: number; longitude_deg: number; point_sd_m: number }]
}>()

const fromFile = ref<Point[]>([])
const points = computed<Point[]>(() => [...fromFile.value, ...kit.landmarks])
const error = ref('')
const standing = ref('')

function pick(name: string | null): void {
  const found = points.value.find((one) => one.name === name)
  if (found) emit('take', found)
}
async function read(text: string): Promise<void> {
  error.value = ''
  if (!text.trim()) return
  try {
    const found = await data(client.GET('/api/v1/coordinates', { params: { query: { text } } }))
    emit('take', { name: text, ...found, elevation_m: kit.elevation_m })
  } catch (caught) {
    error.value = caught instanceof ApiError ? caught.message : 'Could not be read.'
  }
}
async function readFile([file]: File[]): Promise<void> {
  if (!file) return
  error.value = ''
  try {
    fromFile.value = await data(client.POST('/api/v1/waypoints', { ...upload(file) }))
    const [only] = fromFile.value
    if (fromFile.value.length === 1 && only) emit('take', only)
  } catch (caught) {
    error.value = caught instanceof ApiError ? caught.message : 'The file could not be read.'
  }
}
const { isLocating, locate } = useWhere({
  onFound: ({ latitude, longitude, accuracy }) => {
    emit('here', { latitude_deg: latitude, longitude_deg: longitude, point_sd_m: accuracy })
    standing.value = `From where this device says you stand, ± ${Math.round(accuracy)} m.`
  },
  onRefused: (text) => (error.value = text),
})
</script>

<template>
  <div class="face">
    <p class="muted">{{ standing || `From ${kit.place_name}, as its coordinates are kept.` }}</p>
    <button type="button" class="touch" :disabled="isLocating" @click="locate">
      {{ isLocating ? 'Asking the device …' : 'From where I stand' }}
    </button>
    <v-select
      v-if="points.length"
      label="One of your places, or of a file"
      :items="points.map((one) => one.name)"
      @update:model-value="pick"
    />
    <v-text-field
      label="Its coordinates, in any notation"
      placeholder="43°18′07″N 9°12′50″W"
      persistent-placeholder
      :error-messages="error || undefined"
      hint="Understood with signal; without, type degrees below."
      persistent-hint
      @change="(event: Event) => read((event.target as HTMLInputElement).value)"
    />
    <FilePick
      label="Out of a GPX, KML or GeoJSON file"
      accept=".gpx,.kml,.geojson,.json"
      @files="readFile"
    />
  </div>
</template>

<style scoped src="./instruments.css"></style>
