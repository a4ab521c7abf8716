<script setup lang="ts">
/** A part of a page that is opened by its name and stays as it was left. */
import { computed } from 'vue'

import { usePreferences } from '../stores/preferences'

const {
  part,
  title,
  says = '',
} = defineProps<{
  /** What it is remembered by. */
  part: string
  title: string
  /** What is in it, in a line, as long as it is closed. */
  says?: string
}>()

const preferences = usePreferences()
const isOpen = computed(() => preferences.openParts.includes(part))
</script>

<template>
  <section class="part" :class="{ open: isOpen }">
    <!-- all of the line opens it; its name is the heading, and what a keyboard finds -->
    <div class="line" @click="preferences.toggle(part)">
      <span class="mark" aria-hidden="true">{{ isOpen ? '−' : '+' }}</span>
      <h2>
        <button type="button" :aria-expanded="isOpen">{{ title }}</button>
      </h2>
      <span v-if="!isOpen" class="says muted">{{ says }}</span>
    </div>
    <div v-if="isOpen" class="inside"><slot /></div>
  </section>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
}

.line {
  display: flex;
  align-items: center;
  gap: 10px;
  cursor: pointer;
}

button {
  min-height: 46px;
  text-align: left;
}

.mark {
  flex: none;
  width: 0.8em;
  color: var(--picked);
  font-family: var(--owl-figures);
}

h2 {
  flex: none;
  min-width: 10.5em;
}

@media (max-width: 599px) {
  h2 {
    min-width: 5.4em;
  }
}

.says {
  overflow: hidden;
  font-size: 1rem;
  font-weight: 400;
  white-space: nowrap;
  text-overflow: ellipsis;
}

.line:hover button {
  color: var(--picked);
}

.inside {
  padding: 4px 0 26px;
}
</style>
