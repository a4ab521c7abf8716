<script setup lang="ts">
/** One picture, whole or pixel for pixel; where it is looked at is shared by those beside it. */
import { computed, ref, watch } from 'vue'

import type { Photo } from '../../composables/useSheet'

const { photo, isClose, showsEnds, at } = defineProps<{
  photo: Photo
  /** Pixel for pixel. */
  isClose: boolean
  /** Burnt out and black shown on it. */
  showsEnds: boolean
  /** The middle of what is seen close, in shares of the frame. */
  at: { x: number; y: number }
}>()
const emit = defineEmits<{ at: [at: { x: number; y: number }]; close: [is: boolean] }>()

const isThere = ref(false)
watch([() => photo.id, () => isClose], () => (isThere.value = false))
const natural = ref({ width: 1, height: 1 })
function onLoad(event: Event): void {
  const image = event.target as HTMLImageElement
  natural.value = { width: image.naturalWidth, height: image.naturalHeight }
  isThere.value = true
}
const size = computed(() => ({
  // a pixel of the picture is a pixel of the screen, whatever the screen's own scale
  width: `${natural.value.width / devicePixelRatio}px`,
  height: `${natural.value.height / devicePixelRatio}px`,
  transform: `translate(${-100 * at.x}%, ${-100 * at.y}%)`,
}))

let from: { x: number; y: number; at: { x: number; y: number } } | null = null
function grab(event: PointerEvent): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  from = { x: event.clientX, y: event.clientY, at }
}
function pull(event: PointerEvent): void {
  if (!from || !isClose) return
  const across = natural.value.width / devicePixelRatio
  const down = natural.value.height / devicePixelRatio
  const inside = (v: number) => Math.min(1, Math.max(0, v))
  emit('at', {
    x: inside(from.at.x - (event.clientX - from.x) / across),
    y: inside(from.at.y - (event.clientY - from.y) / down),
  })
}
function drop(event: PointerEvent): void {
  const still = from && Math.hypot(event.clientX - from.x, event.clientY - from.y) < 4
  from = null
  if (!still) return
  if (!isClose) {
    const box = (event.currentTarget as HTMLElement).querySelector('img')?.getBoundingClientRect()
    if (box)
      emit('at', {
        x: Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)),
        y: Math.min(1, Math.max(0, (event.clientY - box.top) / box.height)),
      })
  }
  emit('close', !isClose)
}
</script>

<template>
  <figure>
    <div
      class="glass"
      :class="{ close: isClose, waiting: !isThere }"
      @pointerdown="grab"
      @pointermove="pull"
      @pointerup="drop"
      @pointercancel="from = null"
    >
      <img
        v-if="isClose"
        class="pixels"
        :style="size"
        :src="`/api/v1/photos/${photo.id}/pixels.jpg`"
        :alt="`${photo.file_name}, pixel for pixel`"
        draggable="false"
        @load="onLoad"
      />
      <span v-else class="whole">
        <img
          :src="`/api/v1/photos/${photo.id}/look.jpg`"
          :alt="photo.file_name"
          draggable="false"
          @load="onLoad"
        />
        <img v-if="showsEnds" class="ends" :src="`/api/v1/photos/${photo.id}/ends.png`" alt="" />
      </span>
    </div>
    <figcaption>
      <span class="figures">{{ photo.settings }}</span>
      <span class="muted">{{ photo.file_name }}, {{ photo.taken_text }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  margin: 0;
}

.glass {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: #000;
  cursor: zoom-in;
  touch-action: none;
}

.glass.close {
  cursor: grab;
}

.whole {
  position: absolute;
  inset: 0;
}

.whole img {
  position: absolute;
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.pixels {
  position: absolute;
  top: 50%;
  left: 50%;
  max-width: none;
  image-rendering: pixelated;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  padding: 6px 2px 0;
}
</style>
