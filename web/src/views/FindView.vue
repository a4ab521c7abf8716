<script setup lang="ts">
/** Find a night: what must meet, over how long; ranked with the reason, and the near misses. */
import { useRouter } from 'vue-router'

import SearchForm from '../components/SearchForm.vue'
import { useSearch } from '../composables/useSearch'
import { useNotices } from '../stores/notices'
import { client, data, type Schemas } from '../api/client'

const SHOWN = 40

const router = useRouter()
const notices = useNotices()
const { wish, matches, misses, progress, isSearching, error, search, stop } = useSearch()

async function plan(night: Schemas['FoundOut']): Promise<void> {
  try {
    const body = {
      place_id: wish.place_id,
      evening_date: night.evening_date,
      notes: night.text,
      ...(wish.target_key && { target_key: wish.target_key }),
    } as Schemas['NightIn']
    const made = await data(client.POST('/api/v1/nights', { body }))
    await router.push({ name: 'night', params: { nightId: made.id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <div class="page">
    <p class="muted"><router-link to="/nights">Nights</router-link></p>
    <h1>Find a night</h1>
    <div class="columns">
      <SearchForm
        v-model="wish"
        :error="error"
        :is-searching="isSearching"
        @search="search"
        @stop="stop"
      />

      <section aria-label="Nights found">
        <template v-if="progress">
          <p role="status" class="status">
            {{ matches.length === 1 ? 'One night meets' : `${matches.length} nights meet` }}
            everything{{ isSearching ? `; ${progress.done} of ${progress.of} looked at` : '' }}.
          </p>
          <v-progress-linear
            v-if="isSearching"
            :model-value="(100 * progress.done) / progress.of"
            color="primary"
            aria-label="Searched"
          />
        </template>
        <p v-else class="muted empty">
          Say what must come together, and every evening of the coming months is looked at.
        </p>
        <ol>
          <li v-for="night in matches.slice(0, SHOWN)" :key="night.evening_date">
            <div>
              <strong>{{ night.day }}</strong>
              <p>{{ night.text }}</p>
            </div>
            <v-btn :aria-label="`Plan it: ${night.day}`" @click="plan(night)">Plan it</v-btn>
          </li>
        </ol>
        <p v-if="matches.length > SHOWN" class="muted">
          The {{ SHOWN }} longest are shown; narrow the wish to see the rest.
        </p>
        <template v-if="misses.length && !isSearching">
          <h2>Near misses</h2>
          <ol>
            <li v-for="night in misses" :key="night.evening_date">
              <div>
                <strong>{{ night.day }}</strong>
                <p class="muted">{{ night.text }}</p>
              </div>
              <v-btn :aria-label="`Plan it: ${night.day}`" @click="plan(night)">Plan it</v-btn>
            </li>
          </ol>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 360px minmax(0, 1fr);
  gap: 48px;
  margin-top: 18px;
}

.status {
  margin-bottom: 8px;
  font-size: 1.1rem;
}

.empty {
  font-size: 1.1rem;
}

ol {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
}

h2 {
  margin-top: 28px;
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
</style>
