<script setup lang="ts">
/** What else the light of this night would give: as it moves, frame by frame, and otherwise. */
import LightSteps from './LightSteps.vue'
import type { Schemas } from '../../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
</script>

<template>
  <LightSteps title="As the light moves" :note="plan.holds" :steps="plan.later" />
  <LightSteps title="The series, frame by frame" :steps="plan.series" />
  <section v-if="plan.alternatives.length">
    <h3>Other ways tonight</h3>
    <ul class="plain">
      <li v-for="way in plan.alternatives" :key="way.code + way.text">
        <span class="figures way">{{ way.settings }}</span> {{ way.text }}
      </li>
    </ul>
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.way {
  display: inline-block;
  min-width: 15em;
  font-weight: 600;
}
</style>
