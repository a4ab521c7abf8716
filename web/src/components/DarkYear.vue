<script setup lang="ts">
/** A year of nights under each other: dark from light, the Moon in it, and where one was out. */
import { computed, useTemplateRef, watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import { useTheme } from 'vuetify'

import type { Schemas } from '../api/client'

const { year } = defineProps<{ year: Schemas['YearOut'] }>()
const theme = useTheme()

const STEPS = computed(() => year.rows[0]?.dark.length ?? 1)
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** From the theme's ground to its ink, and the Moon's share of it. */
function shade(level: number, moon: number): [number, number, number] {
  const colours = theme.current.value.colors
  const part = (hex: string, at: number) => parseInt(hex.slice(at, at + 2), 16)
  const rgb = (name: string) => [1, 3, 5].map((at) => part(String(colours[name] ?? '#000000'), at))
  const [dark, light, lit] = [rgb('background'), rgb('muted'), rgb('on-surface')]
  const day = 1 - level / year.most_level
  const glow = (moon / year.most_level) * 0.28 * (level / year.most_level)
  return dark.map((d, i) => d + ((light[i] ?? 0) - d) * day * 0.75 + (lit[i] ?? 0) * glow) as [
    number,
    number,
    number,
  ]
}
watchEffect(() => {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  const image = context.createImageData(STEPS.value, year.rows.length)
  year.rows.forEach((row, y) => {
    for (let x = 0; x < STEPS.value; x++) {
      const colour = shade(Number(row.dark[x]), Number(row.moon[x]))
      image.data.set([...colour, 255], 4 * (y * STEPS.value + x))
    }
  })
  context.putImageData(image, 0, 0)
})

const rowOf = computed(() => new Map(year.rows.map((row, i) => [row.evening_date, i])))
const months = computed(() =>
  year.rows
    .map((row, i) => ({
      row: i,
      day: row.evening_date.slice(8),
      month: row.evening_date.slice(5, 7),
    }))
    .filter(({ day }) => day === '01')
    .map(({ row, month }) => ({
      row,
      name: new Date(Date.UTC(2000, Number(month) - 1, 15)).toLocaleDateString('en-GB', {
        month: 'short',
        timeZone: 'UTC',
      }),
    })),
)
const HOURS = ['12:00', '18:00', '0:00', '6:00', '12:00']
const router = useRouter()
/** The night of the nearest mark: marks are small, and the list beside them has every night. */
async function open(event: MouseEvent): Promise<void> {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const away = (take: Schemas['YearTakeOut']) =>
    Math.hypot(
      event.clientX - box.left - take.share * box.width,
      event.clientY -
        box.top -
        (((rowOf.value.get(take.evening_date) ?? 0) + 0.5) / year.rows.length) * box.height,
    )
  const nearest = year.takes.toSorted((a, b) => away(a) - away(b))[0]
  if (nearest && away(nearest) < REACH_PX)
    await router.push({ name: 'story', params: { nightId: nearest.night_id } })
}
const REACH_PX = 24
const top = (evening: string) =>
  `${(100 * ((rowOf.value.get(evening) ?? 0) + 0.5)) / year.rows.length}%`
</script>

<template>
  <figure>
    <div class="hours figures" aria-hidden="true">
      <span v-for="(hour, i) in HOURS" :key="i">{{ hour }}</span>
    </div>
    <div class="sheet">
      <div class="months" aria-hidden="true">
        <span
          v-for="month in months"
          :key="month.row"
          :style="{ top: `${(100 * month.row) / year.rows.length}%` }"
          >{{ month.name }}</span
        >
      </div>
      <div class="nights" @click="open">
        <canvas
          ref="canvas"
          :width="STEPS"
          :height="year.rows.length"
          role="img"
          :aria-label="`The nights of ${year.year} at ${year.place_name}`"
        />
        <span
          v-for="(take, i) in year.takes"
          :key="i"
          class="take"
          :class="{ kept: take.is_keeper }"
          :style="{ top: top(take.evening_date), left: `${100 * take.share}%` }"
          :title="`${take.evening_date}, ${take.shot_title}`"
        />
      </div>
    </div>
    <figcaption class="muted">
      {{ year.place_name }}, by its clock ({{ year.time_zone }}). A ring: a take that was kept.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.hours {
  display: flex;
  justify-content: space-between;
  margin-left: 38px;
  color: var(--muted);
  font-size: 0.8rem;
}

.sheet {
  display: flex;
}

.months {
  position: relative;
  flex: none;
  width: 38px;
  font-size: 0.8rem;
  color: var(--muted);
}

.months span {
  position: absolute;
}

.nights {
  position: relative;
  flex: 1;
  height: 440px;
}

canvas {
  width: 100%;
  height: 100%;
}

.take {
  position: absolute;
  width: 9px;
  height: 9px;
  margin: -4.5px 0 0 -4.5px;
  background: var(--limit);
  border-radius: 50%;
}

.take.kept {
  background: var(--ground);
  border: 2.5px solid var(--picked);
}
</style>
