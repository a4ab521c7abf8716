<script setup lang="ts">
/** What this kind of picture has to say of itself: a sketch, figures, and other ways tonight. */
import FrameSketch from './FrameSketch.vue'
import LightSteps from './LightSteps.vue'
import type { Schemas } from '../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
</script>

<template>
  <section v-if="plan.facts.length || plan.sketch" class="facts">
    <FrameSketch v-if="plan.sketch" :sketch="plan.sketch" />
    <ul class="plain">
      <li v-for="fact in plan.facts" :key="fact.code">{{ sentence(fact.text) }}</li>
    </ul>
  </section>
  <LightSteps title="As the light moves" :note="plan.holds" :steps="plan.later" />
  <LightSteps title="The series, frame by frame" :steps="plan.series" />
  <section v-if="plan.alternatives.length">
    <h2>Other ways tonight</h2>
    <ul class="plain">
      <li v-for="way in plan.alternatives" :key="way.code + way.text">
        <span class="figures way">{{ way.settings }}</span> {{ way.text }}
      </li>
    </ul>
  </section>
</template>

<style scoped src="../themes/lists.css"></style>
<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  margin-top: 18px;
}

.facts > svg,
.facts > ul {
  flex: 1 1 260px;
}

.way {
  display: inline-block;
  min-width: 15em;
  font-weight: 600;
}
</style>
