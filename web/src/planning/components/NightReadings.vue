<script setup lang="ts">
/** What was measured that night, on the spot or at the table, and the instruments themselves. */
import { ref } from 'vue'

import { MeasurePanel } from '../../shared/instruments'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

const { nightId } = defineProps<{ nightId: string }>()

const notices = useNotices()
const params = { path: { night_id: nightId } }
const readings = useLoaded('/api/v1/nights/{night_id}/readings', () => params)
const isMeasuring = ref(false)
</script>

<template>
  <p class="muted">
    Bearings, heights, crossings and more, with their ±; each is offered by the words of a shot it
    can answer. On the spot the same instruments lie over the field.
  </p>
  <ul v-if="readings.value.value?.length">
    <li v-for="one in readings.value.value" :key="one.id">
      <span
        ><span class="figures muted">{{ one.made_at_local }}</span> {{ one.text }}</span
      >
      <button
        type="button"
        :aria-label="`Delete ${one.text}`"
        @click="notices.remove('readings', one.id, one.text, readings.refresh)"
      >
        Delete
      </button>
    </li>
  </ul>
  <v-btn class="no-print" @click="isMeasuring = true">Measure</v-btn>
  <MeasurePanel
    v-if="isMeasuring"
    :where="{ nightId }"
    @kept="readings.refresh"
    @close="isMeasuring = false"
  />
</template>

<style scoped>
ul {
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  min-height: 44px;
  border-bottom: 1px solid var(--line);
}

li button {
  min-height: 44px;
  color: var(--muted);
}

.v-btn {
  margin-top: 10px;
}
</style>
