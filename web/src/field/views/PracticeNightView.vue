<script setup lang="ts">
/** One practice night: set by hand, open, look, say; and afterwards what each choice cost. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import ExposureRails from '../../shared/components/ExposureRails'
import LevelBars from '../../shared/components/LevelBars.vue'
import LoadState from '../../shared/components/LoadState.vue'
import { SPEEDS, usePractice } from '../composables/usePractice'
import { countText } from '../clock'
import { useNotices } from '../../shared/stores/notices'
import { client, data } from '../../api/client'

const { attemptId } = defineProps<{ attemptId: string }>()
const router = useRouter()
const notices = useNotices()
const practice = usePractice(() => attemptId)
const { attempt, now_s, speed, rails } = practice

watch(
  () => attemptId,
  () => {
    now_s.value = 0
    rails.value = []
    void practice.load()
  },
  { immediate: true },
)

const shown = ref<number | null>(null)
const number = computed(() => shown.value ?? (attempt.value?.frames.length ?? 0) - 1)
const frame = computed(() => attempt.value?.frames[number.value])
const next_s = computed(() => attempt.value?.passes_s.find((at) => at > now_s.value))
const picture = (of: number) => `/api/v1/practice/attempts/${attemptId}/frames/${of}.jpg`

async function open(): Promise<void> {
  shown.value = null
  await practice.open()
}
async function again(): Promise<void> {
  if (!attempt.value) return
  try {
    const body = { scenario: attempt.value.scenario }
    const found = await data(client.POST('/api/v1/practice/attempts', { body }))
    await router.push({ name: 'practice-night', params: { attemptId: found.id } })
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="page">
    <LoadState v-if="!attempt" :error="practice.error.value" @retry="practice.load" />
    <template v-else>
      <p class="muted">
        <router-link to="/practice">Practice</router-link> · it begins at
        {{ attempt.begins_local }}
      </p>
      <h1>{{ attempt.title }}</h1>
      <p class="brief">{{ attempt.brief }}</p>
      <p v-if="attempt.sentence" class="muted">Hint: {{ attempt.sentence }}</p>
      <p v-if="practice.error.value" role="alert" class="error">
        {{ practice.error.value.message }}
      </p>

      <section v-if="attempt.is_over" class="summary" aria-label="How it went">
        <h2>How it went</h2>
        <p v-for="line in attempt.summary" :key="line">{{ line }}</p>
        <v-btn color="primary" variant="flat" @click="again">Once more, in another light</v-btn>
      </section>

      <div class="columns">
        <div>
          <div class="back" :style="{ aspectRatio: String(attempt.aspect) }">
            <img
              v-if="frame"
              :src="picture(frame.number)"
              :alt="`Frame ${frame.number + 1}, ${frame.settings}. ${frame.reading}`"
            />
            <p v-else class="muted">Nothing taken yet. Set what you think, and open.</p>
          </div>
          <p v-if="frame" class="figures caption">
            Frame {{ frame.number + 1 }}, {{ frame.at_local }}: {{ frame.settings }}
          </p>
          <LevelBars
            v-if="frame && frame.histogram.length"
            :bins="frame.histogram"
            :says="frame.reading"
          />
          <div v-if="frame && !attempt.is_over" class="words" role="group" aria-label="Say of it">
            <button
              v-for="word in attempt.verdicts"
              :key="word.key"
              type="button"
              :aria-pressed="frame.word === word.key"
              @click="practice.say(frame.number, word.key)"
            >
              {{ word.label }}
            </button>
          </div>
          <ol v-if="attempt.frames.length" class="strip" aria-label="Frames">
            <li v-for="one in attempt.frames" :key="one.number">
              <button
                type="button"
                :aria-pressed="one.number === number"
                :aria-label="`Frame ${one.number + 1}`"
                @click="shown = one.number"
              >
                <img :src="picture(one.number)" alt="" />
                <span>{{ one.number + 1 }}{{ attempt.kept === one.number ? ', kept' : '' }}</span>
              </button>
            </li>
          </ol>
        </div>

        <aside v-if="!attempt.is_over" aria-label="Set and open">
          <p class="clock figures" role="timer">
            {{ countText(Math.floor(now_s)) }}
            <span class="muted">of {{ countText(attempt.lasts_s) }}</span>
          </p>
          <p v-if="practice.isOut.value" role="status">{{ attempt.ends }}</p>
          <p v-else class="muted">Then: {{ attempt.ends }}</p>
          <p v-if="next_s !== undefined" class="figures">
            It passes in {{ countText(Math.ceil(next_s - now_s)) }}.
          </p>
          <div class="row">
            <button
              v-for="by in SPEEDS"
              :key="by"
              type="button"
              :aria-pressed="speed === by"
              @click="speed = by"
            >
              {{ by === 1 ? 'true time' : `${by} times as fast` }}
            </button>
            <button type="button" @click="practice.wait(60)">wait a minute</button>
          </div>
          <ExposureRails :rails="rails" is-bare @move="practice.move" />
          <v-btn
            color="primary"
            variant="flat"
            block
            size="large"
            :disabled="practice.isOut.value || practice.isBusy.value"
            @click="open"
            >Open the shutter</v-btn
          >
          <div class="row">
            <v-btn v-if="frame" @click="practice.finish(frame.number)"
              >Frame {{ frame.number + 1 }} is the picture</v-btn
            >
            <v-btn variant="text" @click="practice.finish(null)">Give it up</v-btn>
          </div>
        </aside>

        <aside v-else aria-label="What each choice cost">
          <section v-for="one in attempt.frames" :key="one.number" class="cost">
            <h3>
              Frame {{ one.number + 1 }}: <span class="figures">{{ one.settings }}</span>
            </h3>
            <ul>
              <li v-for="line in one.lines" :key="line">{{ line }}</li>
            </ul>
            <p v-for="line in one.advised" :key="line" class="advised">{{ line }}</p>
          </section>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped src="../../themes/work-page.css"></style>
<style scoped>
.columns {
  grid-template-columns: minmax(0, 1fr) 460px;
}

.brief {
  max-width: 70ch;
  font-size: 1.15rem;
}

.back {
  display: grid;
  place-items: center;
  max-height: 56vh;
  max-width: 100%;
  background: #000;
}

.back img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.caption {
  margin: 6px 0;
}

.words,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0;
}

.words button,
.row > button:not(.v-btn) {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--line);
}

.words button[aria-pressed='true'],
.row > button[aria-pressed='true'] {
  border-color: var(--picked);
  color: var(--picked);
}

.strip {
  display: flex;
  gap: 8px;
  overflow-x: auto;
  padding: 0;
  list-style: none;
}

.strip img {
  display: block;
  width: 96px;
  height: 64px;
  object-fit: cover;
}

.strip button[aria-pressed='true'] img {
  outline: 2px solid var(--picked);
}

.clock {
  font-size: 2rem;
}

.error {
  color: var(--limit);
}

.summary {
  margin: 14px 0;
  padding: 12px 16px;
  border-left: 3px solid var(--picked);
  background: var(--sheet);
}

.summary .v-btn {
  margin-top: 10px;
}

.cost {
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}

.advised {
  color: var(--picked);
}

h3 {
  font-size: 1.05rem;
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
