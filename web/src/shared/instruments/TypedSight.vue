<script setup lang="ts">
/** Without sensors: what somebody read off a compass or a map, and a level. */
import { ref } from 'vue'

import QuestionField from '../components/QuestionField'
import { worked } from './formula'
import type { Kit } from './kept'
import type { Figure } from './say'

const { kit } = defineProps<{ kit: Kit }>()
const emit = defineEmits<{ take: [figures: Partial<Record<string, Figure>>] }>()

const typed = ref<Record<string, number>>({})
function answer(key: string, value: unknown): void {
  if (typeof value === 'number') typed.value = { ...typed.value, [key]: value }
  const { bearing_true_deg, tilt_deg } = typed.value
  emit('take', {
    ...(bearing_true_deg !== undefined && {
      bearing_true_deg: { value: bearing_true_deg, sd: kit.compass.typed_sd_deg },
    }),
    ...(tilt_deg !== undefined && {
      tilt_deg: { value: tilt_deg, sd: worked(kit.compass.tilt_sd, { spread_deg: 0 }) },
    }),
  })
}
</script>

<template>
  <div class="pair">
    <QuestionField
      v-for="question in kit.sight_questions"
      :key="question.key"
      :question="question"
      :value="typed[question.key]"
      @answer="(value) => answer(question.key, value)"
    />
  </div>
</template>

<style scoped src="./instruments.css"></style>
