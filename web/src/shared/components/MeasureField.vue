<script setup lang="ts">
/** A figure with its unit, shown and typed as its photographer thinks of it, kept metric. */
import { computed } from 'vue'

import { toKept, toShown } from '../../api/shown'
import { useSession } from '../stores/session'

const { unit } = defineProps<{
  /** What it is kept in. */
  unit: string
  label: string
  error?: string
  placeholder?: string
}>()
/** Empty where nothing is said. */
const kept = defineModel<number | string>({ required: true })

const session = useSession()
const shown = computed(() => session.units[unit])
const typed = computed({
  get: () => (kept.value === '' ? '' : toShown(shown.value, Number(kept.value))),
  set: (text: number | string | null) => {
    kept.value = text === '' || text === null ? '' : toKept(shown.value, Number(text))
  },
})
</script>

<template>
  <v-text-field
    v-model="typed"
    type="number"
    step="any"
    :label="label"
    :suffix="shown?.unit ?? unit"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :error-messages="error"
  />
</template>
