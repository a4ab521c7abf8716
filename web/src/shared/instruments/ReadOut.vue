<script setup lang="ts">
/** Where the phone points: bearing large and quiet, tilt, and how far it is from plumb. */
import { computed } from 'vue'

import type { Kit } from './kept'
import { sayBearing, sayRoll, sayTilt } from './say'
import type { Attitude } from './useAttitude'
import type { Bearing } from './useBearing'

const { kit, attitude, bearing } = defineProps<{
  kit: Kit
  attitude: Attitude
  bearing: Bearing
}>()

const shown = computed(() => attitude.shown.value)
const pointed = computed(() => bearing.pointed.value)
const isSteep = computed(() => !!shown.value && Math.abs(shown.value.tilt) > kit.compass.steep_deg)
const figure = computed(() => {
  if (!pointed.value || isSteep.value) return '—'
  return sayBearing(pointed.value.bearing_deg, kit.bearing_shown)
})
const unit = computed(() => (kit.bearing_shown ? 'magnetic' : 'true'))
</script>

<template>
  <div class="out" aria-label="Read-out">
    <p class="bearing figures">
      {{ figure }}
      <small
        >±
        {{ bearing.knowsNorth.value ? Math.max(1, Math.round(bearing.sd_deg.value)) : '—' }}°</small
      >
    </p>
    <p class="muted unit">{{ unit }}</p>
    <template v-if="shown">
      <p class="tilt figures">{{ sayTilt(shown.tilt) }}</p>
      <svg viewBox="-150 -30 300 60" role="img" :aria-label="sayRoll(shown.roll)">
        <line x1="-140" x2="140" y1="0" y2="0" class="level" />
        <g :transform="`rotate(${shown.roll})`">
          <line x1="-96" x2="96" y1="0" y2="0" class="held" />
          <line x1="0" x2="0" y1="-14" y2="14" class="held" />
        </g>
      </svg>
      <p class="figures roll">{{ sayRoll(shown.roll) }}</p>
    </template>
  </div>
</template>

<style scoped>
.out {
  display: grid;
  justify-items: center;
}

.bearing {
  font-size: clamp(4rem, 24vw, 6.5rem);
  font-weight: 700;
  line-height: 1;
  letter-spacing: -0.03em;
}

.bearing small {
  font-size: 0.22em;
  font-weight: 400;
  letter-spacing: 0;
  color: var(--muted);
}

.tilt {
  font-size: 1.9rem;
  font-weight: 600;
}

svg {
  width: min(300px, 80%);
  overflow: visible;
}

.level {
  stroke: var(--line);
  stroke-width: 2;
}

.held {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
