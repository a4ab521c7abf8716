<script setup lang="ts">
/** What else the light of this night would give: as it moves, and frame by frame. */
import LightSteps from './LightSteps.vue'
import type { Schemas } from '../../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
</script>

<template>
  <LightSteps title="As the light moves" :note="plan.holds" :steps="plan.later" />
  <LightSteps title="The series, frame by frame" :steps="plan.series" />
</template>
