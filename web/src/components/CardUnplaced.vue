<script setup lang="ts">
/** Pictures of a card that nobody noted a take of: each set offered to its likeliest shot. */
import { computed, reactive, ref } from 'vue'

import { client, data, type Schemas } from '../api/client'
import { useLoad } from '../composables/useLoad'

type Found = Schemas['SetOut']

const { intake } = defineProps<{ intake: Schemas['IntakeOut'] }>()
const emit = defineEmits<{
  give: [gifts: { photoIds: string[]; shotId: string }[]]
  ownNight: [body: Schemas['OwnNightIn']]
}>()

const chosen = reactive<Record<string, string>>({})
const key = (found: Found) => found.photo_ids[0] ?? ''
const shotOf = (found: Found) => chosen[key(found)] ?? found.likeliest_shot_id ?? ''
const suggested = computed(() => {
  const byShot = new Map<string, string[]>()
  for (const found of intake.unplaced) {
    const shot = shotOf(found)
    if (shot) byShot.set(shot, [...(byShot.get(shot) ?? []), ...found.photo_ids])
  }
  return byShot
})
const giveAll = () =>
  emit(
    'give',
    [...suggested.value].map(([shotId, photoIds]) => ({ photoIds, shotId })),
  )

const isOwn = ref(false)
const places = useLoad<Schemas['PlaceOut'][]>((signal) =>
  data(client.GET('/api/v1/places', { signal })),
)
const kinds = useLoad<Schemas['DisciplinesOut']>((signal) =>
  data(client.GET('/api/v1/disciplines', { signal })),
)
const own = reactive({ place_id: '', discipline: 'stars_over_foreground', title: '' })
async function askForOwn(): Promise<void> {
  isOwn.value = true
  await Promise.all([places.refresh(), kinds.refresh()])
  own.place_id ||= places.value.value?.[0]?.id ?? ''
}
const homeless = computed(() =>
  intake.unplaced.filter((found) => !shotOf(found)).flatMap((found) => found.photo_ids),
)
</script>

<template>
  <section aria-label="Without a take">
    <h2>Without a take</h2>
    <p v-if="suggested.size > 0" class="all">
      <v-btn @click="giveAll">Take all of them as offered</v-btn>
    </p>
    <ul class="sets">
      <li v-for="found in intake.unplaced" :key="key(found)">
        <span class="strip">
          <img
            v-for="id in found.photo_ids.slice(0, 5)"
            :key="id"
            :src="`/api/v1/photos/${id}/thumbnail.jpg`"
            alt=""
            loading="lazy"
          />
        </span>
        <span class="says">
          {{ found.text }}
          <span class="muted">{{ found.likeliest_text }}</span>
        </span>
        <span class="acts">
          <select
            :value="shotOf(found)"
            aria-label="Shot it is a take of"
            @change="chosen[key(found)] = ($event.target as HTMLSelectElement).value"
          >
            <option value="">no shot</option>
            <option v-for="shot in intake.shots" :key="shot.id" :value="shot.id">
              {{ shot.title }}
            </option>
          </select>
          <button
            type="button"
            :disabled="!shotOf(found)"
            @click="emit('give', [{ photoIds: found.photo_ids, shotId: shotOf(found) }])"
          >
            make it a take
          </button>
        </span>
      </li>
    </ul>
    <p v-if="homeless.length && !isOwn">
      <v-btn @click="askForOwn">A night of their own, from those of no shot</v-btn>
    </p>
    <form
      v-if="isOwn && homeless.length"
      class="own"
      aria-label="A night of their own"
      @submit.prevent="emit('ownNight', { ...own, photo_ids: homeless })"
    >
      <v-select
        v-model="own.place_id"
        :items="places.value.value ?? []"
        item-title="name"
        item-value="id"
        label="Place"
      />
      <v-select
        v-model="own.discipline"
        :items="kinds.value.value?.disciplines ?? []"
        item-title="title"
        item-value="key"
        label="Kind of picture"
      />
      <v-text-field v-model="own.title" label="Title" />
      <v-btn type="submit" color="primary" variant="flat">Make the night</v-btn>
    </form>
  </section>
</template>

<style scoped src="../themes/lists.css"></style>
<style scoped>
.all {
  margin-bottom: 8px;
}

.sets {
  padding: 0;
  list-style: none;
}

.sets li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

.strip {
  display: flex;
  gap: 2px;
}

.strip img {
  width: 72px;
  height: 48px;
  object-fit: cover;
  background: var(--sheet);
}

.says {
  flex: 1 1 320px;
}

.says .muted {
  display: block;
}

.acts {
  display: flex;
  gap: 14px;
}

.acts > * {
  min-height: 44px;
}

.acts select {
  max-width: 300px;
  padding: 0 8px;
  background: var(--raised);
}

.acts button {
  color: var(--picked);
}

.acts button:disabled {
  color: var(--muted);
}

.own {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) auto;
  gap: 14px;
  align-items: start;
  margin-top: 12px;
}

@media (max-width: 599px) {
  .own {
    grid-template-columns: 1fr;
  }
}
</style>
