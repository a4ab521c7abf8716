<script setup lang="ts">
/** What a shot needs to know. The discipline's own questions come from its recipe. */
import { computed } from 'vue'

import { ApiError, type Schemas } from '../api/client'
import { fromLocal, toLocal } from '../api/local-time'

type Shot = Schemas['ShotIn']

const { shot, kit, disciplines, night, plan, error } = defineProps<{
  shot: Shot
  plan: Schemas['PlanOut']
  night: Schemas['NightOut']
  kit: Schemas['KitItemOut'][]
  disciplines: Schemas['DisciplineOut'][]
  error: ApiError | null
}>()
const emit = defineEmits<{
  change: [part: Partial<Shot>]
  /** Try the shot as another discipline. */
  discipline: [key: string]
  /** Read the light meter into the answer. */
  meter: []
}>()

const bodies = computed(() => kit.filter((i) => ['body', 'film_back'].includes(i.spec.kind)))
const lenses = computed(() => kit.filter((i) => i.spec.kind === 'lens'))
const lens = computed(() => {
  const spec = kit.find((i) => i.id === shot.lens_id)?.spec
  return spec?.kind === 'lens' ? spec : undefined
})
const isZoom = computed(
  () => lens.value && lens.value.shortest_focal_length_mm !== lens.value.longest_focal_length_mm,
)
/** What the discipline asks just now: some questions depend on another answer. */
const questions = computed(() =>
  (discipline.value?.questions ?? []).filter(
    (q) => !q.only_if_key || q.only_if_options.includes(String(plan.inputs[q.only_if_key])),
  ),
)
const discipline = computed(() => disciplines.find((d) => d.key === shot.discipline))
const local = computed(() => toLocal(shot.at_utc, night.time_zone))

function chooseLens(id: string): void {
  const spec = kit.find((i) => i.id === id)?.spec
  if (spec?.kind !== 'lens') return
  const focal = Math.min(
    spec.longest_focal_length_mm,
    Math.max(spec.shortest_focal_length_mm, shot.focal_length_mm),
  )
  emit('change', { lens_id: id, focal_length_mm: focal })
}

function setTime(value: string): void {
  const at = fromLocal(value, night.time_zone)
  if (at) emit('change', { at_utc: at })
}

function setNumber(key: keyof Shot, text: string | number): void {
  const value = typeof text === 'number' ? text : Number.parseFloat(text)
  if (Number.isFinite(value)) emit('change', { [key]: value })
}

function answerNumber(question: Schemas['QuestionOut'], text: string | number | null): void {
  const isEmpty = text === null || text === ''
  if (isEmpty && !question.is_optional) return
  emit('change', { inputs: { ...shot.inputs, [question.key]: isEmpty ? null : Number(text) } })
}

function choose(key: string, option: string): void {
  emit('change', { inputs: { ...shot.inputs, [key]: option } })
}

/** The argument for the side taken, where photographers differ. */
const helpOf = (question: Schemas['QuestionOut']) =>
  question.options.find((o) => o.key === plan.inputs[question.key])?.help || question.help

const view = computed(
  () => `sees ${plan.horizontal_view_deg.toFixed(0)}° × ${plan.vertical_view_deg.toFixed(0)}°`,
)
</script>

<template>
  <div class="form">
    <h2>The picture</h2>
    <v-text-field
      :model-value="shot.title"
      label="Called"
      :error-messages="error?.fault('title')"
      @update:model-value="(v: string) => emit('change', { title: v })"
    />
    <v-text-field
      :model-value="local"
      type="datetime-local"
      :label="`At, ${night.time_zone} time`"
      :error-messages="error?.fault('at_utc')"
      @update:model-value="setTime"
    />
    <v-select
      :model-value="shot.body_id"
      :items="bodies"
      item-title="name"
      item-value="id"
      label="Body"
      @update:model-value="(id: string) => emit('change', { body_id: id })"
    />
    <v-select
      :model-value="shot.lens_id"
      :items="lenses"
      item-title="name"
      item-value="id"
      label="Lens"
      @update:model-value="chooseLens"
    />
    <v-text-field
      v-if="isZoom"
      :model-value="shot.focal_length_mm"
      type="number"
      label="Focal length"
      suffix="mm"
      :error-messages="error?.fault('focal_length_mm')"
      @update:model-value="(v: string | number) => setNumber('focal_length_mm', v)"
    />
    <div class="pair">
      <v-text-field
        :model-value="shot.bearing_true_deg"
        type="number"
        label="Bearing, true"
        suffix="°"
        min="0"
        max="359"
        :error-messages="error?.fault('bearing_true_deg')"
        @update:model-value="(v: string | number) => setNumber('bearing_true_deg', v)"
      />
      <v-text-field
        :model-value="shot.tilt_deg"
        type="number"
        label="Tilt up"
        suffix="°"
        min="-90"
        max="90"
        :error-messages="error?.fault('tilt_deg')"
        @update:model-value="(v: string | number) => setNumber('tilt_deg', v)"
      />
    </div>
    <div class="turn">
      <v-btn-toggle
        :model-value="shot.orientation"
        mandatory
        aria-label="Orientation"
        @update:model-value="(v: Shot['orientation']) => emit('change', { orientation: v })"
      >
        <v-btn value="landscape">landscape</v-btn>
        <v-btn value="portrait">portrait</v-btn>
      </v-btn-toggle>
      <span class="muted">{{ view }}</span>
    </div>

    <template v-if="discipline">
      <h2>What it is to be</h2>
      <v-select
        :model-value="shot.discipline"
        :items="disciplines"
        item-title="title"
        item-value="key"
        label="Kind of picture"
        :hint="discipline.aim"
        persistent-hint
        @update:model-value="(key: string) => emit('discipline', key)"
      />
      <template v-for="question in questions" :key="question.key">
        <v-select
          v-if="question.kind === 'choice'"
          :model-value="plan.inputs[question.key]"
          :items="question.options"
          item-title="label"
          item-value="key"
          :label="question.label"
          :hint="helpOf(question)"
          :persistent-hint="helpOf(question) !== ''"
          @update:model-value="(v: string | number) => choose(question.key, String(v))"
        />
        <v-text-field
          v-else
          :model-value="shot.inputs?.[question.key] ?? question.default"
          type="number"
          :label="question.label"
          :suffix="question.unit"
          :min="question.least ?? undefined"
          :max="question.most ?? undefined"
          step="any"
          :hint="question.help"
          persistent-hint
          :clearable="question.is_optional"
          :error-messages="error?.fault(question.key)"
          @update:model-value="(v: string | number | null) => answerNumber(question, v)"
        />
      </template>
      <v-btn v-if="plan.inputs.lit_by === 'metered'" @click="emit('meter')"
        >Read the simulated meter</v-btn
      >
      <router-link to="/schools" class="schools"
        >Sides you take where photographers differ</router-link
      >
    </template>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}

h2 {
  margin-top: 8px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

.turn {
  display: flex;
  align-items: center;
  gap: 12px;
}
</style>
