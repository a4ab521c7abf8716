<script setup lang="ts">
/**
 * The field face: one shot at a time, for cold fingers and dark-adapted eyes. Everything shown
 * is on the device already; a run under way is shown whatever shot is looked at.
 */
import { useTimestamp } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import BigNumbers from '../components/BigNumbers.vue'
import JudgingFace from '../components/JudgingFace.vue'
import LoadState from '../../shared/components/LoadState.vue'
import NightGoing from '../components/NightGoing.vue'
import OtherSettings from '../components/OtherSettings.vue'
import RunningFace from '../components/RunningFace.vue'
import SeenPanel from '../components/SeenPanel.vue'
import StepList from '../components/StepList.vue'
import TakesList from '../components/TakesList.vue'
import { MeasurePanel, prepare } from '../../shared/instruments'
import { useEmber } from '../composables/useEmber'
import { countText } from '../clock'
import { useField } from '../store'
import { usePreferences, type Voice } from '../../shared/stores/preferences'
import { usePicture } from '../composables/usePicture'
import { useRun } from '../composables/useRun'
import { useSending } from '../composables/useSending'
import { goingOn, stayAt } from '../order'
import { isAsFetched } from '../standing'
import { lightsOf } from '../seen'
import { toLocal } from '../../api/local-time'
import type { Setting } from '../bundle'

const { nightId } = defineProps<{ nightId: string }>()
const route = useRoute()
const router = useRouter()
const field = useField()
const preferences = usePreferences()
const going = useRun(() => nightId)

void field.open(nightId)
void prepare({ nightId })
useEmber()
useSending()

const shots = computed(() => field.night?.shots ?? [])
// a night kept by an older version has none
const leftOut = computed(() =>
  (field.night?.left_out ?? []).map((l) => `${l.at_local} ${l.title} cannot be run: ${l.text}`),
)
const run = computed(() => (going.run.value?.nightId === nightId ? going.run.value : null))
const elsewhere = computed(() => (run.value ? null : going.run.value))
const index = computed(() => {
  const shown = run.value?.shotId ?? route.query.shot
  return Math.max(
    0,
    shots.value.findIndex((s) => s.id === shown),
  )
})
const shot = computed(() => shots.value[index.value])
const now = useTimestamp({ interval: 1_000 })
const progress = computed(() => shot.value && field.standingOf(shot.value, now.value))
/** What is performed is called out: asked once, before the first run, whether aloud. */
const asksForSound = ref(false)
async function begin(): Promise<void> {
  if (!shot.value || !progress.value) return
  const isPerformed = progress.value.setting.program.cues.length > 0
  if (isPerformed && going.sound.value === 'silent' && !preferences.met.includes('sound')) {
    preferences.meet('sound')
    asksForSound.value = true
    return
  }
  const [of, at] = [shot.value, now.value]
  // the run first: nothing may stand between the press and its being kept
  await going.begin(of, progress.value.setting)
  await field.adopt(of, at)
}
function answerSound(voice: Voice): void {
  going.sound.value = voice
  asksForSound.value = false
  void begin()
}
/** The frame of a series that is due: which, and how long it still takes. */
const due = computed(() => shot.value && !run.value && field.dueOf(shot.value, now.value))
const dueIn_s = computed(() => (due.value ? Math.ceil((due.value.at - now.value) / 1000) : 0))
const dueText = computed(() => {
  if (!due.value) return ''
  const { frame, frames, local } = due.value
  const left = dueIn_s.value < 60 ? `${dueIn_s.value} s` : countText(dueIn_s.value)
  return `Frame ${frame} of ${frames}, due at ${local}: ${dueIn_s.value > 0 ? `in ${left}` : 'now'}.`
})
watch(
  () => due.value && dueIn_s.value <= 0,
  (isDue) => isDue && going.callOut('Next frame'),
)
const go = (by: number) => {
  const to = shots.value[index.value + by]
  if (to) void router.replace({ query: { shot: to.id } })
}

/** Somebody who opened its shutter tonight stands there. */
const isBegun = computed(() => !!run.value || !!progress.value?.openedAt)
const goTo = (shotId: string) => void router.replace({ query: { shot: shotId } })
const clockOf = (at: number) =>
  toLocal(new Date(at).toISOString(), field.night?.time_zone ?? 'UTC').slice(11)
/** Done with it or skipped: the next of the night comes up by itself. */
async function finish(how: 'done' | 'skipped' | null): Promise<void> {
  const at = shot.value
  const ahead = field.night?.ahead
  if (!at || !ahead) return
  await field.finish(at.id, how)
  const next = goingOn(ahead, field.finished, now.value)?.turns[0]
  if (how && next && !run.value) goTo(next.shotId)
}
/** Before one must stop, so that nobody is torn from a frame. */
const left_s = computed(() => {
  const ahead = field.night?.ahead
  const of = run.value?.shotId ?? shot.value?.id
  return ahead && of && isBegun.value
    ? (stayAt(ahead, field.finished, of, now.value)?.left_s ?? null)
    : null
})
watch(left_s, (left, before) => {
  if (left === null || before === null || before === undefined) return
  const crossed = field.night?.ahead?.calls_before_s.find((s) => left <= s && s < before)
  if (crossed) going.callOut(`${crossed / 60} minutes left here`)
})

