<script setup lang="ts">
/** Settings by the minute: what one setting becomes as the light moves, or a series frame by frame. */
import type { Schemas } from '../../api/client'

defineProps<{ title: string; note?: string; steps: Schemas['StepOut'][] }>()
</script>

<template>
  <section v-if="steps.length">
    <h3>{{ title }}</h3>
    <p v-if="note">{{ note }}</p>
    <ol class="plain">
      <li v-for="step in steps" :key="step.at_utc">
        <span class="figures clock">{{ step.at_local }}</span>
        <span class="figures set">{{ step.settings }}</span>
        <span class="muted figures moved">{{ step.moved }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
ol {
  columns: 2 300px;
}

section > p {
  margin-bottom: 8px;
}

.clock {
  display: inline-block;
  min-width: 4em;
}

.moved {
  padding-left: 0.8em;
}

.set {
  display: inline-block;
  min-width: 12em;
  font-weight: 600;
}
</style>
