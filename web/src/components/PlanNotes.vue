<script setup lang="ts">
/** Why these settings, what goes wrong, what is done in order, what to mind. */
import type { Schemas } from '../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
</script>

<template>
  <div class="notes">
    <section>
      <h2>Why</h2>
      <ul class="plain">
        <li v-for="(reason, i) in plan.reasons" :key="reason.code">
          {{ sentence(reason.text) }}
          <span
            v-if="reason.source && reason.source !== plan.reasons[i - 1]?.source"
            class="muted source"
            >{{ reason.source }}</span
          >
        </li>
      </ul>
      <h2>What goes wrong</h2>
      <ul class="plain">
        <li v-for="line in plan.mistakes" :key="line.code">{{ line.text }}</li>
      </ul>
    </section>
    <section>
      <h2>In order</h2>
      <ol class="steps">
        <li v-for="step in plan.steps" :key="step.code">{{ step.text }}</li>
      </ol>
      <h2>Mind</h2>
      <ul class="plain">
        <li v-for="line in plan.cautions" :key="line.code">{{ line.text }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped src="../themes/lists.css"></style>
<style scoped>
.notes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 32px;
  margin-top: 12px;
}

.source {
  display: block;
  font-size: 0.88rem;
}

.steps {
  padding-left: 1.3em;
}

.steps li {
  margin-bottom: 4px;
}

@media (max-width: 899px) {
  .notes {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
