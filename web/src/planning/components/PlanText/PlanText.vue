<script setup lang="ts">
/**
 * What was decided about a shot, as prose whose words can be changed: a form, drawn as sentences.
 * What the server tells is what is asked; a word leads to its question by its key.
 */
import { computed, ref } from 'vue'

import PlanLines from './PlanLines.vue'
import { MeasurePanel, sayReading, type Answer, type AskedFor } from '../../../shared/instruments'
import type { ApiError, Schemas } from '../../../api/client'

type Shot = Schemas['ShotIn']
type Question = Schemas['QuestionOut']

const {
  shot,
  plan,
  night,
  kit,
  disciplines,
  error,
  shotId = null,
  readings = [],
} = defineProps<{
  shot: Shot
  plan: Schemas['PlanOut']
  night: Schemas['NightOut']
  kit: Schemas['KitItemOut'][]
  disciplines: Schemas['DisciplinesOut']
  error: ApiError | null
  shotId?: string | null
  /** What was measured this night, latest first. */
  readings?: Schemas['KeptReadingOut'][]
}>()
const emit = defineEmits<{
  change: [part: Partial<Shot>]
  /** Try the shot as another discipline. */
  discipline: [key: string]
  /** Read the light meter into the answer. */
  meter: []
  /** Something was measured and kept. */
  measured: []
}>()

const own = computed(() => byKey(disciplines.shot))
const standIn = computed(() => byKey(disciplines.stand_in))
const asked = computed(() =>
  byKey(disciplines.disciplines.find((d) => d.key === shot.discipline)?.questions ?? []),
)
function byKey(questions: Question[]): Map<string, Question> {
  return new Map(questions.map((q) => [q.key, q]))
}

const questionOf = (part: string, key: string) =>
  part === 'stand_in' ? standIn.value.get(key) : (own.value.get(key) ?? asked.value.get(key))

function valueOf(part: string, question: Question): unknown {
  if (part === 'stand_in') return shot.stand_in?.[question.key as keyof Schemas['StandInIn']]
  if (own.value.has(question.key)) return shot[question.key as keyof Shot]
  return question.kind === 'choice'
    ? plan.inputs[question.key]
    : (shot.inputs?.[question.key] ?? question.default)
}

function answer(part: string, question: Question, value: unknown): void {
  if (value === null && !question.is_optional) return
  const { key } = question
  if (part === 'stand_in' && shot.stand_in)
    emit('change', { stand_in: { ...shot.stand_in, [key]: value } })
  else if (key === 'discipline') emit('discipline', String(value))
  else if (own.value.has(key)) emit('change', { [key]: value })
  else emit('change', { inputs: { ...shot.inputs, [key]: value as string | number | null } })
}

/** What is being measured: for which word, and by what. */
const measuring = ref<{
  asked: AskedFor | null
  by: string[]
  given?: Record<string, number>
} | null>(null)
const fullKey = (part: string, key: string) => (part === 'stand_in' ? `stand_in.${key}` : key)

function measure(part: string, question: Question): void {
  const asked = { key: fullKey(part, question.key), label: question.label }
  measuring.value = { asked, by: question.measured_by }
}
/** For something of that size, wherever Sun, Moon or core touch its top. */
function whereToStand(): void {
  const { height_m = 0, width_m = 0 } = shot.stand_in ?? {}
  measuring.value = { asked: null, by: ['stand'], given: { height_m, width_m } }
}
/** Put in with what lets it be asked, all at once. */
function putIn({ key, value, also }: Pick<Answer, 'key' | 'value' | 'also'>): void {
  const bare = key.replace('stand_in.', '')
  if (key !== bare) {
    if (shot.stand_in) emit('change', { stand_in: { ...shot.stand_in, [bare]: value } })
  } else if (own.value.has(key)) emit('change', { [key]: value })
  else emit('change', { inputs: { ...shot.inputs, ...also, [key]: value } })
  measuring.value = null
}
const fitting = (part: string, question: Question) =>
  readings.filter((reading) => fullKey(part, question.key) in (reading.figures ?? {}))
function putReading(part: string, question: Question, reading: Schemas['KeptReadingOut']): void {
  const key = fullKey(part, question.key)
  const figure = reading.figures?.[key]
  if (figure) putIn({ key, value: figure.value, also: {} })
}

/** A stand-in as its questions have it, where the camera looks. */
function putThere(): void {
  const usual = Object.fromEntries(disciplines.stand_in.map((q) => [q.key, q.default]))
  const stand_in = { ...usual, bearing_true_deg: shot.bearing_true_deg }
  emit('change', { stand_in: stand_in as Schemas['StandInIn'] })
}
</script>

<template>
  <section aria-label="The plan in words">
    <PlanLines
      :lines="plan.told"
      :question-of="questionOf"
      :value-of="valueOf"
      :error="error"
      :kit="kit"
      :night="night"
      @answer="answer"
      @act="putThere"
    >
      <template #beside="{ question, part, close }">
        <v-btn v-if="question.key === 'metered_ev100'" size="small" @click="emit('meter')"
          >Read the simulated meter</v-btn
        >
        <router-link v-if="question.is_school" to="/schools"
          >Take a side for every new shot</router-link
        >
        <v-btn
          v-for="reading in fitting(part, question)"
          :key="reading.id"
          size="small"
          @click="putReading(part, question, reading)"
          >{{ sayReading(reading, fullKey(part, question.key), question) }}</v-btn
        >
        <v-btn
          v-if="question.measured_by.length"
          size="small"
          @click="
            () => {
              close()
              measure(part, question)
            }
          "
          >Measure it</v-btn
        >
      </template>
      <template #after="{ part }">
        <template v-if="part === 'stand_in'">
          <button type="button" class="away" @click="emit('change', { stand_in: null })">
            Take it away
          </button>
          ·
          <button type="button" class="away" @click="whereToStand">Where to stand for it</button>
        </template>
      </template>
    </PlanLines>
    <MeasurePanel
      v-if="measuring"
      :where="{ nightId: night.id }"
      :start="measuring.by[0]"
      :fitting="measuring.by"
      :asked="measuring.asked"
      :given="measuring.given"
      :shot-id="shotId"
      @put="putIn"
      @kept="emit('measured')"
      @close="measuring = null"
    />
  </section>
</template>

<style scoped>
.away {
  color: var(--muted);
  text-decoration: underline dotted;
  text-underline-offset: 5px;
}

.away:hover {
  color: var(--picked);
}
</style>
