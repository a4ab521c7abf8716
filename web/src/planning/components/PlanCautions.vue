<script setup lang="ts">
/** What to mind out there, and what goes wrong with such pictures. */
import type { Schemas } from '../../api/client'

defineProps<{ plan: Schemas['PlanOut'] }>()
</script>

<template>
  <div class="both">
    <section>
      <h3>For you and others</h3>
      <ul class="plain">
        <li v-for="line in plan.cautions" :key="line.code">{{ line.text }}</li>
      </ul>
    </section>
    <section>
      <h3>What goes wrong</h3>
      <ul class="plain">
        <li v-for="line in plan.mistakes" :key="line.code">{{ line.text }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 12px 40px;
}
</style>
