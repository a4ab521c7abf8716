<script setup lang="ts">
/** What is wrong with the sensors, in words, and what helps. */
import { computed } from 'vue'

import type { Kit } from './kept'
import type { Attitude } from './useAttitude'

const { kit, attitude } = defineProps<{ kit: Kit; attitude: Attitude }>()

const said = computed(() => {
  const { words } = kit.compass
  const state = attitude.state.value
  if (state in words) return words[state]
  if (attitude.isSilent.value) return words.silent
  return attitude.hasJumped.value ? words.jumps : ''
})
</script>

<template>
  <div v-if="said" class="said" role="status">
    <p>{{ said }}</p>
    <button
      v-if="attitude.state.value === 'asks'"
      type="button"
      class="touch"
      @click="attitude.ask"
    >
      Let the page read how the phone is held
    </button>
  </div>
</template>

<style scoped src="./instruments.css"></style>
