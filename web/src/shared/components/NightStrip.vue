<script setup lang="ts">
/** A night as one thin band from noon to noon: dark from light, the Moon beneath, its shots as ticks. */
import { computed } from 'vue'

import type { Schemas } from '../../api/client'

export interface Span {
  /** Shares of the band. */
  from: number
  to: number
  isWrong: boolean
}

const { strip, spans = undefined } = defineProps<{
  strip: Pick<Schemas['StripOut'], 'dark' | 'moon' | 'most_level'> & { shots?: number[] }
  /** Work as long as it lasts, instead of its shots as ticks. */
  spans?: Span[]
}>()

/** A colour a step, running into the next. */
function band(digits: string, shade: (share: number) => string): string {
  const stops = [...digits].map((digit, i) => {
    const at = (100 * (i + 0.5)) / digits.length
    return `${shade(Number(digit) / strip.most_level)} ${at.toFixed(1)}%`
  })
  return `linear-gradient(90deg, ${stops.join(', ')})`
}
const dark = computed(() =>
  band(strip.dark, (share) => `color-mix(in srgb, var(--night) ${100 * share}%, var(--day))`),
)
const moon = computed(() =>
  band(strip.moon, (share) => `color-mix(in srgb, var(--mass) ${100 * share}%, transparent)`),
)
const percent = (share: number) => `${(100 * share).toFixed(2)}%`
</script>

<template>
  <div class="strip" aria-hidden="true">
    <div class="dark" :style="{ background: dark }" />
    <div class="moon" :style="{ background: moon }" />
    <template v-if="spans">
      <span
        v-for="span in spans"
        :key="span.from"
        class="shot"
        :class="{ wrong: span.isWrong }"
        :style="{ left: percent(span.from), width: percent(span.to - span.from) }"
      />
    </template>
    <template v-else>
      <span
        v-for="(share, i) in strip.shots"
        :key="i"
        class="shot"
        :style="{ left: percent(share) }"
      />
    </template>
  </div>
</template>

<style scoped>
.strip {
  position: relative;
  height: 20px;
}

.dark {
  height: 14px;
}

.moon {
  height: 3px;
  margin-top: 2px;
}

.shot {
  position: absolute;
  top: 2px;
  height: 10px;
  min-width: 3px;
  background: var(--picked);
  box-shadow: 0 0 0 1px var(--ground);
}

.wrong {
  background: var(--limit);
}
</style>
