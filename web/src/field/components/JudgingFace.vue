<script setup lang="ts">
/** What was seen: a word over the picture, or which frame of a bracket was right. */
import { computed } from 'vue'

import type { Run } from '../run'
import type { Verdict } from '../bundle'
import type { Schemas } from '../../api/client'

const { run, verdicts } = defineProps<{
  run: Run
  verdicts: Schemas['VerdictOut'][]
  picture: string | null
}>()
const emit = defineEmits<{
  about: [light: Schemas['AskedOut']]
  serve: [role: Schemas['RoleOut']['key']]
  judge: [verdict: Verdict | null]
  choose: [frame: number | null]
  discard: []
}>()

/** Darker words to the left, brighter to the right, the good one across. */
const rows = computed(() => {
  const middle = Math.floor(verdicts.length / 2)
  const found = [[verdicts[middle]]]
  for (let i = 1; i <= middle; i++) found.push([verdicts[middle - i], verdicts[middle + i]])
  return found.map((row) => row.filter((v) => v !== undefined))
})
const what = computed(() => run.judgedName || 'the picture')
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
    <p class="ask">Look at {{ what }}. What did you see?</p>
    <div v-if="run.lights.length > 1" class="row small lights" role="group" aria-label="Judge">
      <button
        v-for="light in run.lights"
        :key="light.key"
        type="button"
        :aria-pressed="light.key === run.judged"
        @click="emit('about', light)"
      >
        {{ light.name }}
      </button>
    </div>
    <div v-for="(row, i) in rows" :key="i" class="row">
      <button
        v-for="v in row"
        :key="v.key"
        type="button"
        class="word"
        :class="{ good: i === 0 }"
        @click="emit('judge', v.key)"
      >
        {{ v.label }}
      </button>
    </div>
    <button type="button" class="quiet" @click="emit('judge', null)">No word, keep the take</button>
    <button type="button" class="quiet" @click="emit('discard')">Throw it away</button>
  </section>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.lights {
  flex-wrap: wrap;
}
</style>
