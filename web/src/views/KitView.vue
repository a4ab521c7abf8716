<script setup lang="ts">
/** What is in the bag: bodies and lenses, as far as planning needs them. */
import { computed, reactive, ref } from 'vue'

import LoadState from '../components/LoadState.vue'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, ifMatch, type Schemas } from '../api/client'

type Item = Schemas['KitItemOut']
type Kind = Item['spec']['kind']

const notices = useNotices()
const kit = useLoad<Item[]>((signal) => data(client.GET('/api/v1/kit', { signal })))
void kit.refresh()

interface Field {
  key: string
  label: string
  unit?: string
}

const fields: Record<Kind, Field[]> = {
  body: [
    { key: 'sensor_width_mm', label: 'Sensor width', unit: 'mm' },
    { key: 'sensor_height_mm', label: 'Sensor height', unit: 'mm' },
    { key: 'width_px', label: 'Pixels across', unit: 'px' },
    { key: 'height_px', label: 'Pixels up', unit: 'px' },
    { key: 'lowest_iso', label: 'Lowest ISO' },
    { key: 'highest_iso', label: 'Highest ISO you use' },
    { key: 'in_camera_ceiling_s', label: 'Longest time it counts itself', unit: 's' },
  ],
  lens: [
    { key: 'shortest_focal_length_mm', label: 'Shortest focal length', unit: 'mm' },
    { key: 'longest_focal_length_mm', label: 'Longest (same for a prime)', unit: 'mm' },
    { key: 'widest_f_number', label: 'Opens to f/' },
    { key: 'narrowest_f_number', label: 'Closes to f/' },
  ],
}
const starts: Record<Kind, Record<string, string | number>> = {
  body: {
    sensor_width_mm: 36,
    sensor_height_mm: 24,
    width_px: 6000,
    height_px: 4000,
    dial_steps: 'thirds',
    lowest_iso: 100,
    highest_iso: 25600,
    in_camera_ceiling_s: 30,
  },
  lens: {
    shortest_focal_length_mm: 24,
    longest_focal_length_mm: 24,
    widest_f_number: 1.8,
    narrowest_f_number: 16,
  },
}

const editing = ref<Item | Kind | null>(null)
const kind = ref<Kind>('body')
const form = reactive({ name: '', spec: {} as Record<string, string | number> })
const error = ref<ApiError | null>(null)

function edit(item: Item | Kind): void {
  editing.value = item
  error.value = null
  kind.value = typeof item === 'string' ? item : item.spec.kind
  form.name = typeof item === 'string' ? '' : item.name
  form.spec = { ...(typeof item === 'string' ? starts[item] : (item.spec as object)) } as Record<
    string,
    string | number
  >
}

async function save(): Promise<void> {
  const item = editing.value
  if (item === null) return
  const spec: Record<string, unknown> = { kind: kind.value }
  for (const [key, value] of Object.entries(form.spec)) {
    if (key !== 'kind') spec[key] = key === 'dial_steps' ? value : Number(value)
  }
  const body = { name: form.name, spec } as unknown as Schemas['KitItemIn']
  try {
    await (typeof item === 'string'
      ? data(client.POST('/api/v1/kit', { body }))
      : data(
          client.PUT('/api/v1/kit/{item_id}', {
            params: { path: { item_id: item.id }, header: ifMatch(item.version) },
            body,
          }),
        ))
    editing.value = null
    await kit.refresh()
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}

const groups = computed(() =>
  (['body', 'lens'] as const)
    .map((k) => ({
      kind: k,
      title: k === 'body' ? 'Bodies' : 'Lenses',
      items: kit.value.value?.filter((item) => item.spec.kind === k) ?? [],
    }))
    .filter((group) => group.items.length),
)

function summary(item: Item): string {
  const s = item.spec
  if (s.kind === 'body')
    return (
      `${s.sensor_width_mm} × ${s.sensor_height_mm} mm, ${s.width_px} × ${s.height_px} px, ` +
      `ISO ${s.lowest_iso} to ${s.highest_iso}, dials in ${s.dial_steps}, ` +
      `bulb beyond ${s.in_camera_ceiling_s} s`
    )
  const reach =
    s.shortest_focal_length_mm === s.longest_focal_length_mm
      ? `${s.shortest_focal_length_mm} mm`
      : `${s.shortest_focal_length_mm} to ${s.longest_focal_length_mm} mm`
  return `${reach}, f/${s.widest_f_number} to f/${s.narrowest_f_number}`
}
</script>

<template>
  <div class="page page-narrow">
    <div class="head">
      <h1>Kit</h1>
      <div v-if="!editing" class="acts">
        <v-btn @click="edit('body')">Add a body</v-btn>
        <v-btn @click="edit('lens')">Add a lens</v-btn>
      </div>
    </div>

    <form v-if="editing" class="form" :aria-label="kind" @submit.prevent="save">
      <v-text-field v-model="form.name" label="Name" :error-messages="error?.fault('name')" />
      <div class="pair">
        <v-text-field
          v-for="field in fields[kind]"
          :key="field.key"
          v-model="form.spec[field.key]"
          type="number"
          step="any"
          :label="field.label"
          :suffix="field.unit"
          :error-messages="error?.fault(field.key)"
        />
        <v-select
          v-if="kind === 'body'"
          :model-value="String(form.spec.dial_steps)"
          @update:model-value="(v: string) => (form.spec.dial_steps = v)"
          :items="['thirds', 'halves']"
          label="Dials in"
        />
      </div>
      <p v-if="error && !error.faults.some((f) => f.name.match(/_|name/))" role="alert">
        {{ error.message }}
      </p>
      <div class="acts">
        <v-btn type="submit" color="primary" variant="flat">Keep it</v-btn>
        <v-btn variant="text" @click="editing = null">Not now</v-btn>
      </div>
    </form>

    <LoadState v-if="!kit.value.value" :error="kit.error.value" @retry="kit.refresh" />
    <p v-else-if="!groups.length && !editing" class="empty">
      The bag is empty. Add a body and a lens, and shots can be planned with them.
    </p>
    <section v-for="group in groups" :key="group.kind">
      <h2 class="mt-6">{{ group.title }}</h2>
      <ul>
        <li v-for="item in group.items" :key="item.id">
          <div class="words">
            <strong>{{ item.name }}</strong>
            <p class="muted">{{ summary(item) }}</p>
          </div>
          <button type="button" :aria-label="`Change ${item.name}`" @click="edit(item)">
            Change
          </button>
          <button
            type="button"
            :aria-label="`Delete ${item.name}`"
            @click="notices.remove('kit', item.id, item.name, kit.refresh)"
          >
            Delete
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped src="../themes/list-page.css"></style>
