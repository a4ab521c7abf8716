<script setup lang="ts">
/** The seven words: darker to the left, brighter to the right, the good one across. */
import { computed } from 'vue'

import type { Verdict } from '../bundle'
import type { Schemas } from '../../api/client'

const { verdicts, said = undefined } = defineProps<{
  verdicts: Schemas['VerdictOut'][]
  /** The word that was said, to be seen and to be taken back. */
  said?: Verdict
}>()
const emit = defineEmits<{ say: [verdict: Verdict] }>()

const rows = computed(() => {
  const middle = Math.floor(verdicts.length / 2)
  const rows = [[verdicts[middle]]]
  for (let i = 1; i <= middle; i++) rows.push([verdicts[middle - i], verdicts[middle + i]])
  return rows.map((row) => row.filter((v) => v !== undefined))
})
</script>

<template>
  <div>
    <div v-for="(row, i) in rows" :key="i" class="row">
      <button
        v-for="v in row"
        :key="v.key"
        type="button"
        class="word"
        :class="{ good: i === 0 }"
        :aria-pressed="v.key === said"
        @click="emit('say', v.key)"
      >
        {{ v.label }}
      </button>
    </div>
  </div>
</template>

<style scoped src="./field.css"></style>
