<script setup lang="ts">
/** A night told afterwards: each shot's chain from the plan to the keeper, and what it taught. */
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import DateField from '../../shared/components/DateField.vue'
import { client, data } from '../../api/client'
import { dayText } from '../../api/local-time'
import LoadState from '../../shared/components/LoadState.vue'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

const { nightId } = defineProps<{ nightId: string }>()
const router = useRouter()
const notices = useNotices()
const params = { path: { night_id: nightId } }
const story = useLoaded('/api/v1/nights/{night_id}/story', () => params)
const yearOn = useLoaded('/api/v1/nights/{night_id}/year-on', () => params)
const nights = useLoaded('/api/v1/nights')

const beginning = ref<string | null>(null)
const other = ref('')
const evening = ref('')
async function again(takeId: string): Promise<void> {
  try {
    const body = other.value ? { night_id: other.value } : { evening_date: evening.value || null }
    const shot = await data(
      client.POST('/api/v1/takes/{take_id}/again', {
        params: { path: { take_id: takeId } },
        body,
      }),
    )
    await router.push({ name: 'shot', params: { shotId: shot.id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
async function nightAgain(which: 'all' | 'kept' | 'unfinished'): Promise<void> {
  try {
    const night = await data(
      client.POST('/api/v1/nights/{night_id}/again', { params, body: { which } }),
    )
    await router.push({ name: 'night', params: { nightId: night.id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <div class="page page-narrow">
    <p class="muted no-print">
      <router-link to="/logbook">Logbook</router-link> ·
      <router-link :to="{ name: 'night', params: { nightId } }">The night as planned</router-link> ·
      <router-link :to="{ name: 'pictures', params: { nightId } }">Its pictures</router-link>
    </p>
    <LoadState v-if="!story.value.value" :error="story.error.value" @retry="story.refresh" />
    <template v-else>
      <h1>{{ story.value.value.title }}</h1>
      <p>{{ dayText(story.value.value.evening_date) }}, {{ story.value.value.place_name }}</p>
      <p class="muted">{{ story.value.value.sentence }}</p>
      <p v-if="story.value.value.notes">{{ story.value.value.notes }}</p>
      <p class="sum">{{ story.value.value.text }}</p>
      <p class="no-print out">
        <a :href="`/api/v1/nights/${nightId}/story.pdf`" target="_blank">As PDF</a>
        <a :href="`/api/v1/nights/${nightId}/sidecars.zip`">XMP beside the originals</a>
      </p>

      <section v-for="shot in story.value.value.shots" :key="shot.shot_id" :aria-label="shot.title">
        <h2>
          <router-link :to="{ name: 'shot', params: { shotId: shot.shot_id } }">{{
            shot.title
          }}</router-link>
          <span class="muted kind">{{ shot.kind }}</span>
        </h2>
        <p><span class="muted">Planned:</span> {{ shot.planned }}</p>
        <p v-if="shot.text" class="muted">{{ shot.text }}</p>
        <ol>
          <li v-for="link in shot.links" :key="link.take_id" :class="{ kept: link.is_keeper }">
            <p v-if="link.change" class="change">{{ link.change }}</p>
            <img
              v-if="link.photo_ids[0]"
              :src="`/api/v1/photos/${link.photo_ids[0]}/${link.is_keeper ? 'look' : 'thumbnail'}.jpg`"
              :alt="`${link.started_local}, ${link.settings}`"
              loading="lazy"
            />
            <p>
              <span class="muted">{{ link.started_local }}</span>
              <span class="figures setting">{{ link.settings }}</span>
              <span v-if="link.seen">{{ link.seen }}</span>
              <span v-if="link.is_keeper" class="keeper">kept</span>
            </p>
            <p v-if="link.note">{{ link.note }}</p>
            <template v-if="link.is_keeper">
              <button
                v-if="beginning !== link.take_id"
                type="button"
                class="link no-print"
                @click="beginning = link.take_id"
              >
                begin another night from it
              </button>
              <form v-else class="again no-print" @submit.prevent="again(link.take_id)">
                <v-select
                  v-model="other"
                  :items="nights.value.value ?? []"
                  :item-title="
                    (n) => `${dayText(n.evening_date, 'short')}, ${n.title || n.place_name}`
                  "
                  item-value="id"
                  label="In this night"
                  clearable
                  hide-details
                />
                <DateField v-if="!other" v-model="evening" label="or in a new one, evening of" />
                <v-btn type="submit" color="primary" variant="flat">Begin</v-btn>
              </form>
            </template>
          </li>
        </ol>
        <p v-for="text in shot.found" :key="text" class="found">{{ text }}</p>
      </section>

      <section class="no-print" aria-label="Again">
        <h2>Again</h2>
        <p v-if="yearOn.value.value" class="muted">
          A year on, like this one: {{ dayText(yearOn.value.value.evening_date) }}.
        </p>
        <p class="acts">
          <v-btn @click="nightAgain('all')">All of it next year</v-btn>
          <v-btn @click="nightAgain('kept')">What was kept</v-btn>
          <v-btn @click="nightAgain('unfinished')">What was not finished</v-btn>
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.sum {
  margin-top: 10px;
  font-size: 1.1rem;
}

.kind {
  margin-left: 10px;
  font-size: 0.95rem;
  font-weight: 400;
}

.out {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  margin-top: 6px;
}

ol {
  padding: 0;
  list-style: none;
}

ol li {
  padding: 10px 0 10px 18px;
  border-left: 2px solid var(--line);
}

ol li.kept {
  border-left-color: var(--picked);
}

img {
  display: block;
  width: 220px;
  max-width: 100%;
  margin-bottom: 4px;
}

.kept img {
  width: 100%;
}

.change {
  margin-bottom: 6px;
  color: var(--muted);
}

.setting {
  margin: 0 0.8em;
}

.keeper {
  margin-left: 0.8em;
  color: var(--picked);
}

.found {
  margin-top: 6px;
}

.link {
  min-height: 44px;
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.again {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 12px;
  align-items: center;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

@media (max-width: 599px) {
  .again {
    grid-template-columns: 1fr;
  }
}
</style>
