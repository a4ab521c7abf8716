<script setup lang="ts">
/** A day: typed as one says it, or picked from the month; shown so that nobody mistakes it. */
import { computed, defineAsyncComponent, ref, watch } from 'vue'

import { dayText, today } from '../../api/local-time'
import { typedDate } from '../../api/typed-date'

/** `YYYY-MM-DD`. */
const day = defineModel<string>({ required: true })
const { label, error = undefined } = defineProps<{ label: string; error?: string }>()

// a month is a tenth of all that a first page needs; most type the day
const MonthPicker = defineAsyncComponent(() => import('./MonthPicker.vue'))

const text = ref('')
const isOpen = ref(false)
// what is no day stands as it was typed: whoever is given it says what would be one
const isDay = (value: string) => /^\d{4}-\d\d-\d\d$/.test(value)
watch(day, (now) => (text.value = isDay(now) ? dayText(now, 'short') : now), { immediate: true })
const typed = computed(() => typedDate(text.value, today()))
const wrong = computed(() =>
  typed.value || !text.value ? error : 'A day, such as 27 November, 27.11. or 2026-11-27.',
)

function keep(): void {
  day.value = typed.value ?? text.value
  if (typed.value) text.value = dayText(typed.value, 'short')
}
const picked = computed(() => (isDay(day.value) ? new Date(`${day.value}T12:00:00`) : null))
function pick(at: Date): void {
  const two = (n: number) => String(n).padStart(2, '0')
  day.value = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
  isOpen.value = false
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :error-messages="wrong"
    autocomplete="off"
    @blur="keep"
    @keydown.enter="keep"
  >
    <template #append-inner>
      <v-menu v-model="isOpen" :close-on-content-click="false" location="bottom end">
        <template #activator="{ props }">
          <button v-bind="props" type="button" class="month" aria-label="Pick it from the month">
            month
          </button>
        </template>
        <MonthPicker :day="picked" @pick="pick" />
      </v-menu>
    </template>
  </v-text-field>
</template>

<style scoped>
.month {
  min-height: 44px;
  color: var(--picked);
}
</style>
