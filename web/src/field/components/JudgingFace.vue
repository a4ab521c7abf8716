<script setup lang="ts">
/** What was seen: a word over the whole picture, or which frame of a bracket was right. */
import WordGrid from './WordGrid.vue'
import type { Run } from '../run'
import type { Verdict } from '../bundle'
import type { Schemas } from '../../api/client'

const { run, verdicts } = defineProps<{
  run: Run
  verdicts: Schemas['VerdictOut'][]
  picture: string | null
}>()
const emit = defineEmits<{
  serve: [role: Schemas['RoleOut']['key']]
  judge: [verdict: Verdict | null]
  choose: [frame: number | null]
  discard: []
}>()
</script>

<template>
  <section v-if="run.isBracket" class="judging" aria-label="Which one was right?">
    <p class="ask">{{ run.title }}: look at the frames. Which one was right?</p>
    <div v-for="(made, i) in run.made" :key="i" class="row">
      <button type="button" class="word figures" @click="emit('choose', i)">
        {{ made.stops }} &nbsp; {{ made.setting.text }}
      </button>
    </div>
    <button type="button" class="quiet" @click="emit('choose', null)">None, keep them all</button>
  </section>
  <section v-else class="judging" aria-label="What did you see?">
    <img v-if="picture" :src="picture" alt="The simulated picture" />
    <p class="made figures">{{ run.title }}, {{ run.made[0]?.setting.text }}</p>
    <div v-if="run.roles.length > 1" class="row small" role="group" aria-label="What it is for">
      <button
        v-for="role in run.roles"
        :key="role.key"
        type="button"
        :aria-pressed="role.key === run.role"
        @click="emit('serve', role.key)"
      >
        for {{ role.label }}
      </button>
    </div>
    <p class="ask">Look at the picture. How bright is it?</p>
    <WordGrid :verdicts="verdicts" @say="(word) => emit('judge', word)" />
    <button type="button" class="quiet" @click="emit('judge', null)">Say it later</button>
    <button type="button" class="quiet" @click="emit('discard')">Throw it away</button>
  </section>
</template>

<style scoped src="./field.css"></style>
