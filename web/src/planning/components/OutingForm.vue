<script setup lang="ts">
/** The frame of a night's work: the way there, when one comes and goes, who knows. */
import { reactive, watch } from 'vue'

import MeasureField from '../../shared/components/MeasureField.vue'
import type { Schemas } from '../../api/client'

type Outing = Schemas['OutingIn']

const { outing } = defineProps<{ outing: Outing }>()
const emit = defineEmits<{ change: [outing: Outing] }>()

const form = reactive({ ...outing })
watch(
  () => outing,
  (now) => Object.assign(form, now),
)
/** Left empty it is what the server takes for usual. */
const typed = (value: unknown) => (value === '' || value === null ? undefined : Number(value))
const keep = () =>
  emit('change', {
    ...form,
    travel_min: typed(form.travel_min),
    walking_km_h: typed(form.walking_km_h),
  } as Outing)
</script>

<template>
  <form
    class="outing no-print"
    aria-label="The way there and back"
    @change="keep"
    @submit.prevent="keep"
  >
    <v-text-field v-model="form.travel_min" type="number" label="Way from home" suffix="min" />
    <MeasureField
      :model-value="form.walking_km_h ?? ''"
      unit="km/h"
      label="Walking"
      @update:model-value="(kmh) => (form.walking_km_h = kmh as number)"
    />
    <v-text-field
      v-model="form.arrives"
      label="There not before"
      placeholder="17:30"
      persistent-placeholder
    />
    <v-text-field
      v-model="form.leaves"
      label="Back at the car by"
      placeholder="1:30, first light"
      persistent-placeholder
    />
    <v-text-field v-model="form.contact" label="Who to call" />
    <v-text-field v-model="form.car" label="The car" />
  </form>
</template>

<style scoped>
.outing {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
