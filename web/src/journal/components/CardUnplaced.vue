<script setup lang="ts">
/** Pictures of a card that nobody noted a take of, evening by evening. */
import { computed, reactive } from 'vue'

import CardEvening from './CardEvening.vue'
import type { Schemas } from '../../api/client'
import type { Gift, OwnNight } from '../composables/useIntake'

type Found = Schemas['SetOut']

const { intake } = defineProps<{ intake: Schemas['IntakeOut'] }>()
const emit = defineEmits<{
  give: [gifts: Gift[]]
  ownNight: [sets: string[][], night: OwnNight]
}>()

/** What was chosen by hand, by the set's first picture. */
const chosen = reactive<Record<string, string>>({})
const evenings = computed(() => {
  const byDate = new Map<string, Found[]>()
  for (const found of intake.unplaced) {
    const date = found.evening_date ?? ''
    const already = byDate.get(date)
    if (already) already.push(found)
    else byDate.set(date, [found])
  }
  return [...byDate].map(([date, sets]) => ({ date, sets }))
})
const offered = computed(() =>
  intake.unplaced
    .map(({ photo_ids, likeliest_shot_id }) => ({
      photoIds: photo_ids,
      shotId: chosen[photo_ids[0] ?? ''] ?? likeliest_shot_id ?? '',
    }))
    .filter(({ shotId }) => shotId),
)
</script>

<template>
  <section aria-label="Without a take">
    <h2>Without a take</h2>
    <CardEvening
      v-for="({ date, sets }, i) in evenings"
      :key="date"
      :date="date"
      :sets="sets"
      :shots="intake.shots"
      :chosen="chosen"
      :is-first="i === 0"
      @choose="(key, shotId) => (chosen[key] = shotId)"
      @give="(gifts) => emit('give', gifts)"
      @own-night="(own, night) => emit('ownNight', own, night)"
    />
    <p v-if="offered.length > 1" class="all">
      <button type="button" @click="emit('give', offered)">
        Make all {{ offered.length }} takes as offered
      </button>
    </p>
  </section>
</template>

<style scoped>
.all {
  margin-top: 12px;
}

.all button {
  min-height: 44px;
  color: var(--muted);
}
</style>
