<script setup lang="ts">
/** The shot on paper, beside itself, in another night, or gone. */
import type { UseShotPlacesReturn } from '../composables/useShotPlaces'

const { shotId, hasCues, places } = defineProps<{
  shotId: string
  /** Whether there is something to call out while the shutter is open. */
  hasCues: boolean
  places: UseShotPlacesReturn
}>()
const { otherNight, otherNights, copyTo, moveThere, remove } = places
</script>

<template>
  <p>
    <a class="card" :href="`/api/v1/shots/${shotId}/card.pdf`" target="_blank">Pocket card</a>
    <a v-if="hasCues" class="card cues" :href="`/api/v1/shots/${shotId}/cues.wav`" download
      >Cue track, WAV</a
    >
  </p>
  <div class="elsewhere">
    <v-btn @click="copyTo(null)">Copy this shot</v-btn>
    <v-select
      v-model="otherNight"
      :items="otherNights"
      item-title="name"
      item-value="id"
      label="Another night"
      hide-details
    />
    <div v-if="otherNight" class="pair">
      <v-btn @click="copyTo(otherNight)">Copy it there</v-btn>
      <v-btn @click="moveThere">Move it there</v-btn>
    </div>
  </div>
  <button type="button" class="delete" @click="remove">Delete this shot</button>
</template>

<style scoped>
.card {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  margin-top: 12px;
}

.cues {
  margin-left: 18px;
}

.elsewhere {
  display: grid;
  gap: 10px;
  margin-top: 22px;
}

.elsewhere .pair {
  display: flex;
  gap: 10px;
}

.delete {
  min-height: 44px;
  margin-top: 12px;
  color: var(--muted);
}

.delete:hover {
  color: var(--ink);
}
</style>