const program = computed(() => progress.value?.setting.program)
const openText = computed(() => {
  const first = program.value?.phases[0]
  const frames = program.value?.frames ?? 1
  if (frames > 1) return `Run ${frames} frames`
  return first?.lead_in_s ? `Open in ${first.lead_in_s} s` : 'Open now'
})
const canDarken = computed(() => program.value?.phases.some((p) => p.dark_s > 0) ?? false)
const darkened = computed(() => going.darkened.value ?? shot.value?.uses_noise_reduction ?? false)

const testSetting = computed(() => {
  const isFirst = shot.value && progress.value && isAsFetched(shot.value, progress.value)
  const test = isFirst ? shot.value?.test : null
  const found = test && shot.value?.settings[test.setting]
  return found && found.text !== progress.value?.setting.text ? found : null
})

const last = computed(() => progress.value?.last ?? null)
const takes = computed(() => (shot.value ? field.takesOf(shot.value) : []))
const isListed = ref(false)
const others = ref(false)
const pictured = ref(false)
const picture = usePicture(
  () => shots.value,
  () => shot.value,
)
function use(setting: Setting): void {
  if (shot.value) void field.use(shot.value, setting)
  others.value = false
}
function bracket(): void {
  if (shot.value && progress.value) void going.bracket(shot.value, progress.value.setting)
  others.value = false
}

/** A reading acts there and then. */
function putIn({ key, value }: { key: string; value: number }): void {
  if (shot.value) void field.measure(shot.value, key, value)
  isMeasuring.value = false
}

/** Instruments lie over the face, and a run goes on below. */
const isMeasuring = ref(false)
const runSays = computed(() => {
  const moment = going.moment.value
  if (!run.value || !moment) return ''
  return `${going.stageText.value}: ${countText(moment.remaining_s ?? moment.elapsed_s)}`
})

const needsSecure = !window.isSecureContext || !('serviceWorker' in navigator)
</script>

