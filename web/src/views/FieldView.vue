<script setup lang="ts">
/**
 * The field face: one shot at a time, for cold fingers and dark-adapted eyes. Everything shown
 * is on the device already; the clock lives from timestamps.
 */
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ClosingEye from '../field/ClosingEye.vue'
import LoadState from '../components/LoadState.vue'
import { countText, momentOf, openedAt, type Moment, type Run } from '../field/clock'
import { useCamera } from '../field/useCamera'
import { useVoice, voices, type Voice } from '../field/useVoice'
import { useWakeLock } from '../field/useWakeLock'
import { useField, type Made } from '../field/store'
import { usePreferences } from '../stores/preferences'
import type { Setting, Verdict } from '../field/kept'

const { nightId } = defineProps<{ nightId: string }>()
const route = useRoute()
const router = useRouter()
const field = useField()
const preferences = usePreferences()
const voice = useVoice()

void field.open(nightId)

// ember by default out here, and back to what it was on leaving
const wasEmber = preferences.theme === 'ember'
if (!wasEmber) preferences.toggleEmber()
onUnmounted(() => {
  if (!wasEmber && preferences.theme === 'ember') preferences.toggleEmber()
})

const shots = computed(() => field.night?.shots ?? [])
const index = computed(() => {
  const found = shots.value.findIndex((s) => s.id === route.query.shot)
  return Math.max(0, found)
})
const shot = computed(() => shots.value[index.value])
const progress = computed(() => shot.value && field.progressOf(shot.value))
const go = (by: number) => {
  const to = shots.value[index.value + by]
  if (to) void router.replace({ query: { shot: to.id } })
}

const sound = ref<Voice>('silent')
const nextSound = () =>
  (sound.value = voices[(voices.indexOf(sound.value) + 1) % voices.length] ?? 'silent')

/** A bracket on its way: which frame is next, and those already made. */
const bracketAt = ref<number | null>(null)
const bracketMade = shallowRef<Made[]>([])
const setting = computed<Setting | undefined>(() =>
  bracketAt.value === null
    ? progress.value?.setting
    : shot.value?.bracket[bracketAt.value]?.setting,
)
const isBracketDone = computed(
  () => bracketAt.value !== null && bracketAt.value >= (shot.value?.bracket.length ?? 0),
)

function startBracket(): void {
  bracketAt.value = 0
  bracketMade.value = []
}

/** Keep every frame; the one that was right is judged so and becomes the setting. */
async function chooseFrame(right: Made | null): Promise<void> {
  const [frames, of] = [bracketMade.value, shot.value]
  bracketAt.value = null
  bracketMade.value = []
  if (!of) return
  for (const frame of frames)
    await field.judge(of, { ...frame, isEarly: true }, frame === right ? 'right' : null)
  if (right) await field.use(of, right.setting)
}

const usesLenr = ref(false)
const made = shallowRef<Made | null>(null)
const run = computed(() => field.kept?.run ?? null)
const now = ref(Date.now())
const moment = computed<Moment | null>(() => (run.value ? momentOf(run.value, now.value) : null))
const isRunning = computed(() => run.value !== null)
useWakeLock(isRunning)

let timer: ReturnType<typeof setInterval> | undefined
const look = () => (now.value = Date.now())
onMounted(() => {
  timer = setInterval(look, 100)
  document.addEventListener('visibilitychange', look)
  window.addEventListener('online', field.sync)
})
onUnmounted(() => {
  clearInterval(timer)
  document.removeEventListener('visibilitychange', look)
  window.removeEventListener('online', field.sync)
})
// a signal that came back without the browser noticing
const retry = setInterval(() => {
  if (field.waiting) void field.sync()
}, 15_000)
onUnmounted(() => clearInterval(retry))

/** The camera, driven through its port: set, opened and closed with the clock. */
const camera = useCamera(() => shot.value?.id)

async function begin(): Promise<void> {
  if (!shot.value || !setting.value) return
  if (!(await camera.prepare(setting.value))) return
  const exposure_s = setting.value.values.exposure_s ?? 1
  const next: Run = {
    shotId: shot.value.id,
    startedAt: Date.now(),
    delay_s: shot.value.delay_s,
    exposure_s: shot.value.is_counted_open ? null : exposure_s,
    frames: bracketAt.value === null ? shot.value.frames : 1,
    gap_s: shot.value.gap_s,
    dark_s: usesLenr.value ? exposure_s : 0,
  }
  made.value = null
  void field.start(next)
}

