<script setup lang="ts">
/** What is coming and what was: one sentence a night. */
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'

import LoadState from '../components/LoadState.vue'
import { dayText, today } from '../api/local-time'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, pageAfter, type Schemas } from '../api/client'

type Night = Schemas['NightOut']

const router = useRouter()
const notices = useNotices()
const earlier = ref<string | null>(null)
async function pageOf(signal?: AbortSignal, before?: string): Promise<Night[]> {
  const answer = client.GET('/api/v1/nights', { params: { query: { before } }, signal })
  const found = await data(answer)
  earlier.value = pageAfter((await answer).response)
  return found
}
const nights = useLoad<Night[]>((signal) => pageOf(signal))
async function goFurther(): Promise<void> {
  try {
    const found = await pageOf(undefined, earlier.value ?? undefined)
    nights.value.value = [...(nights.value.value ?? []), ...found]
  } catch (caught) {
    notices.fail(caught)
  }
}
const places = useLoad<Schemas['PlaceOut'][]>((signal) =>
  data(client.GET('/api/v1/places', { signal })),
)
void nights.refresh()

const thisDay = today()
const coming = computed(
  () => nights.value.value?.filter((n) => n.evening_date >= thisDay).toReversed() ?? [],
)
const past = computed(() => nights.value.value?.filter((n) => n.evening_date < thisDay) ?? [])
const groups = computed(() =>
  [
    { title: 'Coming', nights: coming.value },
    { title: 'Past', nights: past.value },
  ].filter((group) => group.nights.length),
)

const isPlanning = ref(false)
const form = reactive({ place_id: null as string | null, evening_date: thisDay, title: '' })
const error = ref<ApiError | null>(null)
void places.refresh().then(() => (form.place_id ??= places.value.value?.[0]?.id ?? null))

const begin = () => (isPlanning.value = true)

async function create(): Promise<void> {
  if (!form.place_id) {
    error.value = new ApiError(422, 'Choose a place first.', [
      { name: 'place_id', wanted: 'one of your places', got: 'none' },
    ])
    return
  }
  try {
    const body = { ...form, place_id: form.place_id } as Schemas['NightIn']
    const night = await data(client.POST('/api/v1/nights', { body }))
    await router.push({ name: 'night', params: { nightId: night.id } })
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}

const remove = (night: Night) =>
  notices.remove('nights', night.id, night.title || night.place_name, nights.refresh)
</script>

<template>
  <div class="page page-narrow">
    <div class="head">
      <h1>Nights</h1>
      <div v-if="!isPlanning" class="acts">
        <v-btn to="/practice">Practise</v-btn>
        <v-btn to="/find">Find a night</v-btn>
        <v-btn color="primary" variant="flat" @click="begin">Plan a night</v-btn>
      </div>
    </div>

    <form v-if="isPlanning" class="plan" aria-label="Plan a night" @submit.prevent="create">
      <template v-if="places.value.value?.length">
        <v-select
          v-model="form.place_id"
          :items="places.value.value"
          item-title="name"
          item-value="id"
          label="Place"
          :error-messages="error?.fault('place_id')"
        />
        <v-text-field
          v-model="form.evening_date"
          type="date"
          label="Evening of"
          :error-messages="error?.fault('evening_date') ?? error?.fault('date')"
        />
        <v-text-field v-model="form.title" label="Called (optional)" />
        <p v-if="error && !error.faults.length" role="alert">{{ error.message }}</p>
        <div class="acts">
          <v-btn type="submit" color="primary" variant="flat">Plan it</v-btn>
          <v-btn variant="text" @click="isPlanning = false">Not now</v-btn>
        </div>
      </template>
      <template v-else>
        <p>A night needs a place to stand. You have none yet.</p>
        <v-btn to="/places" color="primary" variant="flat">Add a place</v-btn>
      </template>
    </form>

    <LoadState v-if="!nights.value.value" :error="nights.error.value" @retry="nights.refresh" />
    <p v-else-if="!groups.length && !isPlanning" class="empty">
      No night planned yet. Plan one, and its light is worked out minute by minute.
    </p>
    <section v-for="group in groups" :key="group.title">
      <h2>{{ group.title }}</h2>
      <ul>
        <li v-for="night in group.nights" :key="night.id">
          <router-link :to="{ name: 'night', params: { nightId: night.id } }" class="night">
            <span class="date">{{ dayText(night.evening_date, 'short') }}</span>
            <span class="name">{{ night.title || night.place_name }}</span>
            <span class="words">
              {{ night.title ? `${night.place_name}. ` : '' }}{{ night.sentence }}
              {{
                night.shot_count === 0
                  ? 'No shots yet.'
                  : night.shot_count === 1
                    ? 'One shot.'
                    : `${night.shot_count} shots.`
              }}
            </span>
          </router-link>
          <button
            type="button"
            class="delete"
            :aria-label="`Delete ${night.title || night.place_name}`"
            @click="remove(night)"
          >
            Delete
          </button>
        </li>
      </ul>
    </section>
    <v-btn v-if="earlier" block @click="goFurther">Earlier nights</v-btn>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 48px;
  flex-wrap: wrap;
}

.plan {
  display: grid;
  gap: 14px;
  margin: 18px 0 8px;
  padding: 20px;
  background: var(--sheet);
}

.acts {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}

h2 {
  margin-top: 28px;
  padding-bottom: 6px;
  color: var(--muted);
  border-bottom: 1px solid var(--line);
}

ul {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  gap: 12px;
  align-items: start;
  border-bottom: 1px solid var(--line);
}

.night {
  flex: 1;
  display: grid;
  gap: 2px;
  padding: 14px 0;
  color: var(--ink);
  text-decoration: none;
}

.date {
  color: var(--muted);
  font-size: 0.95rem;
}

.name {
  font-size: 1.2rem;
  font-weight: 600;
}

.night:hover .name {
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-underline-offset: 4px;
}

.delete {
  min-height: 44px;
  margin-top: 10px;
  padding: 0 6px;
  color: var(--muted);
}

.delete:hover {
  color: var(--ink);
}

.empty {
  margin-top: 32px;
  font-size: 1.1rem;
}
</style>
