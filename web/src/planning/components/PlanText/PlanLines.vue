<script setup lang="ts">
/** Sentences whose words can be changed; whoever shows them knows the questions and the answers. */
import PlanWord from './PlanWord.vue'
import type { ApiError, Schemas } from '../../../api/client'

type Question = Schemas['QuestionOut']

const {
  lines,
  questionOf,
  valueOf,
  error,
  kit = [],
  night = undefined,
} = defineProps<{
  lines: Schemas['PlanLineOut'][]
  questionOf: (part: string, key: string) => Question | undefined
  valueOf: (part: string, question: Question) => unknown
  error: ApiError | null
  kit?: Schemas['KitItemOut'][]
  night?: Schemas['NightOut']
}>()
const emit = defineEmits<{
  answer: [part: string, question: Question, value: unknown]
  /** A word that asks nothing but does something. */
  act: [key: string]
}>()
const questionFor = (part: string, key: string | null) => (key ? questionOf(part, key) : undefined)
defineSlots<{
  /** Beside a word's editor. */
  beside?: (of: { question: Question; part: string; close: () => void }) => unknown
  /** After a line. */
  after?: (of: { part: string }) => unknown
}>()
</script>

<template>
  <div class="told">
    <p v-for="line in lines" :key="line.part" :class="line.part">
      <template v-for="word in line.words" :key="word.key ?? word.before + word.text">
        {{ word.before
        }}<template v-for="question in [questionFor(line.part, word.key)]" :key="question?.key"
          ><PlanWord
            v-if="question"
            :text="word.text"
            :question="question"
            :value="valueOf(line.part, question)"
            :is-set="word.is_set"
            :error="error?.fault(question.key)"
            :kit="kit"
            :night="night"
            @answer="(value) => emit('answer', line.part, question, value)"
            ><template #default="{ close }"
              ><p v-if="word.known_by" class="muted known">{{ word.known_by }}</p>
              <slot
                name="beside"
                :question="question"
                :part="line.part"
                :close="close" /></template></PlanWord
          ><button v-else-if="word.key" type="button" class="act" @click="emit('act', word.key)">
            {{ word.text }}</button
          ><template v-else>{{ word.text }}</template></template
        ><span v-if="word.known" class="muted known">&nbsp;{{ word.known }}</span
        >{{ word.after }}
      </template>
      <slot name="after" :part="line.part" />
    </p>
  </div>
</template>

<style scoped>
.told {
  display: grid;
  gap: 12px;
  line-height: 1.72;
}

.known {
  font-size: 0.9rem;
}

.more,
.act {
  color: var(--muted);
}

.act {
  display: inline;
  text-align: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 5px;
}

.act:hover {
  color: var(--picked);
}
</style>
