<script setup lang="ts">
/** One picture, whole or pixel for pixel; where it is looked at is shared by those beside it. */
import { computed, ref, watch } from 'vue'

import type { Photo } from '../../composables/useSheet'
import type { Place } from '../../composables/useSpots'

const {
  photo,
  isClose,
  showsEnds,
  at,
  marks = {},
  isAsking = false,
} = defineProps<{
  photo: Photo
  /** Pixel for pixel. */
  isClose: boolean
  /** Burnt out and black shown on it. */
  showsEnds: boolean
  /** The middle of what is seen close, in shares of the frame. */
  at: Place
  /** Where lights were read, by their keys. */
  marks?: Record<string, Place>
  /** A tap is about a light, and looks no closer. */
  isAsking?: boolean
}>()
const emit = defineEmits<{ at: [at: Place]; close: [is: boolean]; tap: [at: Place] }>()

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

let from: (Place & { at: Place }) | null = null
const inside = (v: number) => Math.min(1, Math.max(0, v))
function grab(event: PointerEvent): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  from = { x: event.clientX, y: event.clientY, at }
}
function pull(event: PointerEvent): void {
  if (!from || !isClose) return
  const across = natural.value.width / devicePixelRatio
  const down = natural.value.height / devicePixelRatio
  emit('at', {
    x: inside(from.at.x - (event.clientX - from.x) / across),
    y: inside(from.at.y - (event.clientY - from.y) / down),
  })
}
function drop(event: PointerEvent): void {
  const still = from && Math.hypot(event.clientX - from.x, event.clientY - from.y) < 4
  from = null
  if (!still) return
  const place = placeOf(event)
  if (isAsking) {
    if (place) emit('tap', place)
    return
  }
  if (!isClose && place) emit('at', place)
  emit('close', !isClose)
}

/** Where in the picture it was touched, in shares of it; null beside it. */
function placeOf(event: PointerEvent): Place | null {
  const box = (event.currentTarget as HTMLElement).querySelector('img')?.getBoundingClientRect()
  if (!box || !isThere.value) return null
  const picture = isClose ? box : fitted(box)
  const x = (event.clientX - picture.left) / picture.width
  const y = (event.clientY - picture.top) / picture.height
  return x === inside(x) && y === inside(y) ? { x, y } : null
}

/** The part of a box that a picture put into it whole covers. */
function fitted(box: Pick<DOMRect, 'left' | 'top' | 'width' | 'height'>) {
  const { width: across, height: down } = natural.value
  const scale = Math.min(box.width / across, box.height / down)
  const [width, height] = [across * scale, down * scale]
  return {
    left: box.left + (box.width - width) / 2,
    top: box.top + (box.height - height) / 2,
    width,
    height,
  }
}
</script>

<template>
  <figure>
    <div
      class="glass"
      :class="{ close: isClose, waiting: !isThere, asking: isAsking }"
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
        <svg v-if="isThere" :viewBox="`0 0 ${natural.width} ${natural.height}`" aria-hidden="true">
          <circle
            v-for="(mark, key) in marks"
            :key="key"
            :cx="mark.x * natural.width"
            :cy="mark.y * natural.height"
            :r="Math.max(natural.width, natural.height) / 90"
          />
        </svg>
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

.glass.asking {
  cursor: crosshair;
}

.whole svg {
  position: absolute;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

.whole circle {
  fill: none;
  stroke: var(--picked);
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
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
