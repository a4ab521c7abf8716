<script setup lang="ts">
/** Why these settings, and what this night has to say of such a picture. */
import FrameSketch from './FrameSketch.vue'
import type { Schemas } from '../../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
</script>

<template>
  <div class="why">
    <ul class="plain">
      <li v-for="(reason, i) in plan.reasons" :key="reason.code">
        {{ reason.text }}
        <span
          v-if="reason.source && reason.source !== plan.reasons[i - 1]?.source"
          class="muted source"
          >{{ reason.source }}</span
        >
      </li>
    </ul>
    <div v-if="plan.facts.length || plan.sketch">
      <FrameSketch v-if="plan.sketch" :sketch="plan.sketch" />
      <ul class="plain">
        <li v-for="fact in plan.facts" :key="fact.code">{{ fact.text }}</li>
      </ul>
    </div>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.why {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 12px 40px;
}

.source {
  display: block;
  font-size: 0.88rem;
}
</style>
