<script setup lang="ts">
/** A night once more on another date: its shots come along, each to what it hangs on there. */
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import DateField from '../../shared/components/DateField.vue'
import { asApiError, client, data, type ApiError, type Schemas } from '../../api/client'

const { night } = defineProps<{ night: Schemas['NightOut'] }>()
const emit = defineEmits<{ done: [] }>()

const router = useRouter()
const evening = ref('')
const which = ref<Schemas['NightAgainIn']['which']>('all')
const choices = [
  { title: 'all its shots', value: 'all' },
  { title: 'those that were kept', value: 'kept' },
  { title: 'those that were not', value: 'unfinished' },
]
const error = ref<ApiError | null>(null)
const path = { night_id: night.id }

void data(client.GET('/api/v1/nights/{night_id}/year-on', { params: { path } })).then(
  ({ evening_date }) => (evening.value ||= evening_date),
  (caught: unknown) => (error.value = asApiError(caught)),
)

async function begin(): Promise<void> {
  try {
    const body = { evening_date: evening.value, which: which.value }
    const made = await data(
      client.POST('/api/v1/nights/{night_id}/again', { params: { path }, body }),
    )
    await router.push({ name: 'night', params: { nightId: made.id } })
  } catch (caught) {
    error.value = asApiError(caught)
  }
}
</script>

<template>
  <form :aria-label="`${night.title || night.place_name} once more`" @submit.prevent="begin">
    <DateField
      v-if="evening"
      v-model="evening"
      label="Evening of"
      :error="error?.fault('evening_date')"
    />
    <v-select v-model="which" :items="choices" label="Taking along" />
    <div class="acts">
      <v-btn type="submit" color="primary" variant="flat" :disabled="!evening">Begin</v-btn>
      <v-btn variant="text" @click="emit('done')">Not now</v-btn>
    </div>
    <p class="muted says">
      Each shot goes to what it hangs on: the same twilight, the core or the Moon in the same
      direction, the same event; else the same hour.
    </p>
    <p v-if="error && !error.faults.length" role="alert">{{ error.message }}</p>
  </form>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 12px;
  padding: 16px;
  background: var(--sheet);
}

.acts {
  display: flex;
  gap: 10px;
}

.says {
  grid-column: 1 / -1;
}
</style>
