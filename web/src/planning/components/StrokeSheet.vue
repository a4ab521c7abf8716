<script setup lang="ts">
/**
 * What is drawn with light: type it, draw it, or read it from an SVG file; seen as the lens sees it
 * or as the writer draws it, and rehearsed at true speed.
 */
import { computed, ref } from 'vue'

import FilePick from '../../shared/components/FilePick.vue'
import QuestionField from '../../shared/components/QuestionField'
import { MeasurePanel, type Answer } from '../../shared/instruments'
import { useRehearsal } from '../composables/useRehearsal'
import { useStrokes, type Strokes } from '../composables/useStrokes'
import type { ApiError, Schemas } from '../../api/client'

const { questions, strokes, sheet, shotId, nightId, error } = defineProps<{
  questions: Schemas['QuestionOut'][]
  strokes: Strokes | null
  sheet: Schemas['SheetOut'] | null
  shotId: string
  nightId: string
  error: ApiError | null
}>()
const emit = defineEmits<{ change: [strokes: Strokes | null] }>()

const own = useStrokes(
  () => strokes,
  (changed) => emit('change', changed),
)
const isWriters = ref(false)
const hasBeat = ref(true)
const rehearsal = useRehearsal(
  () => sheet,
  () => (hasBeat.value ? `/api/v1/shots/${shotId}/strokes.wav` : null),
)

/** Rehearsed by touches: the pace of the hand follows. */
const isTiming = ref(false)
function putPace({ key, value }: Answer): void {
  const question = questions.find((question) => question.key === key)
  if (question) own.answer(question, value)
  isTiming.value = false
}

const side = computed(() => (isWriters.value ? 'writer' : 'lens'))
const PAD_M = 0.08
const NUMBER_SHARE = 0.017 // of the width; the drawing's own unit is a metre
const number_m = computed(() => NUMBER_SHARE * ((sheet?.width_m ?? 0) + 2 * PAD_M))
const box = computed(() => {
  if (!sheet) return '0 0 1 1'
  const [w, h] = [sheet.width_m + 2 * PAD_M, sheet.height_m + 2 * PAD_M]
  return `${-PAD_M} ${-PAD_M} ${w} ${h}`
})
const pathOf = (points: number[][]) => points.map(([x, y]) => `${x},${y}`).join(' ')
const pen = computed(() => {
  const at = rehearsal.at.value
  return at && (isWriters.value ? at.writer : at.lens)
})
const count = (seconds: number) => seconds.toFixed(1)
</script>

<template>
  <section aria-labelledby="strokes-title">
    <h2 id="strokes-title">Stroke sheet</h2>
    <div class="ask">
      <QuestionField
        v-for="question in questions"
        :key="question.key"
        :question="question"
        :value="strokes?.[question.key as keyof Strokes] ?? question.default"
        :error="error?.fault(question.key)"
        @answer="(value) => own.answer(question, value)"
      />
    </div>
    <div class="acts">
      <v-btn
        :aria-pressed="own.isDrawing.value"
        @click="own.isDrawing.value = !own.isDrawing.value"
      >
        {{ own.isDrawing.value ? 'Done drawing' : 'Draw it' }}
      </v-btn>
      <FilePick label="Read an SVG file" accept=".svg,image/svg+xml" @files="own.pick" />
      <button v-if="strokes" type="button" @click="own.clear">Clear</button>
    </div>
    <p v-if="own.trouble.value" role="alert" class="error">{{ own.trouble.value }}</p>

    <svg
      v-if="own.isDrawing.value"
      class="pad"
      viewBox="0 0 300 150"
      aria-label="Draw here, as it shall stand in the picture"
      @pointerdown="own.down"
      @pointermove="own.move"
      @pointerup="own.up"
      @pointercancel="own.up"
    >
      <polyline v-for="(line, i) in own.lines.value" :key="i" :points="pathOf(line)" />
    </svg>

    <template v-else-if="sheet">
      <div class="sides">
        <v-btn-toggle v-model="isWriters" mandatory aria-label="Which way round">
          <v-btn :value="false">As the lens sees it</v-btn>
          <v-btn :value="true">As you draw it</v-btn>
        </v-btn-toggle>
        <v-btn @click="rehearsal.toggle">
          {{ rehearsal.isGoing.value ? 'Stop' : 'Rehearse' }}
        </v-btn>
        <button type="button" :aria-pressed="hasBeat" @click="hasBeat = !hasBeat">
          Beat: {{ hasBeat ? 'on' : 'off' }}
        </button>
        <button type="button" @click="isTiming = true">Time your hand</button>
        <span class="figures" role="timer">
          {{ count(rehearsal.seconds.value) }} of {{ count(sheet.total_s) }} s
        </span>
      </div>
      <svg class="sheet" :viewBox="box" role="img" :aria-label="`${sheet.strokes.length} strokes`">
        <g v-for="(stroke, i) in sheet.strokes" :key="i">
          <polyline :points="pathOf(stroke[side])" :class="{ gone: rehearsal.isGone(i) }" />
          <circle
            v-if="stroke[side][0]"
            class="start"
            :cx="stroke[side][0]![0]"
            :cy="stroke[side][0]![1]"
            r="0.012"
          />
          <text
            v-if="stroke[side][0]"
            :x="stroke[side][0]![0]! + (stroke.beside % 2 ? -0.02 : 0.02)"
            :y="stroke[side][0]![1]! - 0.02 - number_m * Math.floor(stroke.beside / 2)"
            :font-size="number_m"
            :text-anchor="stroke.beside % 2 ? 'end' : 'start'"
          >
            {{ i + 1 }}
          </text>
        </g>
        <circle
          v-if="pen"
          class="pen"
          :class="{ dark: !rehearsal.at.value?.isLit }"
          :cx="pen[0]"
          :cy="pen[1]"
          r="0.03"
        />
      </svg>
      <p class="acts">
        <a :href="`/api/v1/shots/${shotId}/strokes.pdf`" target="_blank">To print, PDF</a>
        <a :href="`/api/v1/shots/${shotId}/strokes.svg`" download>True size, SVG</a>
      </p>
    </template>
    <MeasurePanel
      v-if="isTiming && sheet"
      :where="{ nightId }"
      start="strokes"
      :fitting="['strokes']"
      :asked="{ key: 'pace_m_s', label: 'the pace' }"
      :given="{ length_m: sheet.length_m }"
      :shot-id="shotId"
      @put="putPace"
      @close="isTiming = false"
    />
    <p v-if="!sheet && !own.isDrawing.value" class="muted">
      Type a word, or draw: the sheet shows how it is drawn, and how long.
    </p>
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.ask {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 10px;
  margin-top: 12px;
}

.acts,
.sides {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 18px;
  margin: 10px 0;
}

.acts a,
.acts button,
.sides button {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.sheet,
.pad {
  display: block;
  width: 100%;
  max-height: 320px;
  border: 1px solid var(--line);
  background: var(--ground);
}

.pad {
  max-height: none;
  cursor: crosshair;
  touch-action: none;
}

polyline {
  fill: none;
  stroke: var(--picked);
  stroke-width: 3;
  stroke-linecap: round;
  stroke-linejoin: round;
  vector-effect: non-scaling-stroke;
}

.gone {
  stroke: var(--room);
}

.start {
  fill: var(--ink);
}

text {
  fill: var(--muted);
}

.pen {
  fill: var(--ink);
}

.pen.dark {
  fill: none;
  stroke: var(--muted);
  vector-effect: non-scaling-stroke;
}

.error {
  color: var(--limit);
}

@media (max-width: 600px) {
  .ask {
    grid-template-columns: 1fr;
  }
}
</style>
