<script setup lang="ts">
/** What the slope is drawn for: aperture, ISO, where ground and sky land. */
import type { Schemas } from '../../api/client'

defineProps<{
  slope: Schemas['SlopeOut']
  night: Schemas['NightOut']
}>()
const emit = defineEmits<{ change: [part: Partial<Schemas['NightIn']>] }>()
</script>

<template>
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
    <v-checkbox
      :model-value="night.uses_forecast"
      label="Dim by the simulated cloud"
      hide-details
      @update:model-value="(v: boolean | null) => emit('change', { uses_forecast: !!v })"
    />
  </div>
</template>

<style scoped>
.references {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 14px 10px;
}
</style>
