<script setup lang="ts">
/**
 * A word of a sentence that can be changed: it opens into its own small editor, in place, and the
 * sentence answers while it is open.
 */
import { ref, useTemplateRef } from 'vue'

import PlanWordEditor from './PlanWordEditor.vue'
import type { Schemas } from '../../../api/client'

const {
  text,
  question,
  value,
  isSet = true,
  error = undefined,
  kit = [],
  night = undefined,
} = defineProps<{
  /** The answer as the sentence has it. */
  text: string
  question: Schemas['QuestionOut']
  value: unknown
  /** Said by somebody, not proposed. */
  isSet?: boolean
  error?: string
  kit?: Schemas['KitItemOut'][]
  night?: Schemas['NightOut']
}>()
const emit = defineEmits<{ answer: [value: unknown] }>()

defineSlots<{ default?: (of: { close: () => void }) => unknown }>()

const isOpen = ref(false)
const word = useTemplateRef<HTMLButtonElement>('word')

function close(): void {
  isOpen.value = false
  word.value?.focus()
}
</script>

<template>
  <v-menu v-model="isOpen" :close-on-content-click="false" location="bottom start" offset="4">
    <template #activator="{ props }">
      <button
        v-bind="props"
        ref="word"
        type="button"
        class="word"
        :class="{ set: isSet, wrong: error }"
        :aria-label="`${question.label}: ${text}`"
      >
        {{ text }}
      </button>
    </template>
    <PlanWordEditor
      :question="question"
      :value="value"
      :error="error"
      :kit="kit"
      :night="night"
      @answer="(v) => emit('answer', v)"
      @done="close"
    >
      <slot :close="close" />
    </PlanWordEditor>
  </v-menu>
</template>

<style scoped>
/* inline, so that a long answer breaks over lines like any other words; its line is its target */
.word {
  display: inline;
  text-align: inherit;
  color: var(--muted);
  text-decoration: underline dotted;
  text-decoration-color: var(--muted);
  text-underline-offset: 5px;
}

.word.set {
  color: var(--ink);
  font-weight: 600;
}

.word:hover,
.word[aria-expanded='true'] {
  color: var(--picked);
  text-decoration-color: var(--picked);
}

.word.wrong {
  text-decoration: underline wavy var(--limit);
}
</style>