/** The exposure that was made, from the run and where it stood when it ended. */
function finish(at: Moment, isEarly: boolean): void {
  const ended = run.value
  const used = setting.value
  if (!ended || !used) return
  const planned_s = ended.exposure_s ?? at.elapsed_s
  const isOpen = at.phase === 'open'
  const frames = isEarly && !isOpen ? at.frame : at.frame - (isEarly ? 1 : 0)
  made.value = {
    startedAt: openedAt(ended, at),
    exposure_s: isEarly && isOpen ? Math.max(0.05, at.elapsed_s) : planned_s,
    setting: used,
    isEarly: isEarly && isOpen && ended.exposure_s !== null,
    note: ended.frames > 1 ? `${Math.max(1, frames)} frames of ${ended.frames}` : '',
  }
  void camera.close()
  void field.endRun()
  if (bracketAt.value === null) return
  bracketMade.value = [...bracketMade.value, made.value]
  made.value = null
  bracketAt.value += 1
}

watch(moment, (at, before) => {
  if (!at) return
  if (at.phase === 'done') return finish(at, false)
  if (before?.phase !== at.phase && at.phase === 'open') {
    voice.mark(sound.value, 'open')
    void camera.open()
  }
  if (before?.phase === 'open' && at.phase !== 'open') voice.mark(sound.value, 'closed')
  if (at.phase !== 'open') return
  const [second, last] = [Math.floor(at.elapsed_s), Math.floor(before?.elapsed_s ?? -1)]
  if (second === last) return
  const left = at.remaining_s === null ? null : Math.round(at.remaining_s)
  const cue = shot.value?.cues.find((c) => c.at_s > last && c.at_s <= second)
  if (cue) voice.mark(sound.value, cue.text)
  else voice.second(sound.value, second, left)
})

function stop(): void {
  const at = moment.value
  if (!at) return
  if (at.phase === 'delay') return void field.endRun()
  finish(at, true)
}

const cueNow = computed(() => {
  const at = moment.value
  if (at?.phase !== 'open') return ''
  return shot.value?.cues.filter((c) => c.at_s <= at.elapsed_s).at(-1)?.text ?? ''
})
const phaseText = computed(() => {
  const at = moment.value
  if (!at) return ''
  const frame =
    run.value && run.value.frames > 1 ? `, frame ${at.frame} of ${run.value.frames}` : ''
  const words = {
    delay: 'opens in',
    open: 'open',
    dark: 'the camera is busy',
    gap: 'gap',
    done: '',
  }
  return words[at.phase] + frame
})

async function judge(verdict: Verdict | null): Promise<void> {
  if (!shot.value || !made.value) return
  const judged = made.value
  made.value = null
  const takeId = await field.judge(shot.value, judged, verdict)
  await camera.attach(takeId)
}

const others = ref(false)
function use(setting: Setting): void {
  if (shot.value) void field.use(shot.value, setting)
  others.value = false
}

/** Darker words to the left, brighter to the right, the good one across. */
const verdictRows = computed(() => {
  const all = field.night?.verdicts ?? []
  const middle = Math.floor(all.length / 2)
  const rows = [[all[middle]]]
  for (let i = 1; i <= middle; i++) rows.push([all[middle - i], all[middle + i]])
  return rows.map((row) => row.filter((v) => v !== undefined))
})

const needsSecure = !window.isSecureContext || !('serviceWorker' in navigator)
</script>

