<script setup lang="ts">
/**
 * One computed frame: tap it to read a spot, look at it photosite by photosite, and drag the
 * stand-in where there is one.
 */
import { computed, ref, useTemplateRef, watch } from 'vue'

import { useComputed, type Asked } from '../../composables/useComputed'
import type { Schemas } from '../../../api/client'
import { useWidth } from '../../../shared/composables/useWidth'

type Window = Schemas['WindowIn']

const {
  asked,
  view,
  label,
  aspect = 1.5,
  isClose = false,
  spot = null,
  canDrag = false,
} = defineProps<{
  asked: Asked
  /** Which of the page's pictures this is. */
  view: string
  label: string
  /** Width over height of the frame, until it is there. */
  aspect?: number
  /** Photosite for pixel. */
  isClose?: boolean
  /** The spot that was tapped last, in shares of the frame; close-ups are of it. */
  spot?: { x: number; y: number } | null
  /** Whether the stand-in follows a hand. */
  canDrag?: boolean
}>()
const emit = defineEmits<{
  picture: [picture: Schemas['PictureOut'] | null]
  tap: [x: number, y: number]
  /** The stand-in was dragged so far, in shares of the frame. */
  drag: [x: number, y: number]
}>()

const frame = useTemplateRef<HTMLElement>('frame')
const width = useWidth(frame, 480)

/** The whole frame is asked for once, and tells how wide a close-up is. */
const closeWidth = ref(1)
const window_ = computed<Window>(() => {
  if (!isClose) return { left: 0, top: 0, width: 1, height: 1 }
  const side = closeWidth.value
  const inside = (middle: number) => Math.min(1 - side, Math.max(0, middle - side / 2))
  return { left: inside(spot?.x ?? 0.5), top: inside(spot?.y ?? 0.4), width: side, height: side }
})
const most = 1200
const finePx = computed(() => Math.min(most, width.value * Math.min(2, devicePixelRatio)))
const { picture, error, isComing } = useComputed(
  () => ({ ...asked, window: window_.value }),
  () => finePx.value,
  view,
)
watch(picture, (now) => {
  if (now && !isClose) closeWidth.value = now.window_of_1_to_1
  emit('picture', now)
})

const inWindow = (x: number, y: number) => ({
  left: `${(100 * (x - window_.value.left)) / window_.value.width}%`,
  top: `${(100 * (y - window_.value.top)) / window_.value.height}%`,
})
const standIn = computed(() => (isClose ? null : (picture.value?.stand_in ?? null)))
const moved = ref({ x: 0, y: 0 })
const box = computed(() => {
  const one = standIn.value
  if (!one) return null
  return {
    ...inWindow(one.left + moved.value.x, one.top + moved.value.y),
    width: `${100 * (one.right - one.left)}%`,
    height: `${100 * (one.bottom - one.top)}%`,
  }
})

function shareAt(event: PointerEvent | MouseEvent): { x: number; y: number } {
  const rect = frame.value?.getBoundingClientRect() ?? new DOMRect(0, 0, 1, 1)
  const [across, down] = [
    (event.clientX - rect.left) / rect.width,
    (event.clientY - rect.top) / rect.height,
  ]
  const inside = (v: number) => Math.min(1, Math.max(0, v))
  return {
    x: inside(window_.value.left + across * window_.value.width),
    y: inside(window_.value.top + down * window_.value.height),
  }
}

let from: { x: number; y: number } | null = null
function grab(event: PointerEvent): void {
  if (!canDrag || !standIn.value) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  from = shareAt(event)
}
function pull(event: PointerEvent): void {
  if (!from) return
  const at = shareAt(event)
  moved.value = { x: at.x - from.x, y: 0 }
}
function drop(): void {
  if (from && standIn.value && Math.abs(moved.value.x) > 0.004) {
    const { left, right, bottom } = standIn.value
    emit('drag', (left + right) / 2 + moved.value.x, bottom)
  }
  from = null
  moved.value = { x: 0, y: 0 }
}

function tap(event: MouseEvent): void {
  const { x, y } = shareAt(event)
  emit('tap', x, y)
}
const STEP = 0.05
const WAYS: Record<string, { x: number; y: number }> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}
function onKey(event: KeyboardEvent): void {
  const way = WAYS[event.key]
  if (!way) return
  event.preventDefault()
  const step = isClose ? window_.value.width / 2 : STEP
  const inside = (v: number) => Math.min(1, Math.max(0, v))
  emit('tap', inside((spot?.x ?? 0.5) + way.x * step), inside((spot?.y ?? 0.4) + way.y * step))
}
const TALLEST_PX = 440 // the rails stay in the first screenful
const sides = computed(() =>
  picture.value ? picture.value.width_px / picture.value.height_px : aspect,
)
const widest = computed(() => `${TALLEST_PX * sides.value}px`)
</script>

<template>
  <figure>
    <div
      ref="frame"
      class="frame"
      :class="{ coming: isComing }"
      :style="{ aspectRatio: sides, maxWidth: widest }"
      tabindex="0"
      role="application"
      :aria-label="`${label}. Arrow keys move the spot that is read.`"
      @click="tap"
      @keydown="onKey"
    >
      <img
        v-if="picture"
        :src="`data:image/jpeg;base64,${picture.image}`"
        :alt="`${label}: ${picture.reading}`"
        draggable="false"
      />
      <span v-if="spot && !isClose" class="spot" :style="inWindow(spot.x, spot.y)" />
      <span
        v-if="box && canDrag"
        class="stand-in"
        :style="box"
        title="Drag the stand-in"
        @click.stop
        @pointerdown="grab"
        @pointermove="pull"
        @pointerup="drop"
        @pointercancel="drop"
      />
    </div>
    <p v-if="error" role="alert" class="error">{{ error.message }}</p>
    <figcaption class="muted">
      <slot />
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}

.frame {
  position: relative;
  overflow: hidden;
  width: 100%;
  background: #000;
  cursor: crosshair;
}

img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: fill;
  user-select: none;
}

.frame:focus-visible {
  outline: 2px solid var(--picked);
  outline-offset: 2px;
}

.spot {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px 0 0 -9px;
  border: 2px solid var(--picked);
  border-radius: 50%;
  pointer-events: none;
}

.stand-in {
  position: absolute;
  border: 1px dashed var(--picked);
  cursor: ew-resize;
  touch-action: none;
}

figcaption {
  margin-top: 4px;
}

.error {
  color: var(--limit);
}
</style>
