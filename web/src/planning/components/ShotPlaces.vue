<script setup lang="ts">
/** The shot on paper, beside itself, in another night, or gone. */
import { computed } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import type { UseShotPlacesReturn } from '../composables/useShotPlaces'

const { shotId, hasCues, places } = defineProps<{
  shotId: string
  /** Whether there is something to call out while the shutter is open. */
  hasCues: boolean
  places: UseShotPlacesReturn
}>()
const { otherNights, copyTo, moveThere, remove } = places
const nights = computed(() => otherNights.value.map(({ id, name }) => ({ key: id, label: name })))
</script>

<template>
  <nav class="places" aria-label="This shot elsewhere">
    <a :href="`/api/v1/shots/${shotId}/card.pdf`" target="_blank">Pocket card</a>
    <a v-if="hasCues" :href="`/api/v1/shots/${shotId}/cues.wav`" download>Cue track, WAV</a>
    <button type="button" @click="copyTo(null)">Copy this shot</button>
    <ChoiceWord
      label="Copy to another night"
      text="Copy to another night"
      :choices="nights"
      @choose="copyTo"
    />
    <ChoiceWord
      label="Move to another night"
      text="Move to another night"
      :choices="nights"
      @choose="moveThere"
    />
    <button type="button" class="delete" @click="remove">Delete this shot</button>
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
}

a,
:deep(button) {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  color: var(--picked);
}

:deep(button) {
  color: var(--muted);
}

:deep(button:hover) {
  color: var(--ink);
}

.delete {
  margin-left: auto;
}
</style>
