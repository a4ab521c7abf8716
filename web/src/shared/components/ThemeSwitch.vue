<script setup lang="ts">
/** Dusk, paper, ember by name; in ember also how bright. */
import { usePreferences } from '../stores/preferences'
import { themeNames } from '../../themes'

const preferences = usePreferences()
</script>

<template>
  <div class="switch">
    <input
      v-if="preferences.theme === 'ember'"
      v-model.number="preferences.emberLevel"
      type="range"
      min="0.35"
      max="1"
      step="0.05"
      aria-label="Brightness of ember"
      class="level"
    />
    <div role="radiogroup" aria-label="Theme" class="names">
      <button
        v-for="name in themeNames"
        :key="name"
        type="button"
        role="radio"
        :aria-checked="preferences.theme === name"
        :class="{ on: preferences.theme === name, short: name !== 'ember' }"
        :title="name === 'ember' ? 'ember (E)' : name"
        @click="name === 'ember' ? preferences.toggleEmber() : (preferences.theme = name)"
      >
        {{ name }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.switch,
.names {
  display: flex;
  align-items: center;
}

.level {
  width: 84px;
  margin-right: 10px;
  accent-color: var(--picked);
}

.names button {
  min-height: 44px;
  padding: 0 9px;
  color: var(--muted);
}

.names button.on {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-decoration-thickness: 2px;
  text-underline-offset: 6px;
}

@media (max-width: 599px) {
  .names .short:not(.on) {
    display: none;
  }

  .level {
    width: 60px;
  }
}
</style>
