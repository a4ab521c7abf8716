<script setup lang="ts">
/** What is coming and what was: seen as strips before it is read. */
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import DateField from '../../shared/components/DateField.vue'
import LoadState from '../../shared/components/LoadState.vue'
import NightAgain from '../components/NightAgain.vue'
import NightRow from '../components/NightRow.vue'
import { today } from '../../api/local-time'
import { asked } from '../../api/night'
import { refreshed, useLoaded, useNightPages } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'
import { ApiError, client, data, ifMatch, type Schemas } from '../../api/client'

type Night = Schemas['NightOut']

const router = useRouter()
const notices = useNotices()
const nights = useNightPages()
const places = useLoaded('/api/v1/places')

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

/** Pictures of what was kept, by night. */
const kept = ref(new Map<string, string[]>())
watch(past, async (shown) => {
  const [last, first] = [shown[0]?.evening_date, shown.at(-1)?.evening_date]
  if (!first || !last) return
  try {
    const query = { first, last }
    const found = await data(client.GET('/api/v1/logbook/keepers', { params: { query } }))
    kept.value = new Map(found.map((one) => [one.night_id, one.photo_ids]))
  } catch (caught) {
    notices.fail(caught)
  }
})
const again = ref<Night | null>(null)

const HOURS = ['12:00', '18:00', '0:00', '6:00', '12:00']

const isPlanning = ref(false)
const form = reactive({ place_id: null as string | null, evening_date: thisDay, title: '' })
const templates = useLoaded('/api/v1/nights/templates')
const templateId = ref('')
const beginnings = computed(() => [
  { id: '', title: 'an empty night' },
  ...(templates.value.value ?? []).map((template) => ({
    id: template.id,
    title: `${template.title}, ${template.place_name}`,
  })),
])
const error = ref<ApiError | null>(null)
watch(places.value, (all) => (form.place_id ??= all?.[0]?.id ?? null), { immediate: true })

const hasPlace = computed(() => !!places.value.value?.length)
const begin = () => (isPlanning.value = hasPlace.value)

/** A night like a template: its shots at what they hang on that evening. */
const likeTemplate = () =>
  data(
    client.POST('/api/v1/nights/{night_id}/again', {
      params: { path: { night_id: templateId.value } },
      body: { evening_date: form.evening_date, which: 'all' },
    }),
  )
async function create(): Promise<void> {
  if (!form.place_id) {
    error.value = new ApiError(422, 'Choose a place first.', [
      { name: 'place_id', wanted: 'one of your places', got: 'none' },
    ])
    return
  }
  try {
    const body = { ...form, place_id: form.place_id } as Schemas['NightIn']
    const night = templateId.value
      ? await likeTemplate()
      : await data(client.POST('/api/v1/nights', { body }))
    await router.push({ name: 'night', params: { nightId: night.id } })
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}

async function asTemplate(night: Night): Promise<void> {
  try {
    await data(
      client.PUT('/api/v1/nights/{night_id}', {
        params: { path: { night_id: night.id }, header: ifMatch(night.version) },
        body: { ...asked(night), is_template: !night.is_template },
      }),
    )
    await refreshed('/api/v1/nights', '/api/v1/nights/templates')
    notices.say(
      night.is_template
        ? 'It is no template any more.'
        : 'Kept as a template: a night you plan can begin with it.',
    )
  } catch (caught) {
    notices.fail(caught)
  }
}
const more: Record<string, (night: Night) => unknown> = {
  again: (night) => (again.value = night),
  template: asTemplate,
  remove: (night) => remove(night),
}
const remove = (night: Night) =>
  notices.remove('nights', night.id, night.title || night.place_name, nights.refresh)
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Nights</h1>
      <div v-if="!isPlanning && groups.length" class="acts">
        <v-btn to="/practice">Practise</v-btn>
        <v-btn to="/find">Find a night</v-btn>
        <v-btn color="primary" variant="flat" @click="begin">Plan a night</v-btn>
      </div>
    </div>

    <form v-if="isPlanning" class="plan" aria-label="Plan a night" @submit.prevent="create">
      <template v-if="places.value.value?.length">
        <v-select
          v-if="beginnings.length > 1"
          v-model="templateId"
          :items="beginnings"
          item-value="id"
          label="Begin with"
        />
        <v-select
          v-if="!templateId"
          v-model="form.place_id"
          :items="places.value.value"
          item-title="name"
          item-value="id"
          label="Place"
          :error-messages="error?.fault('place_id')"
        />
        <DateField
          v-model="form.evening_date"
          label="Evening of"
          :error="error?.fault('evening_date') ?? error?.fault('date')"
        />
        <v-text-field v-if="!templateId" v-model="form.title" label="Called (optional)" />
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
    <div v-else-if="!groups.length && !isPlanning" class="empty">
      <p>No night planned yet. Its light is worked out minute by minute.</p>
      <v-btn :to="hasPlace ? undefined : '/begin'" color="primary" variant="flat" @click="begin">{{
        hasPlace ? 'Plan a night' : 'Plan the first night'
      }}</v-btn>
    </div>
    <section v-for="group in groups" :key="group.title">
      <h2>{{ group.title }}</h2>
      <div class="hours figures muted" :class="{ past: group.title === 'Past' }" aria-hidden="true">
        <span v-for="(hour, i) in HOURS" :key="i">{{ hour }}</span>
      </div>
      <ul>
        <template v-for="night in group.nights" :key="night.id">
          <NightRow
            :night="night"
            :kept-ids="group.title === 'Past' ? (kept.get(night.id) ?? []) : null"
            @more="(what) => more[what]?.(night)"
          />
          <li v-if="again?.id === night.id">
            <NightAgain :night="night" @done="again = null" />
          </li>
        </template>
      </ul>
    </section>
    <v-btn v-if="nights.hasMore.value" block @click="nights.more">Earlier nights</v-btn>
  </div>
</template>

<style scoped>
.page {
  max-width: 1000px;
}

.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 48px;
  flex-wrap: wrap;
}

.plan {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 14px;
  margin: 14px 0 8px;
  padding: 18px;
  background: var(--sheet);
}

.acts {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}

h2 {
  margin-top: 22px;
  padding-bottom: 6px;
  color: var(--muted);
  border-bottom: 1px solid var(--line);
}

/* over the strips, which stand between the date and the pictures */
.hours {
  display: flex;
  justify-content: space-between;
  margin: 4px 64px -8px 100px;
  font-size: 0.78rem;
}

.hours.past {
  margin-right: 215px;
}

@media (max-width: 599px) {
  .hours,
  .hours.past {
    margin: 4px 62px -4px 0;
  }
}

ul {
  list-style: none;
  padding: 0;
}

.empty {
  display: grid;
  gap: 16px;
  justify-items: start;
  margin-top: 32px;
  font-size: 1.1rem;
}
</style>
