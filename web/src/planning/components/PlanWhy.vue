<script setup lang="ts">
/** Why these settings, and what this night has to say of such a picture. */
import FrameSketch from './FrameSketch.vue'
import { useWhy } from '../composables/useWhy'
import type { Schemas } from '../../api/client'

const { shot, nightId, shotId } = defineProps<{
  plan: Schemas['PlanOut']
  shot: Schemas['ShotIn']
  nightId: string
  shotId: string
}>()
const why = useWhy(() => ({ night_id: nightId, shot_id: shotId, shot, is_new_lens: false }))
</script>

<template>
  <div v-if="why" class="why">
    <ul class="plain">
      <li v-for="line in why.controls" :key="line.code">{{ line.text }}</li>
    </ul>
    <section v-if="why.others.length">
      <h3>Instead</h3>
      <ul class="plain">
        <li v-for="other in why.others" :key="other.code + other.text">
          <span class="figures setting">{{ other.settings }}</span> {{ other.text }}
        </li>
      </ul>
    </section>
  </div>
  <div class="why">
    <ul class="plain">
      <li v-for="(reason, i) in plan.reasons" :key="reason.text">
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

.why + .why {
  margin-top: 18px;
}

h3 {
  margin-top: 0;
}

.setting {
  display: block;
  font-weight: 600;
}

.source {
  display: block;
  font-size: 0.88rem;
}
</style>
