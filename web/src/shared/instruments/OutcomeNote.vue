<script setup lang="ts">
/** What came of it, each with its ±, and where it goes. */
import { computed } from 'vue'

import { answerTo, type Answer, type AskedFor, type Outcome } from './outcome'
import { sayFigure } from './say'

const {
  outcomes,
  asked,
  count = '',
  isKept,
} = defineProps<{
  outcomes: Outcome[]
  asked: AskedFor | null
  /** Of how many: `3 vehicles`. */
  count?: string
  isKept: boolean
}>()
const emit = defineEmits<{ put: [answer: Answer]; keep: [] }>()

const answer = computed(() => answerTo(asked, outcomes))
const answerText = computed(() => {
  const one = outcomes.find((o) => o.figure.value === answer.value?.value)
  return one ? sayFigure(one.figure, one.result.unit, one.result.shown) : ''
})
const canKeep = computed(() => outcomes.some((outcome) => Number.isFinite(outcome.figure.value)))
</script>

<template>
  <section class="result" aria-label="What came of it" role="status">
    <ul class="plain">
      <li v-for="one in outcomes" :key="one.result.key">
        {{ one.result.label }}
        <span class="figures reading">{{
          sayFigure(one.figure, one.result.unit, one.result.shown)
        }}</span>
      </li>
    </ul>
    <p v-if="count" class="muted">{{ count }}</p>
    <p v-if="isKept" class="muted">
      On the shot's page the words it can answer offer it, with its ±.
    </p>
    <div class="pair">
      <button v-if="answer" type="button" class="touch" @click="emit('put', answer)">
        Put in {{ answerText }}
      </button>
      <button type="button" class="touch" :disabled="!canKeep || isKept" @click="emit('keep')">
        {{ isKept ? 'Kept' : 'Keep it' }}
      </button>
    </div>
  </section>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.pair {
  margin-top: 10px;
}
</style>
