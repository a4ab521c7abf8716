<script setup lang="ts">
/** What stands where one points, in words and degrees, and when core, Moon, Sun and target come. */
import { useTimestamp } from '@vueuse/core'
import { computed } from 'vue'

import { toLocal } from '../../api/local-time'
import type { Kit } from './kept'
import { comesTo, nearTo, skylineAt, type Coming, type Near, type Stands } from './sky'

const { kit, pointed, sdDeg } = defineProps<{
  kit: Kit
  pointed: Stands | null
  sdDeg: number
}>()

const MOST = 4
const now = useTimestamp({ interval: 5_000 })
const near = computed(() => (pointed ? nearTo(kit, pointed, now.value).slice(0, MOST) : []))
const coming = computed(() => {
  const at = pointed
  if (!at) return []
  return kit.up.bodies
    .filter((body) => body.is_sought)
    .map((body) => ({ body, comes: comesTo(kit, body, at, sdDeg, now.value) }))
})
const skyline = computed(() =>
  pointed && kit.outline.length ? Math.round(skylineAt(kit.outline, pointed.bearing_deg)) : 0,
)

const clock = (at: number) => toLocal(new Date(at).toISOString(), kit.time_zone).slice(11)
const aside = (deg: number, plus: string, minus: string) => {
  const whole = Math.round(Math.abs(deg))
  return whole ? `${whole}° ${deg > 0 ? plus : minus}` : ''
}
function nearText({ right_deg, over_deg }: Near): string {
  const parts = [aside(right_deg, 'right', 'left'), aside(over_deg, 'higher', 'lower')]
  return parts.filter(Boolean).join(', ') || 'here'
}
const named = (name: string) => (/^(galactic|sun$|moon$)/i.test(name) ? `The ${name}` : name)
function comingText({ at, over_deg, sure_ms }: Coming): string {
  const sure = Math.max(1, Math.round(sure_ms / 60_000))
  const over = aside(over_deg, 'higher', 'lower')
  return `will stand here at ${clock(at)} ± ${sure} min${over ? `, ${over}` : ''}`
}
</script>

<template>
  <section v-if="pointed" class="face" aria-label="What stands there">
    <h2>What stands there</h2>
    <ul class="plain">
      <li v-for="one in near" :key="one.name" class="capital">
        {{ one.name }}: {{ nearText(one) }}
      </li>
      <li v-if="!near.length" class="muted">Nothing known is near.</li>
      <li class="muted">
        The skyline there is kept as <span class="figures">{{ skyline }}°</span> high.
      </li>
    </ul>
    <ul class="plain">
      <li v-for="{ body, comes } in coming" :key="body.key" class="capital">
        {{ named(body.name) }}
        <template v-if="comes">{{ comingText(comes) }}.</template>
        <span v-else class="muted">does not come here any more this night.</span>
      </li>
    </ul>
  </section>
</template>

<style scoped src="./instruments.css"></style>
