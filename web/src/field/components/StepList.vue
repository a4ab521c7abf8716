<script setup lang="ts">
/** What is done before the button, one large row each, and what to mind. */
import type { Schemas } from '../../api/client'

defineProps<{
  steps: Schemas['LineOut'][]
  cautions: Schemas['LineOut'][]
  hazards: string
  checked: string[]
}>()
const emit = defineEmits<{ check: [code: string] }>()
</script>

<template>
  <ol class="steps">
    <li v-for="step in steps" :key="step.code">
      <button
        type="button"
        role="checkbox"
        :aria-checked="checked.includes(step.code)"
        @click="emit('check', step.code)"
      >
        <span class="box" aria-hidden="true" />
        <span>{{ step.text }}</span>
      </button>
    </li>
  </ol>
  <ul class="cautions">
    <li v-for="line in cautions" :key="line.code">{{ line.text }}</li>
    <li v-if="hazards">{{ hazards }}</li>
  </ul>
</template>

<style scoped src="./field.css"></style>
