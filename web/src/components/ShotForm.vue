<script setup lang="ts">
/** What a shot needs to know: its own questions, then those of the kind of picture it is to be. */
import { computed } from 'vue'

import QuestionField from './QuestionField'
import type { ApiError, Schemas } from '../api/client'

type Shot = Schemas['ShotIn']
type Question = Schemas['QuestionOut']

const { shot, kit, disciplines, night, plan, error } = defineProps<{
  shot: Shot
  plan: Schemas['PlanOut']
  night: Schemas['NightOut']
  kit: Schemas['KitItemOut'][]
  disciplines: Schemas['DisciplinesOut']
  error: ApiError | null
}>()
const emit = defineEmits<{
  change: [part: Partial<Shot>]
  /** Try the shot as another discipline. */
  discipline: [key: string]
  /** Read the light meter into the answer. */
  meter: []
}>()

const lens = computed(() => {
  const spec = kit.find((i) => i.id === shot.lens_id)?.spec
  return spec?.kind === 'lens' ? spec : undefined
})
const isZoom = computed(
  () => lens.value && lens.value.shortest_focal_length_mm !== lens.value.longest_focal_length_mm,
)
const own = computed(() =>
  disciplines.shot.filter(
    (q) => q.key !== 'orientation' && (q.key !== 'focal_length_mm' || isZoom.value),
  ),
)
const turned = computed(() => disciplines.shot.find((q) => q.key === 'orientation'))
const discipline = computed(() => disciplines.disciplines.find((d) => d.key === shot.discipline))
/** What the discipline asks just now: some questions depend on another answer. */
const questions = computed(() =>
  (discipline.value?.questions ?? []).filter(
    (q) => !q.only_if_key || q.only_if_options.includes(String(plan.inputs[q.only_if_key])),
  ),
)

function answerOwn(question: Question, value: unknown): void {
  if (value !== null) emit('change', { [question.key]: value })
}

function answer(question: Question, value: unknown): void {
  if (value === null && !question.is_optional) return
  emit('change', { inputs: { ...shot.inputs, [question.key]: value as string | number | null } })
}

/** A choice as it acts; a number as it was typed, or the default. */
const valueOf = (question: Question) =>
  question.kind === 'choice'
    ? plan.inputs[question.key]
    : (shot.inputs[question.key] ?? question.default)
/** The argument for the side taken, where photographers differ. */
const helpOf = (question: Question) =>
  question.options.find((o) => o.key === plan.inputs[question.key])?.help || question.help

const view = computed(
  () => `sees ${plan.horizontal_view_deg.toFixed(0)}° × ${plan.vertical_view_deg.toFixed(0)}°`,
)
</script>

<template>
  <div class="form">
    <h2>The picture</h2>
    <div class="own">
      <QuestionField
        v-for="question in own"
        :key="question.key"
        :class="{ half: question.unit === '°' }"
        :question="question"
        :value="shot[question.key as keyof Shot]"
        :error="error?.fault(question.key)"
        :kit="kit"
        :time-zone="night.time_zone"
        @answer="(value) => answerOwn(question, value)"
      />
    </div>
    <div class="turn">
      <v-btn-toggle
        :model-value="shot.orientation"
        mandatory
        :aria-label="turned?.label"
        @update:model-value="(v: Shot['orientation']) => emit('change', { orientation: v })"
      >
        <v-btn v-for="option in turned?.options ?? []" :key="option.key" :value="option.key">{{
          option.label
        }}</v-btn>
      </v-btn-toggle>
      <span class="muted">{{ view }}</span>
    </div>

    <template v-if="discipline">
      <h2>What it is to be</h2>
      <v-select
        :model-value="shot.discipline"
        :items="disciplines.disciplines"
        item-title="title"
        item-value="key"
        label="Kind of picture"
        :hint="discipline.aim"
        persistent-hint
        @update:model-value="(key: string) => emit('discipline', key)"
      />
      <QuestionField
        v-for="question in questions"
        :key="question.key"
        :question="question"
        :value="valueOf(question)"
        :help="helpOf(question)"
        :error="error?.fault(question.key)"
        @answer="(value) => answer(question, value)"
      />
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

.own {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

.own > :not(.half) {
  grid-column: 1 / -1;
}

.turn {
  display: flex;
  align-items: center;
  gap: 12px;
}
</style>
