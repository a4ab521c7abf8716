<script setup lang="ts">
/** Is it steady? The shake of the phone on the tripod's head, in px of a shot, try beside try. */
import { computed, ref } from 'vue'

import SensorNote from './SensorNote.vue'
import type { Kit } from './kept'
import { judged, shakeOf, smearOf, type Shake } from './shake'
import { useMotion } from './useMotion'
import type { Attitude } from './useAttitude'

const { kit, attitude, shotId } = defineProps<{
  kit: Kit
  attitude: Attitude
  shotId: string | null
}>()
const emit = defineEmits<{ keep: [figures: Record<string, { value: number; sd: number }>] }>()

const TRIES = ['As it stands', 'With weight on the hook', 'Column down, legs short']
const motion = useMotion()
const shot = ref(shotId ?? kit.shots[0]?.id ?? null)
const chosen = computed(() => kit.shots.find((one) => one.id === shot.value))
const tries = ref<{ name: string; shake: Shake }[]>([])
const next = computed(() => TRIES[tries.value.length] ?? `Try ${tries.value.length + 1}`)
const said = ref('')
const isKept = ref(false)

async function listen(): Promise<void> {
  const found = shakeOf(kit, await motion.listen(kit.shake.listens_s))
  if (!found) return void (said.value = kit.compass.words.none ?? '')
  said.value = found.events_hz < kit.shake.least_events_hz ? (kit.shake.said.slow ?? '') : ''
  isKept.value = false
  tries.value = [...tries.value, { name: next.value, shake: found }]
}

const rows = computed(() => {
  const of = chosen.value
  if (!of) return []
  return tries.value.map(({ name, shake }) => {
    const smear = smearOf(kit, shake, of, of.exposure_s)
    return { name, shake, smear, word: kit.shake.said[judged(kit, smear)] ?? '' }
  })
})
const WIDE = 320
const HIGH = 70
const most = computed(() =>
  Math.max(1e-6, ...tries.value.flatMap((t) => t.shake.bands.map((b) => b.amplitude))),
)
const widest = computed(() => kit.shake.between_hz[1] ?? 1)
const path = (shake: Shake) =>
  shake.bands
    .map(({ hz, amplitude }, i) => {
      const [x, y] = [(hz / widest.value) * WIDE, HIGH - (amplitude / most.value) * (HIGH - 4)]
      return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`
    })
    .join(' ')
const button = computed(() =>
  motion.progress.value === null
    ? `Listen: ${next.value.toLowerCase()}`
    : `Hands off … ${Math.ceil((1 - motion.progress.value) * kit.shake.listens_s)} s`,
)
const px = (value: number) => (value < 10 ? value.toFixed(1) : value.toFixed(0))
function keep(): void {
  const last = rows.value.at(-1)
  if (!last) return
  isKept.value = true
  emit('keep', { smear_px: { value: last.smear.px, sd: last.smear.floor_px } })
}
</script>

<template>
  <div class="face">
    <p class="muted">{{ kit.shake.words.help }}</p>
    <SensorNote v-if="!motion.hasRates.value" :kit="kit" :attitude="attitude" />
    <p v-if="!kit.shots.length" class="said">
      A shake is reckoned for a shot's lens and time: plan one for this night first.
    </p>
    <template v-else>
      <v-select
        v-model="shot"
        label="For the shot"
        :items="kit.shots.map((one) => ({ title: one.title, value: one.id }))"
      />
      <button
        type="button"
        class="touch main"
        :disabled="motion.progress.value !== null || !motion.hasRates.value"
        @click="listen"
      >
        {{ button }}
      </button>
      <p v-if="said" class="said" role="alert">{{ said }}</p>
      <section v-for="row in rows" :key="row.name" class="result" role="status">
        <p>
          {{ row.name }}
          <span class="figures reading">{{ px(row.smear.px) }} px</span>
          <span class="muted"> of smear, ± {{ px(row.smear.floor_px) }} of this phone's own</span>
        </p>
        <p>{{ row.word }}</p>
        <svg
          :viewBox="`0 0 ${WIDE} ${HIGH + 14}`"
          role="img"
          aria-label="How far it swings by how often a second"
        >
          <path :d="path(row.shake)" />
          <text x="0" :y="HIGH + 12">0</text>
          <text :x="WIDE" :y="HIGH + 12" text-anchor="end">{{ widest }} a second</text>
        </svg>
      </section>
      <div v-if="rows.length" class="pair">
        <button type="button" class="touch" @click="tries = tries.slice(0, -1)">
          Undo the last try
        </button>
        <button type="button" class="touch" :disabled="isKept" @click="keep">
          {{ isKept ? 'Kept' : 'Keep it' }}
        </button>
      </div>
    </template>
    <p class="muted">{{ kit.shake.limits }}</p>
  </div>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
svg {
  width: 100%;
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

text {
  fill: var(--muted);
  font-size: 11px;
}
</style>
