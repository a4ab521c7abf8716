<script setup lang="ts">
/** The form of one thing in the bag; its questions come from the server. */
import { computed } from 'vue'

import QuestionField from '../../shared/components/QuestionField'
import type { ApiError, Schemas } from '../../api/client'

type Question = Schemas['QuestionOut']

const { kind, error } = defineProps<{
  kind: Schemas['KitKindOut']
  isNew: boolean
  error: ApiError | null
}>()
const name = defineModel<string>('name', { required: true })
const values = defineModel<Record<string, unknown>>('values', { required: true })
const emit = defineEmits<{ copy: [name: string | null]; save: []; cancel: [] }>()

/** Its questions under their headings, the plain ones first. */
const groups = computed(() => {
  const found = new Map<string, Question[]>()
  for (const question of kind.questions)
    found.set(question.group, [...(found.get(question.group) ?? []), question])
  return [...found]
})
const isBesideAField = computed(
  () => error !== null && ['name', ...kind.questions.map((q) => q.key)].some((k) => error.fault(k)),
)
</script>

<template>
  <form class="form" :aria-label="kind.title" @submit.prevent="emit('save')">
    <h2>{{ isNew ? `New: ${kind.title}` : name }}</h2>
    <v-select
      v-if="isNew && kind.shelf.length"
      :items="kind.shelf.map((item) => item.name)"
      label="Start from a generic one"
      @update:model-value="(from: string | null) => emit('copy', from)"
    />
    <v-text-field v-model="name" label="Name" :error-messages="error?.fault('name')" />
    <div v-for="[title, questions] in groups" :key="title" class="group">
      <h3 v-if="title">{{ title }}</h3>
      <div class="pair">
        <QuestionField
          v-for="question in questions"
          :key="question.key"
          :question="question"
          :value="values[question.key]"
          :error="error?.fault(question.key)"
          @answer="(value) => (values = { ...values, [question.key]: value })"
        />
      </div>
    </div>
    <p v-if="error && !isBesideAField" role="alert" class="error">{{ error.message }}</p>
    <div class="acts">
      <v-btn type="submit" color="primary" variant="flat">Keep it</v-btn>
      <v-btn variant="text" @click="emit('cancel')">Not now</v-btn>
    </div>
  </form>
</template>

<style scoped src="../../themes/list-page.css"></style>
<style scoped>
h3 {
  margin: 6px 0 10px;
  font-size: 1rem;
}

.error {
  color: var(--limit);
}
</style>
