<script setup lang="ts">
/** What cannot be had together, and the ways out, cheapest first. */
import type { Schemas } from '../../api/client'

const { conflict } = defineProps<{ conflict: Schemas['ConflictOut'] }>()
</script>

<template>
  <section class="conflict" role="status" aria-label="What cannot be had together">
    <p class="text">{{ conflict.text }}</p>
    <template v-if="conflict.ways.length">
      <p class="muted">Ways out, cheapest first:</p>
      <ol>
        <li v-for="way in conflict.ways" :key="way">{{ way }}</li>
      </ol>
    </template>
    <p v-else class="muted">Nothing of this bag or night would help.</p>
  </section>
</template>

<style scoped>
.conflict {
  max-width: 78ch;
  margin-top: 12px;
  padding: 12px 16px;
  border-left: 4px double var(--limit);
  background: var(--sheet);
}

.text {
  font-weight: 600;
}

ol {
  margin-top: 2px;
  padding-left: 1.4em;
}
</style>
