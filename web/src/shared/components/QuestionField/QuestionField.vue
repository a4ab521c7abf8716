<script setup lang="ts">
/**
 * One question, drawn by its kind: the same for shots, kit and bench. What is typed goes out as
 * a value of its kind; an open one as null.
 */
import { computed, ref, watch } from 'vue'

import MomentField from './MomentField.vue'
import DateField from '../DateField.vue'
import { shownRows, typedRows } from './rows'
import { toKept, toShown } from '../../../api/shown'
import type { Schemas } from '../../../api/client'

const {
  question,
  value,
  help = undefined,
  error = undefined,
  kit = [],
  night = undefined,
  isAlone = false,
} = defineProps<{
  question: Schemas['QuestionOut']
  value: unknown
  /** Said otherwise than the question does. */
  help?: string
  /** What was wrong with it, in words. */
  error?: string
  /** The bag, for a question about a thing in it. */
  kit?: Schemas['KitItemOut'][]
  /** Of which a moment is. */
  night?: Schemas['NightOut']
  /** The only field there is: it has the hand at once. */
  isAlone?: boolean
}>()
const emit = defineEmits<{ answer: [value: unknown] }>()

/** What is accepted, where the server says it in another unit than is typed. */
const inTheirUnit = computed(() => {
  const { shown, least, most } = question
  if (!shown || typeof least !== 'number' || typeof most !== 'number' || shown.turn) return ''
  const [from, to] = [least, most].map((bound) => Number(toShown(shown, bound).toPrecision(3)))
  return `In ${shown.unit}: ${from} to ${to}.`
})
const hint = computed(() => help ?? question.help)
const shared = computed(() => ({
  label: question.label,
  hint: hint.value,
  persistentHint: hint.value !== '',
  errorMessages: error && inTheirUnit.value ? `${error} ${inTheirUnit.value}` : error,
  autofocus: isAlone,
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

/** Of several choices those that hold, as the options have them. */
const ticked = computed(() => (Array.isArray(value) ? value.map(String) : []))

function answerNumber(typed: string | number | null): void {
  const isEmpty = typed === null || typed === ''
  emit('answer', isEmpty ? null : toKept(question.shown, Number(typed)))
}
const figure = (kept: unknown) =>
  typeof kept === 'number' ? toShown(question.shown, kept) : undefined
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
  <DateField
    v-else-if="question.kind === 'date'"
    :model-value="String(value)"
    :label="question.label"
    :error="error"
    @update:model-value="(v) => emit('answer', v)"
  />
  <fieldset v-else-if="question.kind === 'choices'">
    <legend>
      {{ question.label }} <span class="muted">{{ hint }}</span>
    </legend>
    <v-checkbox
      v-for="option in question.options"
      :key="option.key"
      :model-value="ticked"
      :value="option.key"
      :label="option.label"
      density="compact"
      hide-details
      @update:model-value="(v: unknown) => emit('answer', v)"
    />
  </fieldset>
  <MomentField
    v-else-if="question.kind === 'moment' && night"
    :label="question.label"
    :value="String(value)"
    :night="night"
    :error="error"
    :autofocus="isAlone"
    @answer="(v) => emit('answer', v)"
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
    :model-value="figure(value) ?? value"
    :suffix="question.shown?.unit ?? question.unit"
    :min="figure(question.least)"
    :max="figure(question.most)"
    :placeholder="figure(question.default)?.toString()"
    :persistent-placeholder="question.default !== null"
    @update:model-value="answerNumber"
  />
</template>

<style scoped>
fieldset {
  border: 0;
}
</style>
