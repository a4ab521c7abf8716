<script setup lang="ts">
/** One control set by steps: a third of a stop or a whole one, darker to the left as on the rails. */
import { computed } from 'vue'

import { placeOf } from '../dial'

interface Step {
  value: number
  text: string
}

const { title, steps, value, stride } = defineProps<{
  title: string
  steps: Step[]
  value: number
  /** Positions in a stop. */
  stride: number
}>()
const emit = defineEmits<{ set: [value: number] }>()

const at = computed(() => placeOf(steps, value))
function go(by: number): void {
  const step = steps[Math.min(steps.length - 1, Math.max(0, at.value + by))]
  if (step && step.value !== value) emit('set', step.value)
}
</script>

<template>
  <div class="dial" role="group" :aria-label="title">
    <button
      type="button"
      :disabled="at === 0"
      :aria-label="`${title}: much darker`"
      @click="go(-stride)"
    >
      «
    </button>
    <button type="button" :disabled="at === 0" :aria-label="`${title}: darker`" @click="go(-1)">
      ‹
    </button>
    <output class="figures">{{ steps[at]?.text }}</output>
    <button
      type="button"
      :disabled="at === steps.length - 1"
      :aria-label="`${title}: brighter`"
      @click="go(1)"
    >
      ›
    </button>
    <button
      type="button"
      :disabled="at === steps.length - 1"
      :aria-label="`${title}: much brighter`"
      @click="go(stride)"
    >
      »
    </button>
  </div>
</template>

<style scoped>
.dial {
  display: grid;
  grid-template-columns: 1fr 1fr 2fr 1fr 1fr;
  align-items: center;
  max-width: 420px;
}

button {
  min-height: var(--dial-height, 44px);
  font-size: 1.4rem;
}

button:disabled {
  color: var(--line);
}

output {
  font-size: 1.15rem;
  font-weight: 600;
  text-align: center;
}
</style>
