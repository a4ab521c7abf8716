<script setup lang="ts">
/** What must come together in a night that is looked for. */
import { computed, watch } from 'vue'

import { useLoad } from '../composables/useLoad'
import type { Wish } from '../composables/useSearch'
import { client, data, type ApiError, type Schemas } from '../api/client'

const wish = defineModel<Wish>({ required: true })
const { error, isSearching } = defineProps<{ error: ApiError | null; isSearching: boolean }>()
const emit = defineEmits<{ search: []; stop: [] }>()

const places = useLoad<Schemas['PlaceOut'][]>((signal) =>
  data(client.GET('/api/v1/places', { signal })),
)
const targets = useLoad<Schemas['TargetOut'][]>((signal) =>
  data(client.GET('/api/v1/targets', { signal })),
)
const lights = useLoad<Schemas['LightChoiceOut'][]>((signal) =>
  data(client.GET('/api/v1/lights', { signal })),
)
void places.refresh().then(() => (wish.value.place_id ??= places.value.value?.[0]?.id ?? null))
void targets.refresh()
void lights.refresh()

/** What happens at the place, that a night may be looked for by. */
const events = computed(
  () => places.value.value?.find((p) => p.id === wish.value.place_id)?.event_names ?? [],
)
watch(events, (names) => {
  wish.value.during = wish.value.during.filter((name) => names.includes(name))
})

const moons = [
  { title: 'down', value: 'down' },
  { title: 'lit between', value: 'lit' },
  { title: 'never mind', value: 'any' },
]
const wheres = [
  { title: 'above the horizon', value: 'up' },
  { title: 'behind a subject', value: 'in' },
]
type AngleKey = 'bearing_true_deg' | 'within_deg' | 'lowest_deg' | 'highest_deg'
const angles: { key: AngleKey; label: string; prefix?: string }[] = [
  { key: 'bearing_true_deg', label: 'Bearing of the subject, true' },
  { key: 'within_deg', label: 'Within', prefix: '±' },
  { key: 'lowest_deg', label: 'From altitude' },
  { key: 'highest_deg', label: 'To altitude' },
]
const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((title, value) => ({
  title,
  value,
}))
</script>

<template>
  <form aria-label="What must meet" @submit.prevent="emit('search')">
    <v-select
      v-model="wish.place_id"
      :items="places.value.value ?? []"
      item-title="name"
      item-value="id"
      label="From"
      :error-messages="error?.fault('place_id')"
    />
    <div class="pair">
      <v-text-field
        v-model="wish.first_evening"
        type="date"
        label="First evening"
        :error-messages="error?.fault('first_evening') ?? error?.fault('date')"
      />
      <v-text-field
        v-model="wish.months"
        type="number"
        min="1"
        max="24"
        label="Over"
        suffix="months"
        :error-messages="error?.fault('months')"
      />
    </div>
    <v-select
      v-model="wish.light"
      :items="lights.value.value ?? []"
      item-title="title"
      item-value="key"
      label="Light"
    />
    <v-select v-model="wish.moon" :items="moons" label="Moon" />
    <div v-if="wish.moon === 'lit'" class="pair">
      <v-text-field v-model="wish.moon_least" type="number" label="At least" suffix="% lit" />
      <v-text-field v-model="wish.moon_most" type="number" label="At most" suffix="% lit" />
    </div>
    <v-autocomplete
      v-model="wish.target_key"
      :items="targets.value.value ?? []"
      item-title="name"
      item-value="key"
      label="Target"
      clearable
      variant="outlined"
      hide-details="auto"
    />
    <template v-if="wish.target_key">
      <v-select v-model="wish.where" :items="wheres" label="Stands" />
      <div v-if="wish.where === 'in'" class="pair">
        <v-text-field
          v-for="angle in angles"
          :key="angle.key"
          v-model="wish[angle.key]"
          type="number"
          step="any"
          :label="angle.label"
          :prefix="angle.prefix"
          suffix="°"
          :error-messages="error?.fault(angle.key)"
        />
      </div>
    </template>
    <v-select
      v-if="events.length"
      v-model="wish.during"
      :items="events"
      multiple
      label="While there is"
      :error-messages="error?.fault('label')"
    />
    <v-text-field
      v-model="wish.least_minutes"
      type="number"
      label="Together for at least"
      suffix="min"
      :error-messages="error?.fault('least_minutes')"
    />
    <fieldset>
      <legend class="muted">Evenings (none ticked: any)</legend>
      <label v-for="d in days" :key="d.value" class="day">
        <input v-model="wish.weekdays" type="checkbox" :value="d.value" />{{ d.title }}
      </label>
    </fieldset>
    <p v-if="error" role="alert" class="wrong">{{ error.message }}</p>
    <v-btn v-if="isSearching" block @click="emit('stop')">Stop</v-btn>
    <v-btn
      v-else
      type="submit"
      color="primary"
      variant="flat"
      block
      :disabled="!wish.place_id || !wish.light"
      >Find nights</v-btn
    >
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
  align-content: start;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 10px;
}

fieldset {
  border: 0;
}

.day {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
  margin-right: 14px;
}

.day input {
  width: 18px;
  height: 18px;
  accent-color: var(--picked);
}

.wrong {
  color: var(--limit);
}
</style>
