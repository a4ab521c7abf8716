<script setup lang="ts">
/** One shot: the sentence, the rails, what it needs to know, and the chain of takes. */
import { computed, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'

import ComputedPicture from '../components/ComputedPicture'
import ConflictNote from '../components/ConflictNote.vue'
import ExposureRails from '../components/ExposureRails'
import FrameReport from '../components/FrameReport.vue'
import LightParts from '../components/LightParts.vue'
import LoadState from '../components/LoadState.vue'
import PlanFacts from '../components/PlanFacts.vue'
import PlanNotes from '../components/PlanNotes.vue'
import SettingLists from '../components/SettingLists.vue'
import ShotForm from '../components/ShotForm.vue'
import ShotOrdering from '../components/ShotOrdering.vue'
import ShotPlaces from '../components/ShotPlaces.vue'
import StandIn from '../components/StandIn.vue'
import StrokeSheet from '../components/StrokeSheet.vue'
import TakeChain from '../components/TakeChain.vue'
import { useChain } from '../composables/useChain'
import { useChoice } from '../composables/useChoice'
import { useLoad } from '../composables/useLoad'
import { useMeter } from '../composables/useMeter'
import { useShot } from '../composables/useShot'
import { useShotPlaces } from '../composables/useShotPlaces'
import { client, data, type Schemas } from '../api/client'

const { shotId } = defineProps<{ shotId: string }>()

const chain = useChain(() => shotId)
const shot = useShot(() => shotId, chain.refresh)
const night = useLoad<Schemas['NightOut']>((signal) =>
  data(
    client.GET('/api/v1/nights/{night_id}', {
      params: { path: { night_id: shot.nightId.value } },
      signal,
    }),
  ),
)
const kit = useLoad<Schemas['KitItemOut'][]>((signal) =>
  data(client.GET('/api/v1/kit', { signal })),
)
const disciplines = useLoad<Schemas['DisciplinesOut']>((signal) =>
  data(client.GET('/api/v1/disciplines', { signal })),
)

const choices = useLoad<Schemas['OrderingChoicesOut']>((signal) =>
  data(
    client.GET('/api/v1/nights/{night_id}/ordering', {
      params: { path: { night_id: shot.nightId.value } },
      signal,
    }),
  ),
)

watch(
  () => shotId,
  async () => {
    void chain.refresh()
    void kit.refresh()
    void disciplines.refresh()
    await shot.load()
    if (shot.nightId.value) await Promise.all([night.refresh(), choices.refresh()])
  },
  { immediate: true },
)

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
    await Promise.all([night.refresh(), chain.refresh()])
  },
})

const STATES = { kept: 'kept', changed: 'not kept yet', keeping: 'keeping…', failed: 'not kept' }
const stateText = computed(() => STATES[shot.state.value])
onBeforeRouteLeave(shot.keepNow)
</script>

<template>
  <div class="page">
    <LoadState
      v-if="!shot.draft.value || !shot.plan.value"
      :error="shot.error.value"
      @retry="shot.load"
    />
    <template v-else>
      <p class="muted trail">
        <router-link :to="{ name: 'night', params: { nightId: shot.nightId.value } }">{{
          night.value.value?.title || night.value.value?.place_name || 'The night'
        }}</router-link>
        · <span role="status">{{ stateText }}</span>
      </p>
      <div v-if="shot.conflict.value" class="conflict" role="alert">
        <p>This shot was changed somewhere else since you opened it. Nothing was overwritten.</p>
        <v-btn color="primary" variant="flat" @click="shot.load">Take the newer one</v-btn>
        <v-btn @click="shot.keepMine">Keep mine instead</v-btn>
      </div>
      <h1>{{ shot.draft.value.title }}</h1>
      <p class="sentence">
        <strong class="figures">{{ shot.plan.value.settings }}</strong> —
        {{ shot.plan.value.sentence }}
      </p>
      <p class="muted" :class="{ off: !shot.plan.value.works_now }">
        Its light tonight: {{ shot.plan.value.works }}.
      </p>
      <p v-if="shot.error.value" role="alert" class="error">{{ shot.error.value.message }}</p>
      <ConflictNote
        v-for="conflict in shot.plan.value.conflicts"
        :key="conflict.part"
        :conflict="conflict"
      />

      <div class="columns">
        <div>
          <ComputedPicture
            v-if="shot.nightId.value"
            :night-id="shot.nightId.value"
            :shot-id="shotId"
            :shot="shot.draft.value"
            :plan="shot.plan.value"
            @change="shot.change"
          />
          <section aria-label="Exposure rails">
            <ExposureRails
              :rails="shot.plan.value.rails"
              @move="choice.move"
              @follow="choice.follow"
              @lock="choice.lock"
              @release="choice.release"
            />
          </section>
          <LightParts
            :parts="shot.plan.value.parts"
            :lights="shot.plan.value.lights"
            :kinds="disciplines.value.value?.lights ?? []"
            :kit="kit.value.value ?? []"
            :error="shot.error.value"
            @change="(lights) => shot.change({ lights })"
          />
          <StrokeSheet
            v-if="shot.plan.value.draws_strokes"
            :questions="disciplines.value.value?.strokes ?? []"
            :strokes="shot.draft.value.strokes ?? null"
            :sheet="shot.plan.value.sheet"
            :shot-id="shotId"
            :error="shot.error.value"
            @change="(strokes) => shot.change({ strokes })"
          />
          <PlanFacts :plan="shot.plan.value" />
          <section class="takes">
            <h2>Takes</h2>
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
              @remove-photo="chain.removePhoto"
            />
            <LoadState v-else :error="chain.error.value" @retry="chain.refresh" />
          </section>
          <SettingLists
            :bracket="shot.plan.value.bracket"
            :ladder="shot.plan.value.ladder"
            :test-frame="shot.plan.value.test_frame"
          />
          <FrameReport :report="shot.plan.value.report" />
          <PlanNotes :plan="shot.plan.value" />
        </div>

        <aside>
          <ShotForm
            v-if="kit.value.value && disciplines.value.value && night.value.value"
            :shot="shot.draft.value"
            :plan="shot.plan.value"
            :night="night.value.value"
            :kit="kit.value.value"
            :disciplines="disciplines.value.value"
            :error="shot.error.value"
            @change="shot.change"
            @discipline="shot.tryAs"
            @meter="readMeter"
          />
          <StandIn
            :questions="disciplines.value.value?.stand_in ?? []"
            :subject="shot.draft.value.stand_in ?? null"
            :bearing="shot.draft.value.bearing_true_deg"
            :error="shot.error.value"
            @change="(stand_in) => shot.change({ stand_in })"
          />
          <ShotOrdering
            v-if="choices.value.value"
            :ordering="shot.draft.value.ordering ?? {}"
            :choices="choices.value.value"
            @change="(ordering) => shot.change({ ordering })"
          />
          <ShotPlaces
            :shot-id="shotId"
            :has-cues="shot.plan.value.program.cues.length > 0"
            :places="places"
          />
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped src="../themes/work-page.css"></style>
<style scoped src="../themes/lists.css"></style>
<style scoped>
.trail {
  margin-bottom: 4px;
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

.takes {
  margin-top: 28px;
}
</style>
