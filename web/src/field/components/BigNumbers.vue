<script setup lang="ts">
/** The three numbers to be set, and the filter, readable at arm's length. */
import type { Setting } from '../bundle'

defineProps<{ setting: Setting }>()
</script>

<template>
  <div class="numbers figures">
    <p>{{ setting.time }}</p>
    <p>{{ setting.aperture }}</p>
    <p>{{ setting.iso }}</p>
    <p v-if="setting.filter" class="glass">{{ setting.filter }}</p>
  </div>
  <ul v-if="setting.given.length" class="given">
    <li v-for="light in setting.given" :key="light.key">
      <span class="muted">{{ light.name }}</span> {{ light.text }}
    </li>
  </ul>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.given {
  margin: 0 0 12px;
  padding: 0;
  list-style: none;
  font-size: 1.15rem;
}
</style>
