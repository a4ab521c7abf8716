<script setup lang="ts">
/** The lights of a picture: which one the next tap reads, and what was read. */
import type { UseSpotsReturn } from '../../composables/useSpots'

const { spots } = defineProps<{ spots: UseSpotsReturn }>()
const { value, asked } = spots
</script>

<template>
  <div v-if="value" class="spots" role="group" aria-label="Read a light">
    <p v-if="value.trouble" class="muted">{{ value.trouble }}</p>
    <div v-for="light in value.lights" :key="light.key" class="light">
      <button
        type="button"
        class="read"
        :aria-pressed="asked === light.key"
        @click="asked = asked === light.key ? null : light.key"
      >
        Read {{ light.name }}
      </button>
      <button
        v-if="light.text"
        type="button"
        class="back"
        :aria-label="`Take back what was read of ${light.name}`"
        @click="spots.forget(light.key)"
      >
        take back
      </button>
      <p v-if="light.text" role="status">{{ light.text }}.</p>
    </div>
    <p v-if="asked !== null" class="muted">Tap the picture where it is.</p>
  </div>
</template>

<style scoped>
.spots {
  display: grid;
  gap: 8px;
}

.light {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 8px;
  align-items: center;
}

.light p {
  grid-column: 1 / -1;
}

button {
  min-height: 44px;
  padding: 0 12px;
  color: var(--muted);
}

.read {
  text-align: left;
  border: 1px solid var(--line);
}

.read[aria-pressed='true'] {
  color: var(--ink);
  border-color: var(--picked);
  box-shadow: inset 0 -3px 0 var(--picked);
}
</style>
