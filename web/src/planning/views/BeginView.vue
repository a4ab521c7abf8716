<script setup lang="ts">
/** The first night for real: where, with what, when; from nothing to a night on one page. */
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'

import DateField from '../../shared/components/DateField.vue'
import { today } from '../../api/local-time'
import { lacking } from '../composables/lacking'
import { answered, useLoaded } from '../../api/loaded'
import { useSubmit } from '../../shared/composables/useSubmit'
import { useWhere } from '../../shared/composables/useWhere'
import { client, data, type Schemas } from '../../api/client'

const router = useRouter()

const where = reactive({ name: '', latitude_deg: NaN, longitude_deg: NaN })
const isSomewhere = computed(() => Number.isFinite(where.latitude_deg))
const trouble = ref('')
const { query, towns, isLocating, locate } = useWhere({
  onFound: ({ latitude, longitude }) => stand('Here', latitude, longitude),
  onRefused: (text) => (trouble.value = `${text} Name the nearest town instead.`),
})
function stand(name: string, latitude_deg: number, longitude_deg: number): void {
  Object.assign(where, { name, latitude_deg, longitude_deg })
  trouble.value = ''
  query.value = ''
}

/** What is picked off the shelf, cameras and lenses first. */
const kinds = useLoaded('/api/v1/kit/kinds')
const FIRST_POCKETS = 4 // as they lie in the bag; lights and cards can wait
const shelves = computed(() => {
  const all = kinds.value.value ?? []
  const pockets = [...new Set(all.map((kind) => kind.pocket))].slice(0, FIRST_POCKETS)
  return pockets.map((name) => ({
    name,
    things: all.filter((kind) => kind.pocket === name).flatMap((kind) => kind.shelf),
  }))
})
const carried = ref<string[]>([])
const picked = computed(() =>
  shelves.value
    .flatMap((shelf) => shelf.things)
    .filter((shelve) => carried.value.includes(shelve.name)),
)
const lacks = computed(() => [
  ...(isSomewhere.value ? [] : ['where you stand']),
  ...lacking(picked.value.map((one) => one.spec.kind)),
])

const evening = ref(today())
const { isBusy, error, submit } = useSubmit()
/** What was kept before something was refused is not kept twice. */
const kept = reactive({ placeId: '', things: [] as string[] })
const begin = () =>
  submit(async () => {
    if (!kept.placeId) {
      const body = { ...where } as Schemas['PlaceIn']
      kept.placeId = (await data(client.POST('/api/v1/places', { body }))).id
    }
    for (const thing of picked.value) {
      if (kept.things.includes(thing.name)) continue
      await data(client.POST('/api/v1/kit', { body: thing }))
      kept.things.push(thing.name)
    }
    const body = { place_id: kept.placeId, evening_date: evening.value } as Schemas['NightIn']
    const night = await data(client.POST('/api/v1/nights', { body }))
    await router.push({ name: 'night', params: { nightId: night.id } })
  })
</script>

<template>
  <div class="page">
    <h1>The first night</h1>
    <p class="muted lead">
      Three things and its light is worked out, minute by minute. All of it can be changed later,
      and made more exact.
    </p>
    <form @submit.prevent="begin">
      <section>
        <h2>Where you stand</h2>
        <p v-if="isSomewhere" class="chosen">
          {{ where.name }},
          <span class="figures"
            >{{ where.latitude_deg.toFixed(3) }}°, {{ where.longitude_deg.toFixed(3) }}°</span
          >
        </p>
        <div class="where">
          <v-text-field v-model="query" label="The nearest town" autocomplete="off" />
          <v-btn :loading="isLocating" @click="locate">Where this device is</v-btn>
        </div>
        <ul v-if="towns.length" class="towns">
          <li v-for="town in towns" :key="town.name + town.latitude_deg">
            <button type="button" @click="stand(town.name, town.latitude_deg, town.longitude_deg)">
              {{ town.name }} <span class="muted">{{ town.country }}</span>
            </button>
          </li>
        </ul>
        <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
        <v-text-field v-if="isSomewhere" v-model="where.name" label="What you call it" />
      </section>

      <section>
        <h2>What you carry</h2>
        <p class="muted">The nearest will do; figures of your own come later, under Kit.</p>
        <fieldset v-for="shelf in shelves" :key="shelf.name">
          <legend>{{ shelf.name }}</legend>
          <label v-for="thing in shelf.things" :key="thing.name" class="thing">
            <input v-model="carried" type="checkbox" :value="thing.name" />
            {{ thing.name }}
          </label>
        </fieldset>
      </section>

      <section v-if="answered(kinds)" class="when">
        <h2>When</h2>
        <DateField v-model="evening" label="Evening of" :error="error?.fault('evening_date')" />
        <p v-if="error" role="alert" class="wrong">{{ error.message }}</p>
        <p v-if="lacks.length" class="muted">Still wanted: {{ lacks.join(', ') }}.</p>
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          size="large"
          :loading="isBusy"
          :disabled="lacks.length > 0"
          >Show me its light</v-btn
        >
      </section>
    </form>
  </div>
</template>

<style scoped>
.lead {
  margin: 4px 0 12px;
  font-size: 1.08rem;
}

form {
  display: grid;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr) minmax(0, 260px);
  gap: 24px 40px;
  align-items: start;
}

section {
  display: grid;
  gap: 12px;
}

h2 {
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

.chosen {
  padding: 8px 12px;
  border-left: 3px solid var(--picked);
}

.where {
  display: grid;
  gap: 10px;
}

.towns {
  list-style: none;
  padding: 0;
}

.towns button {
  width: 100%;
  min-height: 44px;
  text-align: left;
  border-bottom: 1px solid var(--line);
}

fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  border: 0;
}

legend {
  margin: 4px 0;
  font-weight: 600;
}

.thing {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 36px;
  cursor: pointer;
}

.wrong {
  color: var(--limit);
}

@media (max-width: 899px) {
  form {
    grid-template-columns: minmax(0, 1fr);
  }

  .thing {
    min-height: 44px;
  }
}
</style>
