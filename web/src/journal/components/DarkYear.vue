<script setup lang="ts">
/** A year of nights, and where in it one was out. */
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import DarkCalendar from '../../shared/components/DarkCalendar.vue'
import type { Schemas } from '../../api/client'

const { year } = defineProps<{ year: Schemas['YearOut'] }>()
const router = useRouter()

const rowOf = computed(() => new Map(year.rows.map((row, i) => [row.evening_date, i])))
/** The night of the nearest mark: marks are small, and the list beside them has every night. */
async function open(evening: string, share: number): Promise<void> {
  const row = rowOf.value.get(evening) ?? 0
  const away = (take: Schemas['YearTakeOut']) =>
    Math.hypot(
      (take.share - share) * NIGHTS_WIDE,
      (rowOf.value.get(take.evening_date) ?? -99) - row,
    )
  const nearest = year.takes.toSorted((a, b) => away(a) - away(b))[0]
  if (nearest && away(nearest) < REACH_NIGHTS)
    await router.push({ name: 'story', params: { nightId: nearest.night_id } })
}
const NIGHTS_WIDE = 365 // the sheet is about square
const REACH_NIGHTS = 20
</script>

<template>
  <figure>
    <DarkCalendar
      v-slot="{ topOf }"
      :rows="year.rows"
      :most-level="year.most_level"
      :label="`The nights of ${year.year} at ${year.place_name}`"
      @pick="open"
    >
      <span
        v-for="(take, i) in year.takes"
        :key="i"
        class="take"
        :class="{ kept: take.is_keeper }"
        :style="{ top: topOf(take.evening_date), left: `${100 * take.share}%` }"
        :title="`${take.evening_date}, ${take.shot_title}`"
      />
    </DarkCalendar>
    <figcaption class="muted">
      {{ year.place_name }}, by its clock ({{ year.time_zone }}). A ring: a take that was kept.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.take {
  position: absolute;
  width: 9px;
  height: 9px;
  margin: -4px 0 0 -4.5px;
  background: var(--limit);
  border-radius: 50%;
}

.take.kept {
  background: var(--ground);
  border: 2.5px solid var(--picked);
}
</style>
