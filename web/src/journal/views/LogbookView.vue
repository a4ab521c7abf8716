<script setup lang="ts">
/** Every take there was: found by words and kind, over the year, and what it says together. */
import { computed, ref } from 'vue'

import CarryOver from '../components/CarryOver.vue'
import JudgeTakes from '../components/JudgeTakes.vue'
import DarkYear from '../components/DarkYear.vue'
import { dayText } from '../../api/local-time'
import LoadState from '../../shared/components/LoadState.vue'
import { answered, useLoaded } from '../../api/loaded'
import { useLogbook } from '../composables/useLogbook'

const logbook = useLogbook()
/** The shot whose takes are being judged. */
const judged = ref('')
const wish = logbook.wish
const choices = useLoaded('/api/v1/logbook/choices')
const chosenYear = ref<number | null>(null)
const year = useLoaded('/api/v1/logbook/year', () => ({
  query: {
    ...(chosenYear.value && { year: chosenYear.value }),
    ...(wish.place_id && { place_id: wish.place_id }),
  },
}))
const stepYear = (by: number) => (chosenYear.value = (year.value.value?.year ?? 0) + by)

const KEPT = [
  { key: null, name: 'kept or not' },
  { key: true, name: 'kept' },
  { key: false, name: 'not kept' },
]
const selects = computed(() => [
  { key: 'place_id' as const, label: 'Place', items: choices.value.value?.places ?? [] },
  { key: 'discipline' as const, label: 'Kind', items: choices.value.value?.disciplines ?? [] },
  { key: 'body_id' as const, label: 'Camera', items: choices.value.value?.bodies ?? [] },
  { key: 'light' as const, label: 'Light found', items: choices.value.value?.lights ?? [] },
])
const bands = computed(() => [
  { key: 'exposure' as const, label: 'Time', items: choices.value.value?.exposures_s ?? [] },
  { key: 'iso' as const, label: 'ISO', items: choices.value.value?.isos ?? [] },
])
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Logbook</h1>
      <div class="acts no-print">
        <v-btn to="/logbook/learned">What was learned</v-btn>
        <v-btn to="/cards">Bring a card in</v-btn>
      </div>
    </div>
    <form class="asked no-print" role="search" @submit.prevent>
      <v-text-field
        v-model="wish.words"
        label="Words: title, place, note, tag, file"
        clearable
        hide-details
        @click:clear="wish.words = ''"
      />
      <v-select
        v-for="one in selects"
        :key="one.key"
        v-model="wish[one.key]"
        :items="one.items"
        item-title="name"
        item-value="key"
        :label="one.label"
        clearable
        hide-details
      />
      <v-select
        v-for="one in bands"
        :key="one.key"
        v-model="wish[one.key]"
        :items="one.items"
        item-title="name"
        :label="one.label"
        return-object
        clearable
        hide-details
      />
      <v-select
        v-model="wish.is_keeper"
        :items="KEPT"
        item-title="name"
        item-value="key"
        label="Keepers"
        hide-details
      />
    </form>

    <LoadState
      v-if="!logbook.value.value || !logbook.isThere.value || !answered(year)"
      :error="logbook.error.value"
      @retry="logbook.refresh"
    />
    <div v-else class="columns">
      <div>
        <p role="status" class="found">{{ logbook.figures.value?.text }}</p>
        <section v-for="night in logbook.nights.value" :key="night.id" :aria-label="night.title">
          <h2>
            <router-link :to="{ name: 'story', params: { nightId: night.id } }">{{
              night.title
            }}</router-link>
            <span class="muted when">{{ dayText(night.evening, 'short') }}, {{ night.place }}</span>
          </h2>
          <div v-for="shot in night.shots" :key="shot.id" class="shot">
            <p>
              <router-link :to="{ name: 'shot', params: { shotId: shot.id } }">{{
                shot.title
              }}</router-link>
              <span class="muted"> {{ shot.kind }}</span>
              <button
                type="button"
                class="judge no-print"
                :aria-expanded="judged === shot.id"
                @click="judged = judged === shot.id ? '' : shot.id"
              >
                {{ judged === shot.id ? 'Done' : 'Judge' }}
              </button>
            </p>
            <JudgeTakes v-if="judged === shot.id" :shot-id="shot.id" @changed="logbook.refresh" />
            <ul class="takes">
              <li v-for="take in shot.takes" :key="take.id" :class="{ kept: take.is_keeper }">
                <img
                  v-if="take.photo_id"
                  :src="`/api/v1/photos/${take.photo_id}/thumbnail.jpg`"
                  :alt="`${take.started_local}, ${take.settings}`"
                  loading="lazy"
                />
                <span v-else class="no-picture muted">no picture</span>
                <span class="figures">{{ take.settings }}</span>
                <span class="muted">
                  {{ take.started_local }}<template v-if="take.words">, {{ take.words }}</template>
                  <template v-if="take.rating">, {{ take.rating }}/5</template>
                </span>
                <span v-if="take.is_keeper" class="keeper">kept</span>
              </li>
            </ul>
          </div>
        </section>
        <v-btn v-if="logbook.value.value.next" class="mt-4" @click="logbook.more">Earlier</v-btn>
      </div>
      <aside>
        <section v-if="year.value.value" aria-label="The year">
          <h2 class="year">
            <button type="button" aria-label="The year before" @click="stepYear(-1)">‹</button>
            {{ year.value.value.year }}
            <button type="button" aria-label="The next year" @click="stepYear(1)">›</button>
          </h2>
          <DarkYear :year="year.value.value" />
          <p>{{ year.value.value.text }}</p>
        </section>
        <section v-if="logbook.figures.value?.figures.length" aria-label="Figures">
          <h2>What is kept</h2>
          <ul class="plain">
            <li v-for="one in logbook.figures.value.figures" :key="one.text">{{ one.text }}</li>
          </ul>
        </section>
        <section v-if="logbook.figures.value?.practise.length" aria-label="To practise">
          <h2>To practise</h2>
          <ul class="plain">
            <li v-for="one in logbook.figures.value.practise" :key="one.discipline">
              {{ one.text }} <router-link to="/practice">Practise</router-link>
            </li>
          </ul>
        </section>
        <CarryOver />
      </aside>
    </div>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.asked {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
  margin-top: 14px;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 36px;
  margin-top: 12px;
}

.found {
  font-size: 1.1rem;
}

.when {
  margin-left: 12px;
  font-size: 0.95rem;
  font-weight: 400;
}

.shot {
  margin-bottom: 14px;
}

.shot p .muted {
  margin-left: 10px;
}

.judge {
  min-height: 44px;
  margin-left: 10px;
  color: var(--muted);
  text-decoration: underline;
}

.takes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 10px;
  margin-top: 4px;
  padding: 0;
  list-style: none;
}

.takes li {
  display: grid;
  align-content: start;
  font-size: 0.88rem;
}

.takes img,
.no-picture {
  width: 100%;
  aspect-ratio: 3 / 2;
  object-fit: contain;
  background: #000;
}

.no-picture {
  display: grid;
  place-items: center;
  background: var(--sheet);
}

.kept img {
  outline: 2px solid var(--picked);
}

.keeper {
  color: var(--picked);
}

.year {
  display: flex;
  gap: 10px;
  align-items: center;
}

.year button {
  min-width: 44px;
  min-height: 44px;
  font-size: 1.3rem;
}

@media (max-width: 1099px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }

  .asked {
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  }
}
</style>
