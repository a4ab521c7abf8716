<script setup lang="ts">
/** `?` opens the list of keys that work here. */
import { ref } from 'vue'

import { activeShortcuts, useShortcuts } from '../composables/useShortcuts'

const isOpen = ref(false)
useShortcuts([{ key: '?', says: 'this list', run: () => (isOpen.value = true) }])
</script>

<template>
  <v-dialog v-model="isOpen" max-width="420">
    <v-card class="pa-5" aria-label="Keys">
      <h2 class="mb-3">Keys on this page</h2>
      <dl>
        <template v-for="shortcut in activeShortcuts" :key="shortcut.key">
          <dt class="figures">{{ shortcut.key }}</dt>
          <dd>{{ shortcut.says }}</dd>
        </template>
      </dl>
      <v-btn class="mt-4" @click="isOpen = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 3rem 1fr;
  row-gap: 8px;
}
</style>