<template>
  <div class="field">
    <LoadState v-if="!field.night" :error="field.error" @retry="field.open(nightId)" />
    <p v-else-if="!shot" class="pad">
      No shot is planned for this night.
      <router-link :to="{ name: 'night', params: { nightId } }">Plan one</router-link>
    </p>
    <template v-else-if="progress">
      <header>
        <router-link :to="{ name: 'night', params: { nightId } }" class="out">Out</router-link>
        <div class="which">
          <h1>{{ shot.title }}</h1>
          <p class="muted">{{ index + 1 }} of {{ shots.length }}, {{ shot.at_local }}</p>
        </div>
        <button type="button" :disabled="index === 0 || isRunning" @click="go(-1)">Before</button>
        <button type="button" :disabled="index >= shots.length - 1 || isRunning" @click="go(1)">
          Next
        </button>
      </header>

      <p v-if="field.waiting" class="state" role="status">
        {{ field.waiting }} {{ field.waiting === 1 ? 'take waits' : 'takes wait' }} on this phone
        for signal.
      </p>
      <div v-for="q in field.refused" :key="q.id" class="state" role="alert">
        <p>A take could not be sent: {{ q.refused }}</p>
        <button type="button" @click="field.decide(q.id, true)">Send again</button>
        <button type="button" @click="field.decide(q.id, false)">Let it go</button>
      </div>

      <!-- running -->
      <section v-if="moment && run" class="running" aria-label="Running">
        <ClosingEye
          :share="moment.phase === 'open' ? moment.share : 0"
          :count="countText(moment.remaining_s ?? moment.elapsed_s)"
          :label="phaseText"
        />
        <p class="phase">{{ cueNow || phaseText }}</p>
        <button type="button" class="main" @click="stop">
          {{ moment.phase === 'delay' ? 'Not yet' : 'Close now' }}
        </button>
      </section>

      <!-- which of a bracket -->
      <section v-else-if="isBracketDone" class="judging" aria-label="Which one was right?">
        <p class="ask">Look at the frames. Which one was right?</p>
        <div v-for="(frame, i) in bracketMade" :key="i" class="row">
          <button type="button" class="word figures" @click="chooseFrame(frame)">
            {{ shot.bracket[i]?.stops }} &nbsp; {{ frame.setting.text }}
          </button>
        </div>
        <button type="button" class="quiet" @click="chooseFrame(null)">None, keep them all</button>
      </section>

      <!-- what was seen -->
      <section v-else-if="made" class="judging" aria-label="What did you see?">
        <img v-if="camera.picture.value" :src="camera.picture.value" alt="The simulated picture" />
        <p class="ask">
          {{
            shot.light
              ? `Look at ${shot.light}. What did you see?`
              : 'Look at the picture. What did you see?'
          }}
        </p>
        <div v-for="(row, i) in verdictRows" :key="i" class="row">
          <button
            v-for="v in row"
            :key="v.key"
            type="button"
            class="word"
            :class="{ good: i === 0 }"
            @click="judge(v.key)"
          >
            {{ v.label }}
          </button>
        </div>
        <button type="button" class="quiet" @click="judge(null)">No word, keep the take</button>
        <button type="button" class="quiet" @click="made = null">Throw it away</button>
      </section>

      <!-- ready -->
      <section v-else class="ready" aria-label="Set this">
        <div class="numbers figures">
          <p>{{ setting?.time }}</p>
          <p>{{ setting?.aperture }}</p>
          <p>{{ setting?.iso }}</p>
          <p v-if="setting?.filter" class="glass">{{ setting.filter }}</p>
        </div>
        <p v-if="bracketAt !== null" class="state" role="status">
          Bracket, frame {{ bracketAt + 1 }} of {{ shot.bracket.length }}:
          {{ shot.bracket[bracketAt]?.stops }}.
          <button type="button" @click="chooseFrame(null)">End it here</button>
        </p>
        <div v-else-if="progress.change || progress.isBeyond" class="why" role="status">
          <p v-if="progress.change" class="figures change">{{ progress.change }}</p>
          <p v-for="reason in progress.reasons" :key="reason">{{ reason }}</p>
          <p v-if="progress.isBeyond">
            What was worked out beforehand ends here. With signal the next setting comes by itself;
            until then choose one of the others.
          </p>
        </div>

        <button type="button" class="main" @click="begin">
          {{
            shot.is_counted_open
              ? 'Open now'
              : shot.frames > 1 && bracketAt === null
                ? `Run ${shot.frames} frames`
                : shot.delay_s
                  ? `Open in ${shot.delay_s} s`
                  : 'Open now'
          }}
        </button>
        <div class="row small">
          <button type="button" @click="nextSound">Sound: {{ sound }}</button>
          <button type="button" :aria-expanded="others" @click="others = !others">Others</button>
          <button type="button" :aria-pressed="usesLenr" @click="usesLenr = !usesLenr">
            NR {{ usesLenr ? 'on' : 'off' }}
          </button>
        </div>
        <div class="row small">
          <button type="button" :aria-pressed="camera.isDriven.value" @click="camera.toggle">
            {{ camera.isDriven.value ? 'Simulated camera: on' : 'Simulated camera: off' }}
          </button>
        </div>
        <p v-if="camera.says.value" class="state" role="status">{{ camera.says.value }}</p>
        <button
          v-if="others && bracketAt === null && shot.bracket.length > 1"
          type="button"
          class="quiet"
          @click="((others = false), startBracket())"
        >
          Bracket of {{ shot.bracket.length }} frames, one after another
        </button>
        <ul v-if="others" class="others">
          <li
            v-for="other in [...shot.others, ...shot.bracket]"
            :key="other.stops + other.setting.text"
          >
            <button type="button" class="figures" @click="use(other.setting)">
              <span class="stops">{{ other.stops }}</span> {{ other.setting.text }}
            </button>
          </li>
        </ul>

        <ol class="steps">
          <li v-for="step in shot.steps" :key="step.code">
            <button
              type="button"
              role="checkbox"
              :aria-checked="progress.checked.includes(step.code)"
              @click="field.check(shot, step.code)"
            >
              <span class="box" aria-hidden="true" />
              <span>{{ step.text }}</span>
            </button>
          </li>
        </ol>
        <ul class="cautions">
          <li v-for="line in shot.cautions" :key="line.code">{{ line.text }}</li>
          <li v-if="field.night.hazards">{{ field.night.hazards }}</li>
        </ul>
        <p v-if="needsSecure" class="pad muted">
          This address is not secure, so the browser will not keep the page without signal. Print
          the card before you go, or start the app with --tls.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.field {
  max-width: 560px;
  min-height: 100dvh;
  margin: 0 auto;
  padding: 8px 14px calc(20px + env(safe-area-inset-bottom));
  font-size: 1.1rem;
}

