<script setup lang="ts">
/** What the slope is drawn for: aperture, ISO, where ground and sky land, the third ribbon. */
import type { Schemas } from '../api/client'

defineProps<{
  slope: Schemas['SlopeOut']
  night: Schemas['NightOut']
  targets: Schemas['TargetOut'][]
}>()
const emit = defineEmits<{ change: [part: Partial<Schemas['NightIn']>] }>()
</script>

<template>
  <h2 class="no-print">The slope is drawn for</h2>
  <div class="references">
    <v-select
      :model-value="slope.reference_f_number"
      :items="slope.f_number_choices"
      item-title="label"
      item-value="value"
      label="Aperture"
      @update:model-value="(v: number) => emit('change', { reference_f_number: v })"
    />
    <v-select
      :model-value="slope.reference_iso"
      :items="slope.iso_choices"
      item-title="label"
      item-value="value"
      label="ISO"
      @update:model-value="(v: number) => emit('change', { reference_iso: v })"
    />
    <v-select
      :model-value="slope.ground_placement_stops"
      :items="slope.placement_choices"
      item-title="label"
      item-value="value"
      label="Ground lands"
      @update:model-value="(v: number) => emit('change', { ground_placement_stops: v })"
    />
    <v-select
      :model-value="slope.sky_placement_stops"
      :items="slope.placement_choices"
      item-title="label"
      item-value="value"
      label="Sky lands"
      @update:model-value="(v: number) => emit('change', { sky_placement_stops: v })"
    />
    <v-autocomplete
      :model-value="night.target_key"
      :items="targets"
      item-title="name"
      item-value="key"
      label="Target ribbon"
      variant="outlined"
      hide-details="auto"
      @update:model-value="(v: string | null) => v && emit('change', { target_key: v })"
    />
    <v-checkbox
      :model-value="night.uses_forecast"
      label="Dim by the simulated cloud"
      hide-details
      @update:model-value="(v: boolean | null) => emit('change', { uses_forecast: !!v })"
    />
  </div>
</template>

<style scoped>
h2 {
  margin-top: 28px;
  padding-bottom: 6px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--line);
}

.references {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 10px;
  margin-top: 14px;
}

.references > :nth-child(n + 3) {
  grid-column: 1 / -1;
}
</style>
