<script setup lang="ts">
/** Find a night: what must meet, told in words over the dark calendar, and what was found in it. */
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import DarkCalendar from '../../shared/components/DarkCalendar.vue'
import LoadState from '../../shared/components/LoadState.vue'
import NightStrip from '../../shared/components/NightStrip.vue'
import { PlanLines } from '../components/PlanText'
import { dayText } from '../../api/local-time'
import { useSearch, type Wish } from '../composables/useSearch'
import { useNotices } from '../../shared/stores/notices'
import { client, data, type Schemas } from '../../api/client'

const SHOWN = 12

const route = useRoute()
const router = useRouter()
const notices = useNotices()

/** A wish stands in the address, as far as it was said. */
function saidInAddress(): Partial<Wish> {
  try {
    const said: unknown = JSON.parse(String(route.query.wish ?? '{}'))
    return said && typeof said === 'object' ? (said as Partial<Wish>) : {}
  } catch {
    return {}
  }
}
const { told, dark, matches, misses, progress, isSearching, error, change, anew, search, stop } =
  useSearch(saidInAddress(), (said) => {
    picked.value = null
    void router.replace({ query: { wish: JSON.stringify(said) } })
  })

const questions = computed(() => new Map(told.value?.questions.map((q) => [q.key, q])))
const valueOf = (_: string, question: Schemas['QuestionOut']) =>
  told.value?.wish[question.key as keyof Wish]
function answer(_: string, question: Schemas['QuestionOut'], value: unknown): void {
  if (value !== null || question.is_optional) void change({ [question.key]: value })
}

const picked = ref<string | null>(null)
/** The night that was picked, or the best there is. */
const shown = computed(() => {
  const evening = picked.value ?? matches.value[0]?.evening_date
  const row = dark.value?.rows.find((row) => row.evening_date === evening)
  if (!evening || !row) return null
  const found = [...matches.value, ...misses.value].find((match) => match.evening_date === evening)
  return { evening, row, found }
})

async function plan(evening_date: string, notes = ''): Promise<void> {
  const { place_id, target_key } = told.value?.wish ?? {}
  try {
    const body = { place_id, evening_date, notes, ...(target_key && { target_key }) }
    const made = await data(client.POST('/api/v1/nights', { body: body as Schemas['NightIn'] }))
    await router.push({ name: 'night', params: { nightId: made.id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
async function share(): Promise<void> {
  await navigator.clipboard.writeText(window.location.href)
  notices.say('Address copied: it opens with this wish.')
}
const percent = (part: number) => `${100 * part}%`
</script>

<template>
  <div class="page">
    <p class="muted"><router-link to="/nights">Nights</router-link></p>
    <h1>Find a night</h1>
    <LoadState v-if="!told" :error="error" @retry="anew" />
    <template v-else>
      <PlanLines
        class="wish"
        :lines="told.told"
        :question-of="(_, key) => questions.get(key)"
        :value-of="valueOf"
        :error="error"
        @answer="answer"
      />
      <p v-if="error" role="alert" class="wrong">{{ error.message }}</p>
      <p class="acts">
        <v-btn v-if="isSearching" @click="stop">Stop</v-btn>
        <v-btn v-else color="primary" variant="flat" @click="search">Find nights</v-btn>
        <v-btn variant="text" @click="share">Copy the address</v-btn>
        <span v-if="progress" role="status">
          {{ matches.length === 1 ? 'One night meets' : `${matches.length} nights meet` }}
          everything{{ isSearching ? `; ${progress.done} of ${progress.of} looked at` : '' }}.
        </span>
      </p>
      <div class="columns">
        <figure class="sky">
          <DarkCalendar
            v-if="dark"
            v-slot="{ topOf, height }"
            class="calendar"
            :rows="dark.rows"
            :most-level="dark.most_level"
            :label="`The nights of ${dark.place_name}`"
            @pick="(evening) => (picked = evening)"
          >
            <span
              v-for="night in matches"
              :key="night.evening_date"
              class="found"
              :style="{
                top: topOf(night.evening_date),
                left: percent(night.from_share),
                width: percent(night.to_share - night.from_share),
                height,
              }"
            />
            <span
              v-for="night in misses"
              :key="night.evening_date"
              class="missed"
              :style="{ top: topOf(night.evening_date), height }"
            />
            <span v-if="shown" class="picked" :style="{ top: topOf(shown.evening), height }" />
          </DarkCalendar>
          <figcaption v-if="dark" class="muted">
            {{ dark.place_name }}, by its clock ({{ dark.time_zone }}): every night a line, the Moon
            a glow in it. Solid: everything meets; dots at the edge: near misses. Pick a night.
          </figcaption>
        </figure>

        <section aria-label="Nights found">
          <div v-if="shown" class="one" aria-live="polite">
            <h2>{{ dayText(shown.evening) }}</h2>
            <NightStrip
              :strip="{ ...shown.row, most_level: dark!.most_level }"
              :spans="
                shown.found && !shown.found.is_near_miss
                  ? [{ from: shown.found.from_share, to: shown.found.to_share, isWrong: false }]
                  : []
              "
            />
            <p>
              {{
                shown.found?.text ??
                (progress ? 'More than one thing is missing that night.' : 'Not looked at yet.')
              }}
            </p>
            <v-btn @click="plan(shown.evening, shown.found?.text)">Plan this night</v-btn>
          </div>
          <p v-else class="muted">
            Say what must come together and every evening is looked at, or pick a night in the
            calendar.
          </p>
          <template v-for="(group, i) in [matches, misses]" :key="i">
            <template v-if="group.length && !(i && isSearching)">
              <h2>{{ i ? 'Near misses' : 'The longest' }}</h2>
              <ol>
                <li v-for="night in group.slice(0, SHOWN)" :key="night.evening_date">
                  <button
                    type="button"
                    :aria-pressed="shown?.evening === night.evening_date"
                    @click="picked = night.evening_date"
                  >
                    <strong>{{ night.day }}</strong>
                    <span class="muted">{{ night.text }}</span>
                  </button>
                </li>
              </ol>
            </template>
          </template>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.wish {
  max-width: 96ch;
  margin-top: 6px;
  font-size: 1.08rem;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-top: 8px;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 36px;
  margin-top: 14px;
}

figure {
  margin: 0;
}

.calendar {
  height: var(--tall);
}

.sky {
  --tall: max(420px, calc(100vh - 330px));

  min-height: calc(var(--tall) + 72px);
}

.found,
.missed,
.picked {
  position: absolute;
  min-height: 2px;
}

.found {
  background: var(--picked);
}

.missed {
  right: 0;
  width: 5px;
  background: var(--limit);
}

.picked {
  left: 0;
  right: 0;
  outline: 1.5px solid var(--ink);
}

.one {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 14px 16px;
  background: var(--sheet);
}

.one .strip {
  width: 100%;
}

h2 {
  margin: 18px 0 4px;
}

.one h2 {
  margin: 0;
}

ol {
  list-style: none;
  padding: 0;
}

li button {
  display: grid;
  width: 100%;
  padding: 7px 0;
  text-align: left;
  border-bottom: 1px solid var(--line);
}

li button strong {
  font-weight: 600;
}

li span {
  font-size: 0.92rem;
}

li button[aria-pressed='true'] strong,
li button:hover strong {
  color: var(--picked);
}

.wrong {
  color: var(--limit);
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }

  .sky {
    --tall: 380px;
  }
}
</style>
