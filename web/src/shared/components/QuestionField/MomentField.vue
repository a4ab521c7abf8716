<script setup lang="ts">
/** A moment of a night by the clock of its place: only the time is typed, the night knows the day. */
import { computed, ref, watch } from 'vue'

import { dayText, fromLocal, toLocal } from '../../../api/local-time'
import { typedClock } from '../../../api/typed-clock'
import type { Schemas } from '../../../api/client'

const { label, value, night, error } = defineProps<{
  label: string
  /** UTC. */
  value: string
  night: Schemas['NightOut']
  error?: string
}>()
const emit = defineEmits<{ answer: [utc: string] }>()

const local = computed(() => toLocal(value, night.time_zone))
const text = ref('')
watch(local, (now) => (text.value = now.slice(11)), { immediate: true })
const day = computed(() => dayText(local.value.slice(0, 10), 'short'))

/** The first such time after the night begins. */
const typed = computed(() => {
  const clock = typedClock(text.value)
  if (!clock) return null
  const begins = toLocal(night.begins_utc, night.time_zone)
  const first = fromLocal(`${begins.slice(0, 10)}T${clock}`, night.time_zone)
  if (first && Date.parse(first) >= Date.parse(night.begins_utc)) return first
  const ends = toLocal(night.ends_utc, night.time_zone)
  return fromLocal(`${ends.slice(0, 10)}T${clock}`, night.time_zone)
})
const wrong = computed(() =>
  typed.value ? error : 'A time of day, such as 22:40, 2240 or 10:40 pm.',
)

function keep(): void {
  if (typed.value && typed.value !== value) emit('answer', typed.value)
}
function move(minutes: number): void {
  emit('answer', new Date(Date.parse(value) + 60_000 * minutes).toISOString())
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :hint="`${day}, ${night.time_zone} time. Arrow keys move it by five minutes.`"
    persistent-hint
    :error-messages="wrong"
    autocomplete="off"
    @blur="keep"
    @keydown.enter="keep"
    @keydown.up.prevent="move(5)"
    @keydown.down.prevent="move(-5)"
  />
</template>
