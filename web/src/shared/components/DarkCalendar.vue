<script setup lang="ts">
/** Nights under each other, from noon to noon: dark from light, and the Moon in it. */
import { computed, useTemplateRef, watchEffect } from 'vue'
import { useTheme } from 'vuetify'

import type { Schemas } from '../../api/client'

const { rows, mostLevel, label } = defineProps<{
  rows: Schemas['DarkRowOut'][]
  mostLevel: number
  label: string
}>()
const emit = defineEmits<{ pick: [evening: string, share: number] }>()
defineSlots<{
  /** What is marked in it; where an evening lies, from the top, and how high a night is. */
  default?: (of: { topOf: (evening: string) => string; height: string }) => unknown
}>()

const theme = useTheme()
const steps = computed(() => rows[0]?.dark.length ?? 1)
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** How far towards its light tone day goes; in ember so large an area must not undo dark eyes. */
const DAY = 0.75
const DIM_DAY = 0.4
/** From dark to light in the theme's own tones, and the Moon's share of it. */
function shade(level: number, moon: number): [number, number, number] {
  const colours = theme.current.value.colors
  const part = (hex: string, at: number) => parseInt(hex.slice(at, at + 2), 16)
  const rgb = (name: string) => [1, 3, 5].map((at) => part(String(colours[name] ?? '#000000'), at))
  // on paper the night is ink, and the Moon lets the paper through
  const names = theme.current.value.dark
    ? ['background', 'muted', 'on-surface']
    : ['muted', 'background', 'background']
  const [dark, light, lit] = names.map(rgb) as [number[], number[], number[]]
  const day = 1 - level / mostLevel
  const glow = (moon / mostLevel) * 0.28 * (level / mostLevel)
  const full = theme.name.value === 'ember' ? DIM_DAY : DAY
  return dark.map((d, i) => d + ((light[i] ?? 0) - d) * day * full + (lit[i] ?? 0) * glow) as [
    number,
    number,
    number,
  ]
}
watchEffect(() => {
  const context = canvas.value?.getContext('2d')
  if (!context || !rows.length) return
  const image = context.createImageData(steps.value, rows.length)
  rows.forEach((row, y) => {
    for (let x = 0; x < steps.value; x++) {
      const colour = shade(Number(row.dark[x]), Number(row.moon[x]))
      image.data.set([...colour, 255], 4 * (y * steps.value + x))
    }
  })
  context.putImageData(image, 0, 0)
})

const rowOf = computed(() => new Map(rows.map((row, i) => [row.evening_date, i])))
const topOf = (evening: string) => `${(100 * (rowOf.value.get(evening) ?? -9)) / rows.length}%`
const months = computed(() =>
  rows
    .filter((row, i) => row.evening_date.endsWith('-01') || i === 0)
    .filter((row, i, all) => i > 0 || Number(row.evening_date.slice(8)) < 20 || all.length < 2)
    .map((row) => ({
      evening: row.evening_date,
      name: new Date(`${row.evening_date}T12:00:00Z`).toLocaleDateString('en-GB', {
        month: 'short',
        timeZone: 'UTC',
      }),
    })),
)
const HOURS = ['12:00', '18:00', '0:00', '6:00', '12:00']

function pick(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const row = Math.floor((rows.length * (event.clientY - box.top)) / box.height)
  const evening = rows[Math.min(rows.length - 1, Math.max(0, row))]?.evening_date
  if (evening) emit('pick', evening, (event.clientX - box.left) / box.width)
}
</script>

<template>
  <div class="calendar">
    <div class="hours figures" aria-hidden="true">
      <span v-for="(hour, i) in HOURS" :key="i">{{ hour }}</span>
    </div>
    <div class="months" aria-hidden="true">
      <span v-for="month in months" :key="month.evening" :style="{ top: topOf(month.evening) }">{{
        month.name
      }}</span>
    </div>
    <div class="nights" @click="pick">
      <canvas ref="canvas" :width="steps" :height="rows.length" role="img" :aria-label="label" />
      <slot :top-of="topOf" :height="`${100 / rows.length}%`" />
    </div>
  </div>
</template>

<style scoped>
.calendar {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 38px minmax(0, 1fr);
  height: 460px;
}

.hours {
  grid-column: 2;
  display: flex;
  justify-content: space-between;
  color: var(--muted);
  font-size: 0.8rem;
}

.months {
  position: relative;
  font-size: 0.8rem;
  color: var(--muted);
}

.months span {
  position: absolute;
}

.nights {
  position: relative;
  overflow: hidden;
}

canvas {
  display: block;
  width: 100%;
  height: 100%;
}
</style>
