<script setup lang="ts">
/** The three numbers to be set, and the filter, readable at arm's length. */
import type { Setting } from './kept'

defineProps<{ setting: Setting }>()
</script>

<template>
  <div class="numbers figures">
    <p>{{ setting.time }}</p>
    <p>{{ setting.aperture }}</p>
    <p>{{ setting.iso }}</p>
    <p v-if="setting.filter" class="glass">{{ setting.filter }}</p>
  </div>
</template>

<style scoped src="./field.css"></style>
