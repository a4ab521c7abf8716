<script setup lang="ts">
/** While a sitting runs: the eye closes, the seconds are counted, one button. */
import ClosingEye from './ClosingEye.vue'
import { countText, type Moment } from './clock'

defineProps<{ moment: Moment; stageText: string; cue: string }>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <section class="running" aria-label="Running">
    <ClosingEye
      :share="moment.stage === 'open' ? moment.share : 0"
      :count="countText(moment.remaining_s ?? moment.elapsed_s)"
      :label="stageText"
    />
    <p class="phase">{{ cue || stageText }}</p>
    <button type="button" class="main" @click="emit('stop')">
      {{ moment.stage === 'delay' ? 'Not yet' : 'Close now' }}
    </button>
  </section>
</template>

<style scoped src="./field.css"></style>
