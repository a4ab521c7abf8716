<script setup lang="ts">
/** The lights of a picture that has several: where each is wanted, and where it lands. */
import type { Schemas } from '../api/client'

defineProps<{ parts: Schemas['LightPartOut'][] }>()
const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
</script>

<template>
  <section v-if="parts.length > 1" aria-label="Lights of the picture">
    <h2>Lights</h2>
    <ol class="plain">
      <li v-for="(part, i) in parts" :key="part.key">
        <span class="lead">{{ i === 0 ? 'Exposed for' : 'Beside it' }}</span>
        {{ sentence(part.text) }}
      </li>
    </ol>
  </section>
</template>

<style scoped src="../themes/lists.css"></style>
<style scoped>
.lead {
  display: inline-block;
  min-width: 7em;
  color: var(--muted);
}
</style>
