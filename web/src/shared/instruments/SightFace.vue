<script setup lang="ts">
/** Point the phone: bearing, tilt and roll; what stands there now, and what comes there when. */
import { computed, ref, watch } from 'vue'

import ReadOut from './ReadOut.vue'
import SensorNote from './SensorNote.vue'
import SetCompass from './SetCompass.vue'
import TypedSight from './TypedSight.vue'
import WhatStands from './WhatStands.vue'
import type { Kit } from './kept'
import type { Answer, AskedFor, Outcome } from './outcome'
import OutcomeNote from './OutcomeNote.vue'
import type { Attitude } from './useAttitude'
import type { Bearing } from './useBearing'

const { kit, attitude, bearing, asked } = defineProps<{
  kit: Kit
  attitude: Attitude
  bearing: Bearing
  asked: AskedFor | null
}>()
const emit = defineEmits<{
  put: [answer: Answer, outcomes: Outcome[]]
  keep: [outcomes: Outcome[]]
}>()

const outcomes = ref<Outcome[]>([])
const said = ref('')
const wandered = ref('')
const isKept = ref(false)

async function hold(): Promise<void> {
  const found = await attitude.measure()
  if (!found) return
  said.value = bearing.faultOf(found)
  wandered.value = `held still, it wandered by ${found.bearing.spread.toFixed(1)}° and ${found.tilt.spread.toFixed(1)}°`
  take({
    ...(!isSteep(found.tilt.mean) && { bearing_true_deg: bearing.figureOf(found.bearing) }),
    tilt_deg: bearing.tiltOf(found.tilt),
  })
}
function take(figures: Partial<Record<string, { value: number; sd: number }>>): void {
  outcomes.value = kit.sight_results.flatMap((result) => {
    const figure = figures[result.key]
    const isKnown = result.key !== 'bearing_true_deg' || bearing.knowsNorth.value || isTyped.value
    return figure && isKnown ? [{ result, figure }] : []
  })
  isKept.value = false
}
const isSteep = (tilt_deg: number) => Math.abs(tilt_deg) > kit.compass.steep_deg
/** Straight up or down every bearing is there. */
const pointed = computed(() => {
  const at = bearing.pointed.value
  return at && !isSteep(at.altitude_deg) ? at : null
})
const isTyped = computed(() => attitude.shown.value === null)
watch(
  () => attitude.hold.value,
  () => (outcomes.value = []),
)
function keep(): void {
  isKept.value = true
  emit('keep', outcomes.value)
}
const button = computed(() =>
  attitude.progress.value === null
    ? 'Hold still, and read'
    : `Hold still … ${Math.ceil((1 - attitude.progress.value) * kit.compass.hold_s)} s`,
)
</script>

<template>
  <div class="face">
    <SensorNote :kit="kit" :attitude="attitude" />
    <template v-if="attitude.shown.value">
      <div class="pair" role="group" aria-label="How the phone is held">
        <button
          v-for="one in kit.holds"
          :key="one.key"
          type="button"
          class="touch"
          :aria-pressed="attitude.hold.value === one.key"
          :title="one.help"
          @click="attitude.holdAs(one.key)"
        >
          {{ one.label }}
        </button>
      </div>
      <ReadOut :kit="kit" :attitude="attitude" :bearing="bearing" />
      <button
        type="button"
        class="touch main"
        :disabled="attitude.progress.value !== null"
        @click="hold"
      >
        {{ button }}
      </button>
    </template>
    <TypedSight v-else-if="attitude.state.value !== 'waiting'" :kit="kit" @take="take" />
    <p v-if="said" class="said" role="alert">{{ said }}</p>
    <OutcomeNote
      v-if="outcomes.length"
      :outcomes="outcomes"
      :asked="asked"
      :count="wandered"
      :is-kept="isKept"
      @put="(a) => emit('put', a, outcomes)"
      @keep="keep"
    />
    <SetCompass v-if="attitude.shown.value" :kit="kit" :attitude="attitude" :bearing="bearing" />
    <WhatStands :kit="kit" :pointed="pointed" :sd-deg="bearing.sd_deg.value" />
  </div>
</template>

<style scoped src="./instruments.css"></style>
