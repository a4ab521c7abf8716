<script setup lang="ts">
/** What was computed of the frame, with the settings the picture was taken with. */
import { computed } from 'vue'

import OnePicture from '../../../planning/components/ComputedPicture/OnePicture.vue'
import type { Asked } from '../../../planning/composables/useComputed'
import { useLoaded } from '../../../api/loaded'
import type { Photo } from '../../composables/useSheet'

const { photo } = defineProps<{ photo: Photo }>()

const shot = useLoaded('/api/v1/shots/{shot_id}', () =>
  photo.shot_id ? { path: { shot_id: photo.shot_id } } : null,
)
const asked = computed<Asked | null>(() => {
  if (!shot.value.value) return null
  return {
    night_id: shot.value.value.night_id,
    shot: shot.value.value,
    shot_id: shot.value.value.id,
    settings: photo.tried,
    width_px: 480,
    window: { left: 0, top: 0, width: 1, height: 1 },
  }
})
</script>

<template>
  <div class="beside">
    <OnePicture v-if="asked" :asked="asked" view="beside" label="The computed picture">
      Computed for {{ photo.settings }}
    </OnePicture>
    <p v-else-if="shot.error.value" role="alert">{{ shot.error.value.message }}</p>
  </div>
</template>

<style scoped>
.beside {
  display: grid;
  align-content: center;
  min-width: 0;
}
</style>
