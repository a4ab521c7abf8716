<script setup lang="ts">
/** What a word of the app means, in a line, until somebody says it is known. `?` has it again. */
import { computed } from 'vue'

import { usePreferences } from '../stores/preferences'
import { WORDS, type Word } from '../ownWords'

const { words } = defineProps<{
  /** One at a time, in this order. */
  words: Word[]
}>()
const preferences = usePreferences()
const word = computed(() => words.find((word) => !preferences.met.includes(word)))
</script>

<template>
  <p v-if="word" class="meeting no-print">
    <strong>{{ WORDS[word].name }}</strong>: {{ WORDS[word].says }}
    <button
      type="button"
      :aria-label="`${WORDS[word].name}: known`"
      @click="preferences.meet(word)"
    >
      Known
    </button>
  </p>
</template>

<style scoped>
.meeting {
  max-width: 88ch;
  margin: 6px 0;
  padding-left: 12px;
  border-left: 3px solid var(--room);
  font-size: 0.95rem;
}

button {
  min-height: 32px;
  padding: 0 6px;
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
}

@media (max-width: 599px) {
  button {
    min-height: 44px;
  }
}
</style>
