<script setup lang="ts">
/** Tides, shows, gates: the times the photographer brings, with their stretch of the night. */
import { reactive, ref } from 'vue'

import { fromLocal, toLocal } from '../api/local-time'
import type { Schemas } from '../api/client'

type Time = Schemas['TimeIn']

const { times, evening, timeZone } = defineProps<{
  times: Time[]
  evening: string
  timeZone: string
}>()
const emit = defineEmits<{ change: [times: Time[]] }>()

const form = reactive({ label: '', start: '', end: '' })
const error = ref('')

/** A clock time as a moment of this night: before noon belongs to the morning after. */
function moment(clock: string): string | null {
  const day = new Date(`${evening}T12:00:00Z`)
  if (clock < '12:00') day.setUTCDate(day.getUTCDate() + 1)
  return fromLocal(`${day.toISOString().slice(0, 10)}T${clock}`, timeZone)
}

function add(): void {
  const start = moment(form.start)
  const end = form.end ? moment(form.end) : null
  if (!form.label.trim() || !start) {
    error.value = 'A name and a time are needed.'
    return
  }
  error.value = ''
  emit('change', [...times, { label: form.label, start_utc: start, end_utc: end }])
  Object.assign(form, { label: '', start: '', end: '' })
}

const clock = (utc: string | null | undefined) => (utc ? toLocal(utc, timeZone).slice(11) : '')
</script>

<template>
  <section>
    <h2>Times of your own</h2>
    <ul v-if="times.length">
      <li v-for="(time, i) in times" :key="i">
        <span
          ><span class="figures"
            >{{ clock(time.start_utc) }}{{ time.end_utc ? `–${clock(time.end_utc)}` : '' }}</span
          >
          {{ time.label }}</span
        >
        <button
          type="button"
          :aria-label="`Delete ${time.label}`"
          @click="
            emit(
              'change',
              times.filter((_, k) => k !== i),
            )
          "
        >
          Delete
        </button>
      </li>
    </ul>
    <form aria-label="Add a time" @submit.prevent="add">
      <v-text-field v-model="form.label" label="Tide, show, gate…" />
      <v-text-field v-model="form.start" type="time" label="From" />
      <v-text-field v-model="form.end" type="time" label="To (optional)" />
      <v-btn type="submit">Add</v-btn>
    </form>
    <p v-if="error" role="alert">{{ error }}</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

button:not([class*='v-']) {
  min-height: 44px;
  color: var(--muted);
}

form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-top: 10px;
}

form > :first-child,
form > :last-child {
  grid-column: 1 / -1;
}
</style>
