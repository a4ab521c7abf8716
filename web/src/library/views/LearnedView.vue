<script setup lang="ts">
/** What was learned: sentences with the nights behind them, and how well predictions held. */
import { ref } from 'vue'

import { client, data } from '../../api/client'
import CalibrationChart from '../components/CalibrationChart.vue'
import LessonList from '../components/LessonList.vue'
import LoadState from '../../shared/components/LoadState.vue'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

const notices = useNotices()
const learned = useLoaded('/api/v1/learned')
const calibration = useLoaded('/api/v1/learned/calibration')
const refresh = () => Promise.all([learned.refresh(), calibration.refresh()])
void refresh()

const isLearned = ref(false)
async function forgetWords(): Promise<void> {
  try {
    await data(client.DELETE('/api/v1/learned/words'))
    await learned.refresh()
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <div class="page">
    <p class="muted no-print"><router-link to="/logbook">Logbook</router-link></p>
    <h1>What was learned</h1>
    <LoadState v-if="!learned.value.value" :error="learned.error.value" @retry="refresh" />
    <div v-else class="columns">
      <div>
        <p v-if="!learned.value.value.groups.length" class="empty">
          Nothing yet. Every shot that is judged until its light is known teaches how far
          predictions are off, where, and by what light; the next plan reckons with it and says so.
        </p>
        <section v-for="group in learned.value.value.groups" :key="group.title">
          <h2>{{ group.title }}</h2>
          <LessonList :lessons="group.lessons" @changed="refresh" />
        </section>
        <section aria-label="Your words">
          <h2>Your words</h2>
          <p>{{ learned.value.value.words }}</p>
          <button
            v-if="learned.value.value.has_words"
            type="button"
            class="forget"
            @click="forgetWords"
          >
            forget it, begin anew
          </button>
        </section>
      </div>
      <aside v-if="calibration.value.value?.points.length">
        <h2>Predicted against found</h2>
        <div class="choices" role="group" aria-label="Which prediction">
          <button type="button" :aria-pressed="!isLearned" @click="isLearned = false">bare</button>
          <button type="button" :aria-pressed="isLearned" @click="isLearned = true">
            as the other shots teach
          </button>
        </div>
        <CalibrationChart :points="calibration.value.value.points" :is-learned="isLearned" />
        <p>
          {{ isLearned ? calibration.value.value.learned_text : calibration.value.value.text }}
        </p>
        <h2>By source of light</h2>
        <ul class="plain">
          <li v-for="one in calibration.value.value.held" :key="one.light">
            <strong>{{ one.name }}</strong> {{ isLearned ? one.learned_text : one.text }}
          </li>
        </ul>
        <h2>By place</h2>
        <ul class="plain">
          <li v-for="text in calibration.value.value.places" :key="text">{{ text }}</li>
        </ul>
      </aside>
    </div>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped src="../../themes/choices.css"></style>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 460px;
  gap: 40px;
}

.empty {
  margin-top: 24px;
  font-size: 1.1rem;
}

.forget {
  min-height: 44px;
  color: var(--muted);
}

@media (max-width: 1099px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
