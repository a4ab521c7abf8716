<script setup lang="ts">
/** What the frame will be like: blur by cause, signal over noise, what it costs. */
import { computed } from 'vue'

import type { Schemas } from '../../api/client'

const { report } = defineProps<{ report: Schemas['ReportOut'] }>()

const widest = computed(() => Math.max(...report.blurs.map((p) => p.blur_px), 1e-9))
const width = (blur_px: number) => `${Math.max(1, (100 * blur_px) / widest.value)}%`
</script>

<template>
  <div class="report">
    <section>
      <h3>Sharpness</h3>
      <p>{{ report.sharpness }}</p>
      <ul>
        <li v-for="part in report.blurs" :key="part.cause">
          <span class="bar" :style="{ width: width(part.blur_px) }" />
          <span>{{ part.text }}</span>
        </li>
      </ul>
    </section>
    <section>
      <h3>Noise</h3>
      <p>{{ report.noise }}</p>
      <ul v-if="report.tones.length">
        <li v-for="tone in report.tones" :key="tone.stops">{{ tone.text }}</li>
      </ul>
    </section>
    <section>
      <h3>What it costs</h3>
      <ul>
        <li v-for="line in report.cost" :key="line">{{ line }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.report {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 28px;
  margin-bottom: 16px;
}

h3 {
  margin-bottom: 4px;
}

ul {
  list-style: none;
  margin-top: 6px;
  padding: 0;
}

li {
  padding: 2px 0;
}

.bar {
  display: block;
  height: 5px;
  margin: 4px 0 1px;
  border-radius: 3px;
  background: var(--muted);
}

li:first-child .bar {
  background: var(--limit);
}

@media (max-width: 899px) {
  .report {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
