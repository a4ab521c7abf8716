<script setup lang="ts">
/** A stand-in for what stands before the sky: its shape, size and place. */
import { computed } from 'vue'

import QuestionField from './QuestionField'
import type { ApiError, Schemas } from '../api/client'

type Subject = Schemas['StandInIn']

const { questions, subject, bearing, error } = defineProps<{
  questions: Schemas['QuestionOut'][]
  subject: Subject | null
  /** Where the camera looks: a new one is put there. */
  bearing: number
  error: ApiError | null
}>()
const emit = defineEmits<{ change: [subject: Subject | null] }>()

/** As its questions have it, where the camera looks. */
const first = computed(
  () =>
    ({
      ...Object.fromEntries(questions.map((q) => [q.key, q.default])),
      bearing_true_deg: bearing,
    }) as Subject,
)
const isThere = computed(() => subject !== null)
const valueOf = (key: string) => subject?.[key as keyof Subject]

function answer(key: string, value: unknown): void {
  if (subject && value !== null) emit('change', { ...subject, [key]: value })
}
</script>

<template>
  <div class="stand-in">
    <h2>What stands there</h2>
    <template v-if="isThere">
      <div class="own">
        <QuestionField
          v-for="question in questions"
          :key="question.key"
          :question="question"
          :value="valueOf(question.key)"
          :error="error?.fault(question.key)"
          @answer="(value) => answer(question.key, value)"
        />
      </div>
      <v-btn @click="emit('change', null)">Take it away</v-btn>
    </template>
    <template v-else>
      <p class="muted">
        A tower, a tree, a person: put a stand-in there, and see its size in the frame and what
        stands behind it when.
      </p>
      <v-btn @click="emit('change', first)">Put a stand-in there</v-btn>
    </template>
  </div>
</template>

<style scoped>
.stand-in {
  display: grid;
  gap: 10px;
  margin-top: 22px;
}

.own {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

h2 {
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}
</style>
