<script setup lang="ts">
/** The editor a word opens into: its choices with what speaks for each, or its field. */
import { computed, ref } from 'vue'

import QuestionField from '../../../shared/components/QuestionField'
import type { Schemas } from '../../../api/client'

const { question, value, error, kit, night } = defineProps<{
  question: Schemas['QuestionOut']
  value: unknown
  error?: string
  kit: Schemas['KitItemOut'][]
  night?: Schemas['NightOut']
}>()
const emit = defineEmits<{ answer: [value: unknown]; done: [] }>()

const options = computed(() => {
  if (question.kind === 'choice')
    return question.options.map(({ key, label, help }) => ({ key, label, help }))
  if (question.kind !== 'kit_item') return []
  const things = kit.filter((i) => question.kit_kinds.includes(i.spec.kind ?? ''))
  return things.map(({ id, name }) => ({ key: id, label: name, help: '' }))
})
/** A long list is narrowed by typing; what acts stays in it. */
const LONG = 14
const typed = ref('')
const shown = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  return options.value.filter(
    (option) => option.key === value || option.label.toLowerCase().includes(wanted),
  )
})
</script>

<template>
  <form class="editor" @submit.prevent="emit('done')" @keydown.esc.stop="emit('done')">
    <v-text-field
      v-if="options.length > LONG"
      v-model="typed"
      :label="`${question.label}, narrowed by typing`"
      autofocus
      autocomplete="off"
    />
    <v-radio-group
      v-if="options.length"
      :model-value="value"
      :label="question.label"
      :error-messages="error"
      hide-details="auto"
      @update:model-value="(v) => emit('answer', v)"
    >
      <p v-if="question.help" class="muted help">{{ question.help }}</p>
      <v-radio
        v-for="(option, i) in shown"
        :key="option.key"
        :value="option.key"
        color="primary"
        :autofocus="options.length <= LONG && (option.key === value || (i === 0 && !value))"
        @dblclick="emit('done')"
      >
        <template #label>
          <span class="option">
            {{ option.label }}
            <span v-if="option.help" class="muted help">{{ option.help }}</span>
          </span>
        </template>
      </v-radio>
    </v-radio-group>
    <QuestionField
      v-else
      :question="question"
      :value="value"
      :error="error"
      :night="night"
      is-alone
      @answer="(v) => emit('answer', v)"
    />
    <slot />
    <div class="acts">
      <v-btn
        v-if="question.is_optional && value !== null && value !== undefined"
        size="small"
        @click="emit('answer', null)"
        >Leave it out</v-btn
      >
      <v-btn type="submit" size="small" color="primary" variant="flat">Done</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 10px;
  width: min(360px, 92vw);
  max-height: min(70vh, 560px);
  overflow-y: auto;
  padding: 14px;
  background: var(--raised);
  border: 1px solid var(--line);
}

.option {
  display: grid;
  padding: 5px 0;
  color: var(--ink);
}

.help {
  font-size: 0.9rem;
  line-height: 1.35;
}

.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  position: sticky;
  bottom: 0;
}
</style>
