<script setup lang="ts">
/** One shot: the sentence, the rails, what it needs to know, and the chain of takes. */
import { computed, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'

import ComputedPicture from '../components/ComputedPicture'
import ConflictNote from '../components/ConflictNote.vue'
import ExposureRails from '../../shared/components/ExposureRails'
import FirstMeeting from '../../shared/components/FirstMeeting.vue'
import FoldPart from '../../shared/components/FoldPart.vue'
import FrameReport from '../components/FrameReport.vue'
import LightParts from '../components/LightParts.vue'
import LoadState from '../../shared/components/LoadState.vue'
import NotesField from '../../shared/components/NotesField.vue'
import OtherWays from '../components/OtherWays.vue'
import PlanCautions from '../components/PlanCautions.vue'
import PlanWhy from '../components/PlanWhy.vue'
import SettingLists from '../components/SettingLists.vue'
import ShotOrdering from '../components/ShotOrdering.vue'
import ShotPlaces from '../components/ShotPlaces.vue'
import StrokeSheet from '../components/StrokeSheet.vue'
import TakeEntry from '../../journal/components/TakeEntry.vue'
import TakeChain from '../../journal/components/TakeChain.vue'
import PlanText, { PlanWord } from '../components/PlanText'
import { useChain } from '../../journal/composables/useChain'
import { useChoice } from '../composables/useChoice'
import { answered, useLoaded } from '../../api/loaded'
import { useMeter } from '../composables/useMeter'
import { useShortcuts } from '../../shared/composables/useShortcuts'
import { useShot } from '../composables/useShot'
import { useShotPlaces } from '../composables/useShotPlaces'

const { shotId } = defineProps<{ shotId: string }>()

const chain = useChain(() => shotId)
const shot = useShot(() => shotId, chain.refresh)
const itsNight = () => (shot.nightId.value ? { night_id: shot.nightId.value } : null)
const ofNight = () => {
  const path = itsNight()
  return path && { path }
}
const night = useLoaded('/api/v1/nights/{night_id}', ofNight)
const kit = useLoaded('/api/v1/kit')
const disciplines = useLoaded('/api/v1/disciplines', () => {
  const query = itsNight()
  return query && { query }
})
const choices = useLoaded('/api/v1/nights/{night_id}/ordering', ofNight)
const readings = useLoaded('/api/v1/nights/{night_id}/readings', ofNight)

watch(() => shotId, shot.load, { immediate: true })

useShortcuts([{ key: 'u', says: 'undo the last change of this shot', run: () => void shot.undo() }])

const choice = useChoice(
  () => shot.plan.value?.rails ?? [],
  (touch) => void shot.change({}, touch),
)
const { readMeter } = useMeter(
  () => shotId,
  (metered_ev100) => shot.change({ inputs: { ...shot.draft.value?.inputs, metered_ev100 } }),
)
const places = useShotPlaces({
  shotId: () => shotId,
  nightId: () => shot.nightId.value,
  title: () => shot.draft.value?.title ?? 'shot',
  keepNow: shot.keepNow,
  onMoved: async () => {
    await shot.load()
    await chain.refresh()
  },
})

const plan = shot.plan
const isThere = computed(() => answered(night, kit, disciplines, chain))
const titleQuestion = computed(() =>
  disciplines.value.value?.shot.find((question) => question.key === 'title'),
)
const whySays = computed(() => plan.value?.facts[0]?.text ?? plan.value?.reasons[0]?.text ?? '')
const takesSay = computed(() => {
  const takes = chain.value.value?.links.length
  return takes ? `${takes} made` : 'none yet'
})

/** The setting of a picture that was kept: the shot's own from then on, for this night. */
const kept = computed(() => {
  const advice = chain.value.value?.advice
  return advice?.is_kept ? advice.settings : ''
})

const STATES = { kept: 'kept', changed: 'not kept yet', keeping: 'keeping…', failed: 'not kept' }
const stateText = computed(() => STATES[shot.state.value])
onBeforeRouteLeave(shot.keepNow)
</script>

<template>
  <div class="page">
    <LoadState
      v-if="!shot.draft.value || !plan || !isThere"
      :error="shot.error.value"
      @retry="shot.load"
    />
    <template v-else>
      <p class="muted trail">
        <router-link :to="{ name: 'night', params: { nightId: shot.nightId.value } }">{{
          night.value.value?.title || night.value.value?.place_name || 'The night'
        }}</router-link>
        · <span role="status">{{ stateText }}</span>
        <button v-if="shot.canUndo.value" type="button" class="undo" title="U" @click="shot.undo">
          Undo
        </button>
      </p>
      <div v-if="shot.conflict.value" class="conflict" role="alert">
        <p>This shot was changed somewhere else since you opened it. Nothing was overwritten.</p>
        <v-btn color="primary" variant="flat" @click="shot.load">Take the newer one</v-btn>
        <v-btn @click="shot.keepMine">Keep mine instead</v-btn>
      </div>
      <h1>
        <PlanWord
          v-if="titleQuestion"
          :text="shot.draft.value.title"
          :question="titleQuestion"
          :value="shot.draft.value.title"
          :error="shot.error.value?.fault('title')"
          @answer="(title) => shot.change({ title: String(title) })"
        />
        <template v-else>{{ shot.draft.value.title }}</template>
      </h1>
      <strong class="numbers figures">{{ plan.settings }}</strong>
      <p class="sentence">— {{ plan.sentence }}</p>
      <p v-if="kept" class="kept" role="status">
        You kept <span class="figures">{{ kept }}</span>: that stands for this night.
      </p>
      <p v-if="shot.error.value" role="alert" class="error">{{ shot.error.value.message }}</p>
      <ConflictNote v-for="conflict in plan.conflicts" :key="conflict.part" :conflict="conflict" />

      <div class="columns">
        <div class="seen">
          <ComputedPicture
            v-if="shot.nightId.value"
            :night-id="shot.nightId.value"
            :shot-id="shotId"
            :shot="shot.draft.value"
            :plan="plan"
            @change="shot.change"
          />
          <section aria-label="Exposure rails">
            <FirstMeeting :words="['rails', 'posts', 'follow']" />
            <ExposureRails
              :rails="plan.rails"
              @move="choice.move"
              @follow="choice.follow"
              @lock="choice.lock"
              @release="choice.release"
            />
          </section>
        </div>

        <aside>
          <PlanText
            v-if="kit.value.value && disciplines.value.value && night.value.value"
            :shot="shot.draft.value"
            :plan="plan"
            :night="night.value.value"
            :kit="kit.value.value"
            :disciplines="disciplines.value.value"
            :error="shot.error.value"
            :shot-id="shotId"
            :readings="readings.value.value ?? []"
            @change="shot.change"
            @measured="readings.refresh"
            @discipline="shot.tryAs"
            @meter="readMeter"
          />
          <p class="muted" :class="{ off: !plan.works_now }">
            Its light tonight: {{ plan.works }}.
            <button
              v-if="plan.works_next_utc"
              type="button"
              class="go"
              @click="shot.change({ at_utc: plan.works_next_utc })"
            >
              Go there
            </button>
          </p>
          <LightParts
            :parts="plan.parts"
            :lights="plan.lights"
            :kinds="disciplines.value.value?.lights ?? []"
            :kit="kit.value.value ?? []"
            :error="shot.error.value"
            @change="(lights) => shot.change({ lights })"
          />
        </aside>
      </div>

      <StrokeSheet
        v-if="plan.draws_strokes"
        :questions="disciplines.value.value?.strokes ?? []"
        :strokes="shot.draft.value.strokes ?? null"
        :sheet="plan.sheet"
        :night-id="shot.nightId.value"
        :shot-id="shotId"
        :error="shot.error.value"
        @change="(strokes) => shot.change({ strokes })"
      />
      <div class="parts">
        <FoldPart part="shot-takes" title="Takes" :says="takesSay">
          <TakeChain
            v-if="chain.value.value"
            :chain="chain.value.value"
            :is-busy="chain.isBusy.value"
            @judge="chain.record"
            @remember="chain.remember"
            @measure="chain.measure"
            @edit="chain.edit"
            @remove="chain.remove"
            @pictures="chain.addPictures"
            @give="chain.givePhoto"
            @own="chain.takeOfPhoto"
            @remove-photo="chain.removePhoto"
            @read="chain.refresh"
          />
          <TakeEntry
            v-if="chain.value.value && night.value.value"
            :rails="plan.rails"
            :values="chain.value.value.advice?.values"
            :night="night.value.value"
            :at="shot.draft.value.at_utc"
            :verdicts="chain.value.value.verdicts"
            :asked="chain.value.value.asked"
            :roles="chain.value.value.roles"
            @enter="chain.enter"
          />
          <LoadState v-else :error="chain.error.value" @retry="chain.refresh" />
        </FoldPart>
        <FoldPart part="shot-ways" title="Ways" :says="plan.bracket.map((f) => f.text).join(' · ')">
          <SettingLists
            :bracket="plan.bracket"
            :ladder="plan.ladder"
            :test-frame="plan.test_frame"
          />
          <OtherWays :plan="plan" />
        </FoldPart>
        <FoldPart part="shot-order" title="In order" :says="plan.steps[0]?.text">
          <div class="order">
            <ol class="steps">
              <li v-for="step in plan.steps" :key="step.code">{{ step.text }}</li>
            </ol>
            <ShotOrdering
              v-if="choices.value.value"
              :ordering="shot.draft.value.ordering ?? {}"
              :choices="choices.value.value"
              @change="(ordering) => shot.change({ ordering })"
            />
          </div>
        </FoldPart>
        <FoldPart part="shot-why" title="Why" :says="whySays">
          <PlanWhy
            :plan="plan"
            :shot="shot.draft.value"
            :night-id="shot.nightId.value"
            :shot-id="shotId"
          />
        </FoldPart>
        <FoldPart part="shot-costs" title="Costs" :says="plan.report.cost.join(', ')">
          <FrameReport :report="plan.report" />
        </FoldPart>
        <FoldPart part="shot-notes" title="Notes" :says="shot.draft.value.notes">
          <NotesField
            :notes="shot.draft.value.notes ?? ''"
            @change="(notes) => shot.change({ notes })"
          />
        </FoldPart>
        <FoldPart part="shot-mind" title="Mind" :says="plan.cautions[0]?.text">
          <PlanCautions :plan="plan" />
        </FoldPart>
      </div>
      <ShotPlaces :shot-id="shotId" :has-cues="plan.program.cues.length > 0" :places="places" />
    </template>
  </div>
</template>

<style scoped src="../../themes/work-page.css"></style>
<style scoped>
.trail {
  float: right;
}

.kept {
  color: var(--picked);
}

.undo {
  margin-left: 6px;
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.conflict {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  margin: 10px 0;
  padding: 12px 16px;
  border-left: 3px solid var(--limit);
  background: var(--sheet);
}

.off {
  color: var(--limit);
}

.go {
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
}

aside {
  display: grid;
  gap: 12px;
  align-content: start;
}

.parts {
  margin: 18px 0 28px;
  border-bottom: 1px solid var(--line);
}

.order {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 380px);
  gap: 12px 40px;
}

.steps {
  padding-left: 1.3em;
}

.steps li {
  margin-bottom: 4px;
}

/* run in on paper and table; on a phone in view as far as one scrolls */
.numbers {
  float: left;
  margin: 4px 0.4em 0 0;
  font-size: 1.25rem;
  line-height: 1.4;
  color: var(--picked);
}

@media (max-width: 899px) {
  .trail {
    float: none;
  }

  .numbers {
    float: none;
    position: sticky;
    top: 0;
    z-index: 2;
    display: block;
    margin: 4px -14px 0;
    padding: 4px 14px;
    background: var(--ground);
  }

  .order {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
