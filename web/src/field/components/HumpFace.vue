<script setup lang="ts">
/**
 * Where the subject's hump stands on the camera's own histogram: the same drawn here, to be tapped.
 * The places it may stand at come with the night; nothing is reckoned here.
 */
import { computed, ref } from 'vue'

import type { Hump } from '../seen'

const { humps, said } = defineProps<{ humps: Hump[]; of: string; said: string | null }>()
const emit = defineEmits<{ stand: [hump: string | null] }>()

const [WIDTH, HEIGHT] = [320, 110]
const at = ref(
  Math.max(
    0,
    humps.findIndex((hump) => hump.key === said),
  ),
)
const isTapped = ref(said !== null)
const hump = computed(() => humps[at.value])

/** A hump around where it stands, as a camera draws one. */
const outline = computed(() => {
  if (!isTapped.value || !hump.value) return ''
  const middle = hump.value.at_share * WIDTH
  return `M ${middle - 46} ${HEIGHT} C ${middle - 18} ${HEIGHT}, ${middle - 16} 14, ${middle} 14 S ${middle + 18} ${HEIGHT}, ${middle + 46} ${HEIGHT} Z`
})

function tap(event: PointerEvent): void {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const share = (event.clientX - box.left) / box.width
  const apart = (one: Hump) => Math.abs(one.at_share - share)
  at.value = humps.reduce((best, one, i) => (apart(one) < apart(humps[best] ?? one) ? i : best), 0)
  isTapped.value = true
}

function move(by: number): void {
  at.value = Math.min(humps.length - 1, Math.max(0, at.value + by))
  isTapped.value = true
}
</script>

<template>
  <div class="hump-face">
    <p class="ask">Where does the hump of {{ of }} stand? Tap the place.</p>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      preserveAspectRatio="none"
      role="img"
      :aria-label="isTapped ? `The hump ${hump?.label}` : 'A histogram, nothing marked'"
      @pointerdown="tap"
    >
      <rect x="0" y="0" :width="WIDTH" :height="HEIGHT" class="frame" />
      <path v-if="outline" :d="outline" />
    </svg>
    <p class="figures where" role="status">{{ isTapped ? hump?.label : 'nothing marked' }}</p>
    <div class="row small">
      <button type="button" @click="move(-1)">Darker</button>
      <button type="button" @click="move(1)">Brighter</button>
    </div>
    <div class="row small">
      <button type="button" :disabled="!isTapped" @click="emit('stand', hump?.key ?? null)">
        It stands there
      </button>
      <button v-if="said" type="button" @click="emit('stand', null)">Take it back</button>
    </div>
  </div>
</template>

<style scoped src="./field.css"></style>
<style scoped>
svg {
  display: block;
  width: 100%;
  height: 130px;
  touch-action: none;
}

.frame {
  fill: var(--sheet);
  stroke: var(--line);
  vector-effect: non-scaling-stroke;
}

path {
  fill: none;
  stroke: var(--picked);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}

.where {
  text-align: center;
}
</style>