header {
  display: flex;
  align-items: center;
  gap: 6px;
}

.which {
  flex: 1;
  min-width: 0;
}

h1 {
  overflow: hidden;
  font-size: 1.15rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}

header button,
.out {
  display: inline-flex;
  align-items: center;
  min-width: 56px;
  min-height: 64px;
  padding: 0 6px;
  color: var(--ink);
  text-decoration: none;
}

header button:disabled {
  color: var(--line);
}

.state {
  margin: 4px 0;
  padding: 8px 12px;
  border-left: 3px solid var(--limit);
  background: var(--sheet);
}

.state button {
  min-height: 64px;
  padding: 0 12px 0 0;
  text-decoration: underline;
}

.numbers {
  display: grid;
  gap: 2px;
  margin: 6px 0 12px;
  font-size: clamp(3rem, 17vw, 5.4rem);
  font-weight: 700;
  line-height: 1.06;
  letter-spacing: -0.03em;
}

.numbers .glass {
  font-size: 0.5em;
}

.why {
  margin-bottom: 12px;
  padding: 10px 12px;
  border-left: 3px solid var(--picked);
  background: var(--sheet);
}

.change {
  font-weight: 700;
}

.main {
  width: 100%;
  min-height: 88px;
  font-size: 1.7rem;
  font-weight: 700;
  color: var(--picked);
  border: 4px solid var(--picked); /* a filled field would light the whole face */
  border-radius: 6px;
}

.row {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}

.row button {
  flex: 1;
  min-height: 72px;
  border: 2px solid var(--line);
  border-radius: 6px;
}

.row.small button {
  min-height: 64px;
  font-size: 1rem;
}

.row button[aria-pressed='true'] {
  border-color: var(--picked);
}

.word {
  font-size: 1.35rem;
  font-weight: 600;
}

.row .word.good {
  border: 3px solid var(--picked);
}

.judging img {
  display: block;
  width: 100%;
  margin-top: 8px;
}

.v-theme--ember .judging img {
  filter: grayscale(1) sepia(1) saturate(9) hue-rotate(-42deg) brightness(0.75);
}

.ask {
  margin: 14px 0 8px;
  font-size: 1.3rem;
}

.quiet {
  display: block;
  width: 100%;
  min-height: 64px;
  margin-top: 8px;
  color: var(--muted);
  text-align: left;
}

.phase {
  margin: 4px 0 14px;
  font-size: 1.6rem;
  font-weight: 600;
  text-align: center;
}

.steps,
.cautions,
.others {
  list-style: none;
  margin-top: 14px;
  padding: 0;
}

.others button {
  width: 100%;
  min-height: 64px;
  text-align: left;
  border-bottom: 1px solid var(--line);
}

.stops {
  display: inline-block;
  min-width: 3em;
  color: var(--muted);
}

.steps button {
  display: flex;
  align-items: center;
  gap: 14px;
  width: 100%;
  min-height: 64px;
  text-align: left;
  border-bottom: 1px solid var(--line);
}

.box {
  flex: none;
  width: 30px;
  height: 30px;
  border: 2px solid var(--muted);
  border-radius: 4px;
}

button[aria-checked='true'] .box {
  border-color: var(--picked);
  background: var(--picked);
  box-shadow: inset 0 0 0 5px var(--ground);
}

button[aria-checked='true'] {
  color: var(--muted);
}

.cautions li {
  padding: 6px 0 6px 14px;
  border-left: 3px solid var(--limit);
  margin-bottom: 8px;
}

.pad {
  padding: 16px 0;
}
</style>
