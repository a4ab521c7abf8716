<script setup lang="ts">
/** A take's picture, large, to read its lights off. */
import { nextTick, ref, useTemplateRef } from 'vue'

import OneLook from './OneLook.vue'
import SpotLights from './SpotLights.vue'
import type { Photo } from '../../composables/useSheet'
import { useSpots } from '../../composables/useSpots'

const { photo } = defineProps<{ photo: Photo }>()
const emit = defineEmits<{ read: []; leave: [] }>()

const spots = useSpots(
  () => photo.id,
  () => emit('read'),
)
const { asked, marks } = spots
void spots.refresh().then(() => (asked.value = spots.value.value?.lights[0]?.key ?? null))

const isClose = ref(false)
const at = ref({ x: 0.5, y: 0.5 })
const dialog = useTemplateRef<HTMLElement>('dialog')
void nextTick(() => dialog.value?.focus())
</script>

<template>
  <Teleport to="body">
    <div
      ref="dialog"
      class="look"
      role="dialog"
      aria-modal="true"
      aria-label="Read a light off the picture"
      tabindex="-1"
      @keydown.esc="emit('leave')"
    >
      <div class="pictures">
        <OneLook
          :photo="photo"
          :is-close="isClose"
          :shows-ends="false"
          :at="at"
          :marks="marks"
          :is-asking="asked !== null"
          @at="(to) => (at = to)"
          @close="(to) => (isClose = to)"
          @tap="spots.read"
        />
      </div>
      <aside>
        <p class="top">
          <button type="button" class="step" :aria-pressed="isClose" @click="isClose = !isClose">
            1:1
          </button>
          <button type="button" class="step leave" @click="emit('leave')">Close</button>
        </p>
        <SpotLights :spots="spots" />
      </aside>
    </div>
  </Teleport>
</template>

<style scoped src="./look.css"></style>
