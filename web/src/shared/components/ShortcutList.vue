<script setup lang="ts">
/** `?` opens the list of keys that work here, and what the app's words mean. */
import { ref } from 'vue'

import { activeShortcuts, useShortcuts } from '../composables/useShortcuts'
import { WORDS } from '../ownWords'

const isOpen = ref(false)
useShortcuts([
  { key: '?', says: 'these keys, and what the words mean', run: () => (isOpen.value = true) },
])
</script>

<template>
  <v-dialog v-model="isOpen" max-width="640" scrollable>
    <v-card class="pa-5" aria-label="Keys and words">
      <h2 class="mb-3">Keys on this page</h2>
      <dl>
        <template v-for="shortcut in activeShortcuts" :key="shortcut.key">
          <dt class="figures">{{ shortcut.key }}</dt>
          <dd>{{ shortcut.says }}</dd>
        </template>
      </dl>
      <h2 class="mt-5 mb-3">Words</h2>
      <dl class="words">
        <template v-for="word in WORDS" :key="word.name">
          <dt>{{ word.name }}</dt>
          <dd>{{ word.says }}</dd>
        </template>
      </dl>
      <div class="acts">
        <v-btn to="/guide" @click="isOpen = false">The whole guide</v-btn>
        <v-btn variant="text" @click="isOpen = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 3rem 1fr;
  row-gap: 8px;
}

.words {
  grid-template-columns: 8rem 1fr;
}

.words dt {
  font-weight: 600;
}

.acts {
  display: flex;
  gap: 12px;
  margin-top: 20px;
}
</style>
