<script setup lang="ts">
/** What is measured by touching the screen as something happens. */
import { computed, ref } from 'vue'

import OutcomeNote from './OutcomeNote.vue'
import QuestionField from '../components/QuestionField'
import { worked, type Values } from './formula'
import type { Kit } from './kept'
import { outcomesOf, type Answer, type AskedFor, type Outcome } from './outcome'
import { sayFigure } from './say'
import { useGiven } from './useGiven'
import { ofBeats, ofPairs } from './statistics'

const {
  kit,
  tap,
  asked,
  given: known = {},
} = defineProps<{
  kit: Kit
  tap: Kit['taps'][number]
  asked: AskedFor | null
  /** What is known beside it already. */
  given?: Values
}>()
const emit = defineEmits<{
  put: [answer: Answer, outcomes: Outcome[], given: Values, count: number]
  keep: [outcomes: Outcome[], given: Values, count: number]
}>()

/** Moments touched. [s] */
const touches = ref<number[]>([])
const isKept = ref(false)
const given = useGiven(
  () => tap.given,
  () => known,
)

const series = computed(() => (tap.kind === 'pairs' ? ofPairs : ofBeats)(touches.value))
const next = computed(
  () => tap.words.touches[touches.value.length % tap.words.touches.length] ?? 'Now',
)
const isOpen = computed(() => tap.kind === 'pairs' && touches.value.length % 2 === 1)
const time = computed(() => {
  const found = series.value
  if (!found) return null
  const sd = worked(tap.t_sd, { n: found.n, spread_s: found.spread })
  return { value: found.mean, sd }
})
const outcomes = computed<Outcome[]>(() => {
  const [found, t] = [series.value, time.value]
  if (!found || !t) return []
  const values = { ...given.values.value, t_s: t.value, n: found.n }
  const sds = { ...given.sds(), t_s: t.sd }
  return outcomesOf(tap.results, values, sds)
})
const count = computed(() => {
  const found = series.value
  if (!found) return ''
  const { one, many } = tap.words
  const said = `${found.n} ${found.n === 1 ? one : many}`
  // where the time itself is what was asked, it is told above
  const isTold = tap.results.some((result) => result.term === 't_s')
  return time.value && !isTold ? `${said}, ${sayFigure(time.value, 's')}` : said
})

function touch(at_ms: number): void {
  const at = at_ms / 1000
  const last = touches.value.at(-1)
  // a finger that bounced
  if (last !== undefined && at - last < kit.tap_least_s) return
  touches.value = [...touches.value, at]
  isKept.value = false
  navigator.vibrate?.(30)
}
/** A press counts as it goes down; a key, or a reader of the screen, gives a click without one. */
const press = (event: PointerEvent) => event.isPrimary && touch(event.timeStamp)
const click = (event: MouseEvent) => event.detail === 0 && touch(event.timeStamp)

function undo(): void {
  touches.value = touches.value.slice(0, -1)
  isKept.value = false
}
function answer(key: string, value: unknown): void {
  given.answer(key, value)
  isKept.value = false
}
function keep(): void {
  isKept.value = true
  emit('keep', outcomes.value, given.values.value, series.value?.n ?? 1)
}
</script>

<template>
  <div class="face">
    <p class="muted">{{ tap.words.help }}</p>
    <QuestionField
      v-for="{ question } in given.asked.value"
      :key="question.key"
      :question="question"
      :value="given.values.value[question.key]"
      @answer="(value) => answer(question.key, value)"
    />
    <button
      type="button"
      class="touch main pad"
      :class="{ open: isOpen }"
      @pointerdown="press"
      @click="click"
    >
      {{ next }}
    </button>
    <div class="pair">
      <button type="button" class="touch" :disabled="!touches.length" @click="undo">
        Undo the last touch
      </button>
      <button type="button" class="touch" :disabled="!touches.length" @click="touches = []">
        Begin anew
      </button>
    </div>
    <OutcomeNote
      v-if="outcomes.length"
      :outcomes="outcomes"
      :asked="asked"
      :count="count"
      :is-kept="isKept"
      @put="(a) => emit('put', a, outcomes, given.values.value, series?.n ?? 1)"
      @keep="keep"
    />
    <p v-if="tap.words.caution" class="said">{{ tap.words.caution }}</p>
  </div>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.touch.pad {
  min-height: 180px;
  font-size: 1.9rem;
  touch-action: none;
  user-select: none;
}

.touch.pad.open {
  border-style: double;
  border-width: 10px;
}
</style>