<template>
  <div class="field">
    <LoadState v-if="!field.night" :error="field.error" @retry="field.open(nightId)" />
    <div v-else-if="!shot || !progress" class="pad">
      <p>
        No shot of this night can be run.
        <router-link :to="{ name: 'night', params: { nightId } }">Plan one</router-link>
      </p>
      <p v-for="left in leftOut" :key="left">{{ left }}</p>
    </div>
    <template v-else>
      <header>
        <router-link :to="{ name: 'night', params: { nightId } }" class="out"
          >To the night</router-link
        >
        <div class="which">
          <h1>{{ run ? run.title : shot.title }}</h1>
          <p class="muted">{{ index + 1 }} of {{ shots.length }}, {{ shot.at_local }}</p>
        </div>
        <button type="button" :disabled="index === 0 || !!run" @click="go(-1)">Before</button>
        <button type="button" :disabled="index >= shots.length - 1 || !!run" @click="go(1)">
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
      <p v-for="left in leftOut" :key="left" class="state">{{ left }}</p>
      <p v-if="elsewhere" class="state" role="status">
        “{{ elsewhere.title }}” is still under way.
        <router-link :to="{ name: 'field', params: { nightId: elsewhere.nightId } }"
          >Go to it</router-link
        >
      </p>

      <NightGoing
        v-if="field.night.ahead"
        :ahead="field.night.ahead"
        :finished="field.finished"
        :shot-id="shot.id"
        :is-begun="isBegun"
        :now="now"
        :clock-of="clockOf"
        @finish="finish"
        @go="goTo"
      />
      <RunningFace
        v-if="run && going.moment.value"
        :moment="going.moment.value"
        :stage-text="going.stageText.value"
        :cue="going.cueNow.value"
        :next="going.cueNext.value"
        :sound-is-held="going.soundIsHeld.value && going.sound.value !== 'silent'"
        @stop="going.stop"
      >
        <button type="button" class="quiet" @click="isMeasuring = true">Measure</button>
      </RunningFace>
      <JudgingFace
        v-else-if="run?.state === 'asking'"
        :run="run"
        :verdicts="field.night.verdicts"
        :picture="going.picture.value"
        @serve="going.serve"
        @judge="going.judge"
        @choose="going.choose"
        @discard="going.discard"
      />
      <section v-else-if="run && going.sitting.value" class="ready" aria-label="Set this">
        <BigNumbers :setting="going.sitting.value.setting" />
        <p class="state" role="status">
          {{ run.isBracket ? 'Bracket' : 'Frames' }}, frame {{ run.at + 1 }} of
          {{ run.sittings.length
          }}<template v-if="going.sitting.value.stops">: {{ going.sitting.value.stops }}</template
          >.
          <button v-if="run.made.length" type="button" @click="going.finish">End it here</button>
          <button v-else type="button" @click="going.discard">Leave it</button>
        </p>
        <button type="button" class="main" @click="going.press">Open now</button>
      </section>
      <section v-else class="ready" aria-label="Set this">
        <BigNumbers :setting="progress.setting" />
        <p v-if="dueText" class="state figures" role="timer">{{ dueText }}</p>
        <div
          v-if="progress.change || progress.reasons.length || progress.isBeyond"
          class="why"
          role="status"
        >
          <p v-if="progress.change" class="figures change">{{ progress.change }}</p>
          <p v-for="reason in progress.reasons" :key="reason">{{ reason }}</p>
          <p v-if="progress.isBeyond">
            No answer to that was worked out beforehand. With signal the next setting comes by
            itself; until then set your own under Other settings.
          </p>
        </div>
        <button type="button" class="main" :disabled="!!elsewhere" @click="begin">
          {{ openText }}
        </button>
        <section v-if="asksForSound" class="state" aria-label="Sound">
          <p>This one is performed. Count it aloud?</p>
          <div class="row small">
            <button type="button" @click="answerSound('spoken')">Spoken</button>
            <button type="button" @click="answerSound('tones')">Tones</button>
            <button type="button" @click="answerSound('silent')">Silent</button>
          </div>
        </section>
        <p v-if="program && program.frames > 1" class="muted">{{ program.text }}</p>
        <section v-if="last" class="last" aria-label="The last frame">
          <p class="muted figures">
            Last: {{ last.made.setting.text
            }}<template v-if="last.made.isEarly">
              , closed after {{ last.made.exposure_s.toFixed(1) }} s</template
            >
          </p>
          <SeenPanel
            :night="field.night"
            :shot="shot"
            :body="last.body"
            :lights="lightsOf(shot, last.made.setting)"
            @say="(said) => shot && last && field.see(shot, last.id, said)"
          />
        </section>
        <div v-if="testSetting" class="row small">
          <button type="button" class="figures" @click="field.useTest(shot)">
            Test frame first: {{ testSetting.text }}
          </button>
        </div>
        <div class="row small">
          <button type="button" @click="going.nextSound">Sound: {{ going.sound.value }}</button>
          <button type="button" :aria-expanded="others" @click="others = !others">
            Other settings
          </button>
          <button type="button" @click="isMeasuring = true">Measure</button>
          <button
            v-if="takes.length"
            type="button"
            :aria-expanded="isListed"
            @click="isListed = !isListed"
          >
            Takes: {{ takes.length }}
          </button>
          <button
            v-if="picture"
            type="button"
            :aria-expanded="pictured"
            @click="pictured = !pictured"
          >
            Picture
          </button>
          <button
            v-if="canDarken"
            type="button"
            :aria-pressed="darkened"
            @click="going.darkened.value = !darkened"
          >
            Camera's dark frame: {{ darkened ? 'on' : 'off' }}
          </button>
        </div>
        <div v-if="progress.takes" class="row small">
          <button
            v-for="light in shot.lights"
            :key="light.key"
            type="button"
            :aria-pressed="progress.changed.includes(light.key)"
            @click="field.changeScene(shot, light.key)"
          >
            {{ progress.changed.includes(light.key) ? 'Changed' : 'I changed' }}
            {{ light.name || 'the light' }}
          </button>
        </div>
        <div class="row small">
          <button
            type="button"
            :aria-pressed="going.isDriven.value"
            @click="going.isDriven.value = !going.isDriven.value"
          >
            {{ going.isDriven.value ? 'Simulated camera: on' : 'Simulated camera: off' }}
          </button>
        </div>
        <p v-if="going.cameraSays.value" class="state" role="status">
          {{ going.cameraSays.value }}
        </p>
        <figure v-if="pictured && picture" class="pictured">
          <img :src="picture" :alt="`Computed: ${shot.sentence}`" />
          <figcaption class="muted">Computed, as planned.</figcaption>
        </figure>
        <TakesList
          v-if="isListed"
          :night="field.night"
          :shot="shot"
          :takes="takes"
          :clock-of="clockOf"
          @say="(id, said) => shot && field.see(shot, id, said)"
          @remove="(id) => shot && field.remove(shot, id)"
        />
        <OtherSettings
          v-if="others"
          :shot="shot"
          :now="progress.setting"
          @use="use"
          @bracket="bracket"
        />
        <StepList
          :steps="shot.steps"
          :cautions="shot.cautions"
          :hazards="field.night.hazards"
          :checked="progress.checked"
          @check="(code) => shot && field.check(shot, code)"
        />
        <p v-if="needsSecure" class="pad muted">
          This address is not secure, so the browser will not keep the page without signal. Print
          the card before you go, or start the app with --tls.
        </p>
      </section>
      <MeasurePanel
        v-if="isMeasuring"
        :where="{ nightId }"
        :shot-id="run?.shotId ?? shot.id"
        :acting="!run && isAsFetched(shot, progress) ? shot.measured : []"
        @put="putIn"
        @close="isMeasuring = false"
      >
        <p v-if="runSays" class="state figures" role="timer">{{ runSays }}</p>
        <p v-else-if="run?.state === 'asking'" class="state" role="status">
          The frame is done: go back and say how it came out.
        </p>
      </MeasurePanel>
    </template>
  </div>
</template>

<style scoped src="../components/field.css"></style>
<style scoped>
.last {
  margin-top: 14px;
}
</style>
