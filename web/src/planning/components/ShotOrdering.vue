<script setup lang="ts">
/** What is said of a shot's place in its night: where, how long, what it waits for. */
import { computed } from 'vue'

import type { Schemas } from '../../api/client'

type Ordering = Schemas['OrderingIn']

const { ordering, choices } = defineProps<{
  ordering: Ordering
  choices: Schemas['OrderingChoicesOut']
}>()
const emit = defineEmits<{ change: [ordering: Ordering] }>()

const set = (part: Partial<Ordering>) => emit('change', { ...ordering, ...part })
const number = (typed: unknown) =>
  typed === '' || typed === null || typed === undefined ? null : Number(typed)
/** Left empty it is what the server takes for usual. */
const orUsual = (typed: unknown) => number(typed) ?? undefined

const asKey = (condition: unknown) => JSON.stringify(condition)
/** What it waits for, by what is offered; one that is offered no longer stays. */
const waits = computed(() => {
  const offered = choices.waits.map((w) => ({ ...w, key: asKey(w.condition) }))
  const others = (ordering.waits_for ?? [])
    .map((condition) => ({ condition, key: asKey(condition), text: 'something else' }))
    .filter((w) => !offered.some((o) => o.key === w.key))
  return [...offered, ...others]
})
const chosen = computed(() => (ordering.waits_for ?? []).map(asKey))
const spots = computed(() => [
  { title: 'where you park', value: '' },
  ...choices.spots.map((name) => ({ title: name, value: name })),
])
function wait(keys: string[]): void {
  set({ waits_for: waits.value.filter((w) => keys.includes(w.key)).map((w) => w.condition) })
}
</script>

<template>
  <section class="ordering">
    <h2>In the night's order</h2>
    <v-select
      v-if="choices.spots.length"
      :model-value="ordering.spot ?? ''"
      :items="spots"
      label="Stand at"
      @update:model-value="(spot: string) => set({ spot })"
    />
    <v-select
      :model-value="chosen"
      :items="waits"
      item-title="text"
      item-value="key"
      multiple
      label="Waits for"
      hint="Besides what its kind of picture needs."
      persistent-hint
      @update:model-value="wait"
    />
    <div class="two">
      <v-text-field
        :model-value="ordering.takes"
        type="number"
        label="Takes"
        placeholder="by its ±"
        persistent-placeholder
        @change="(e: Event) => set({ takes: number((e.target as HTMLInputElement).value) })"
      />
      <v-text-field
        :model-value="ordering.set_up_min"
        type="number"
        label="Set-up"
        suffix="min"
        placeholder="as usual"
        persistent-placeholder
        @change="(e: Event) => set({ set_up_min: number((e.target as HTMLInputElement).value) })"
      />
      <v-text-field
        :model-value="ordering.rehearsal_min"
        type="number"
        label="Rehearsal"
        suffix="min"
        @change="
          (e: Event) => set({ rehearsal_min: orUsual((e.target as HTMLInputElement).value) })
        "
      />
      <v-text-field
        :model-value="ordering.worth"
        type="number"
        label="Worth, 1 to 5"
        @change="(e: Event) => set({ worth: orUsual((e.target as HTMLInputElement).value) })"
      />
    </div>
    <v-checkbox
      :model-value="ordering.is_pinned"
      label="Pinned to its minute"
      hide-details
      @update:model-value="(v) => set({ is_pinned: !!v })"
    />
    <v-checkbox
      :model-value="ordering.is_optional"
      label="Optional: gives way to the others"
      hide-details
      @update:model-value="(v) => set({ is_optional: !!v })"
    />
  </section>
</template>

<style scoped>
.ordering {
  display: grid;
  gap: 12px;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
