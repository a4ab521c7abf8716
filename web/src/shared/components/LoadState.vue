<script setup lang="ts">
/** While nothing is there yet: that it loads, or why it does not come, with a way on. */
import type { ApiError } from '../../api/client'

defineProps<{ error: ApiError | null }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <div class="state" role="status">
    <template v-if="error">
      <p>{{ error.message }}</p>
      <v-btn v-if="error.status !== 404" class="mt-3" @click="$emit('retry')">Try again</v-btn>
      <v-btn v-else class="mt-3" to="/nights">To the nights</v-btn>
    </template>
    <p v-else class="muted">Loading…</p>
  </div>
</template>

<style scoped>
.state {
  padding: 48px 0;
}
</style>
