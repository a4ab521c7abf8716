<script setup lang="ts">
/** While a sitting runs: the eye closes, the seconds are counted, one button. */
import ClosingEye from './ClosingEye.vue'
import { countText, type Moment } from '../clock'

defineProps<{
  moment: Moment
  stageText: string
  cue: string
  next: { text: string; in_s: number } | null
  soundIsHeld: boolean
}>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <section class="running" aria-label="Running">
    <ClosingEye
      :share="moment.stage === 'open' ? moment.share : 0"
      :count="countText(moment.remaining_s ?? moment.elapsed_s)"
      :label="stageText"
    />
    <p class="phase" :class="{ cue }">{{ cue || stageText }}</p>
    <p v-if="next" class="next figures">
      {{ next.text }} <span class="muted">in {{ countText(next.in_s) }}</span>
    </p>
    <p v-if="soundIsHeld" class="muted held">Touch the screen once to hear it.</p>
    <button type="button" class="main" @click="emit('stop')">
      {{ moment.stage === 'delay' ? 'Not yet' : 'Close now' }}
    </button>
    <slot />
  </section>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.cue {
  font-size: clamp(2.6rem, 14vw, 4.4rem);
  font-weight: 700;
  line-height: 1.1;
}

.held {
  text-align: center;
}

.next {
  min-height: 1.4em;
  font-size: 1.6rem;
  text-align: center;
}
</style>
