<script setup lang="ts">
/**
 * One question, drawn by its kind: the same for shots, kit and bench. What is typed goes out as
 * a value of its kind; an open one as null.
 */
import { computed, ref, watch } from 'vue'

import { shownRows, typedRows } from './rows'
import { fromLocal, toLocal } from '../../api/local-time'
import type { Schemas } from '../../api/client'

const {
  question,
  value,
  help = undefined,
  error = undefined,
  kit = [],
  timeZone = 'UTC',
} = defineProps<{
  question: Schemas['QuestionOut']
  value: unknown
  /** Said otherwise than the question does. */
  help?: string
  /** What was wrong with it, in words. */
  error?: string
  /** The bag, for a question about a thing in it. */
  kit?: Schemas['KitItemOut'][]
  /** The place's zone, for a moment. */
  timeZone?: string
}>()
const emit = defineEmits<{ answer: [value: unknown] }>()

const hint = computed(() => help ?? question.help)
const shared = computed(() => ({
  label: question.label,
  hint: hint.value,
  persistentHint: hint.value !== '',
  errorMessages: error,
}))
const things = computed(() => kit.filter((i) => question.kit_kinds.includes(i.spec.kind ?? '')))

/** What is being typed into a list stays as it is typed. */
const text = ref(question.kind === 'list' ? shownRows(value) : '')
watch(
  () => value,
  (now) => {
    const isOurs = JSON.stringify(typedRows(text.value)) === JSON.stringify(now ?? [])
    if (question.kind === 'list' && !isOurs) text.value = shownRows(now)
  },
)

function answerNumber(typed: string | number | null): void {
  const isEmpty = typed === null || typed === ''
  emit('answer', isEmpty ? null : Number(typed))
}

function answerMoment(typed: string): void {
  const at = fromLocal(typed, timeZone)
  if (at) emit('answer', at)
}
</script>

<template>
  <v-select
    v-if="question.kind === 'choice'"
    v-bind="shared"
    :model-value="value"
    :items="question.options"
    item-title="label"
    item-value="key"
    @update:model-value="(v: unknown) => emit('answer', v)"
  />
  <v-select
    v-else-if="question.kind === 'kit_item'"
    v-bind="shared"
    :model-value="value"
    :items="things"
    item-title="name"
    item-value="id"
    @update:model-value="(v: unknown) => emit('answer', v)"
  />
  <v-checkbox
    v-else-if="question.kind === 'yes_no'"
    :model-value="value"
    :label="question.label"
    density="compact"
    hide-details
    @update:model-value="(v: unknown) => emit('answer', v)"
  />
  <v-textarea
    v-else-if="question.kind === 'list'"
    v-bind="shared"
    v-model="text"
    :label="`${question.label}: ${question.columns.join(', ')} a line`"
    @update:model-value="emit('answer', typedRows(text))"
  />
  <v-text-field
    v-else-if="question.kind === 'moment'"
    v-bind="shared"
    type="datetime-local"
    :model-value="toLocal(String(value), timeZone)"
    :label="`${question.label}, ${timeZone} time`"
    @update:model-value="answerMoment"
  />
  <v-text-field
    v-else-if="question.kind === 'text'"
    v-bind="shared"
    :model-value="value"
    @update:model-value="(v: unknown) => emit('answer', v)"
  />
  <v-text-field
    v-else
    v-bind="shared"
    type="number"
    step="any"
    :model-value="value"
    :suffix="question.unit"
    :min="question.least ?? undefined"
    :max="question.most ?? undefined"
    :placeholder="question.default === null ? undefined : String(question.default)"
    :persistent-placeholder="question.default !== null"
    @update:model-value="answerNumber"
  />
</template>
