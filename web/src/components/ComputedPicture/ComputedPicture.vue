<script setup lang="ts">
/**
 * The frame to be expected, first of all on a shot: with its histogram, the spot that was tapped,
 * a close-up, and another setting beside it.
 */
import { computed, ref, shallowRef, watch } from 'vue'

import OnePicture from './OnePicture.vue'
import PictureHistogram from './PictureHistogram.vue'
import { client, data, type Schemas } from '../../api/client'
import { useNotices } from '../../stores/notices'

type Shot = Schemas['ShotIn']
type Values = Schemas['SettingValues']

const { nightId, shotId, shot, plan } = defineProps<{
  nightId: string
  shotId: string
  shot: Shot
  plan: Schemas['PlanOut']
}>()
const emit = defineEmits<{ change: [part: Partial<Shot>] }>()

const notices = useNotices()
const picture = shallowRef<Schemas['PictureOut'] | null>(null)
const isClose = ref(false)
const white_k = ref<number | null>(null)
const whites = computed(() => [
  { title: 'as is usual', value: null },
  ...(picture.value?.whites ?? []).map((one) => ({
    title: `${one.label}, ${one.white_k} K`,
    value: one.white_k,
  })),
])

// the plan is what the picture is of: a draft without its plan yet waits for it
const current = shallowRef<Shot>(shot)
watch(
  () => plan,
  () => (current.value = { ...shot, choice: plan.choice, focal_length_mm: plan.focal_length_mm }),
  { immediate: true },
)
const asked = computed(() => ({
  night_id: nightId,
  shot_id: shotId,
  shot: current.value,
  width_px: 480,
  window: { left: 0, top: 0, width: 1, height: 1 },
  ...(white_k.value && { white_k: white_k.value }),
}))

const spot = ref<{ x: number; y: number } | null>(null)
const read = ref('')
async function readSpot(x: number, y: number): Promise<void> {
  spot.value = { x, y }
  try {
    const answer = await data(
      client.POST('/api/v1/computed/spot', { body: { ...asked.value, x, y } }),
    )
    if (spot.value?.x === x && spot.value.y === y) read.value = answer.text
  } catch (error) {
    notices.fail(error)
  }
}
watch(asked, () => spot.value && void readSpot(spot.value.x, spot.value.y))

async function place(x: number, y: number): Promise<void> {
  if (!shot.stand_in) return
  const body = { ...asked.value, x: inside(x), y: inside(y) }
  try {
    const { azimuth_deg } = await data(client.POST('/api/v1/computed/spot', { body }))
    emit('change', { stand_in: { ...shot.stand_in, bearing_true_deg: azimuth_deg } })
  } catch (error) {
    notices.fail(error)
  }
}
const inside = (v: number) => Math.min(1, Math.max(0, v))

/** Beside it: nothing, one that was kept, or one of those the plan knows. */
const others = ref<{ label: string; text: string; values: Values }[]>([])
const kept = ref<{ label: string; text: string; values: Values } | null>(null)
const beside = ref<string | null>(null)
const choices = computed(() => [
  { title: 'nothing beside it', value: null },
  ...[...(kept.value ? [kept.value] : []), ...others.value].map((one) => ({
    title: `${one.label}: ${one.text}`,
    value: one.label + one.text,
  })),
])
const other = computed(() =>
  [kept.value, ...others.value].find((one) => one && one.label + one.text === beside.value),
)
const otherPicture = shallowRef<Schemas['PictureOut'] | null>(null)
async function findOthers(): Promise<void> {
  try {
    others.value = await data(client.POST('/api/v1/computed/others', { body: asked.value }))
  } catch (error) {
    notices.fail(error)
  }
}
function keepNow(): void {
  const values: Values = { exposure_s: 1, f_number: 1, iso: 100, nd_stops: 0 }
  for (const rail of plan.rails) values[rail.control] = rail.picked.value
  kept.value = { label: 'kept', text: plan.settings, values }
  beside.value = kept.value.label + kept.value.text
  notices.say('Kept beside it. Move a rail to see the difference.')
}
</script>

<template>
  <section class="computed" aria-label="Computed picture">
    <div class="pictures" :class="{ two: other }">
      <OnePicture
        :asked="asked"
        view="plan"
        :label="`Computed, ${plan.settings}`"
        :is-close="isClose"
        :spot="spot"
        :can-drag="!!shot.stand_in"
        @picture="(now) => (picture = now)"
        @tap="readSpot"
        @drag="place"
      >
        <template v-if="other">{{ plan.settings }}</template>
        <template v-if="isClose"> photosite for pixel; arrow keys or a tap move it</template>
      </OnePicture>
      <OnePicture
        v-if="other"
        :asked="{ ...asked, settings: other.values }"
        view="other"
        :label="`Computed, ${other.label}`"
        :is-close="isClose"
        :spot="spot"
        @picture="(now) => (otherPicture = now)"
        @tap="readSpot"
      >
        {{ other.label }}: {{ otherPicture?.settings ?? other.text }}
      </OnePicture>
    </div>

    <div class="says">
      <PictureHistogram v-if="picture" :picture="picture" />
      <p class="spot-text" aria-live="polite">{{ read || 'Tap the picture to read a spot.' }}</p>
      <ul v-if="other && otherPicture" class="difference" aria-live="polite">
        <li v-for="line in otherPicture.difference" :key="line">{{ line }}</li>
      </ul>
    </div>
    <div class="tools">
      <div class="acts">
        <v-btn size="small" :aria-pressed="isClose" @click="isClose = !isClose">{{
          isClose ? 'Whole frame' : 'Close up, 1:1'
        }}</v-btn>
        <v-btn size="small" @click="keepNow">Keep beside</v-btn>
      </div>
      <v-select
        v-model="beside"
        :items="choices"
        label="Beside it"
        density="compact"
        hide-details
        @update:menu="(open: boolean) => open && findOthers()"
      />
      <v-select v-model="white_k" :items="whites" label="White" density="compact" hide-details />
    </div>
    <p class="muted note">
      Computed from your plan: light, noise and sizes are reckoned; land and town stand in for
      yours.
    </p>
    <ul v-if="picture?.stand_in" class="stand-in-lines">
      <li v-for="line in picture.stand_in.lines" :key="line">{{ line }}</li>
    </ul>
  </section>
</template>

<style scoped>
.computed {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 6px 20px;
  margin-bottom: 20px;
}

.pictures {
  display: grid;
  gap: 10px;
}

.pictures.two {
  grid-template-columns: 1fr 1fr;
  grid-column: 1 / -1;
}

.tools {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) minmax(0, 200px);
  align-items: center;
  gap: 10px;
}

.note {
  grid-column: 1 / -1;
}

.says {
  display: grid;
  gap: 8px;
  align-content: start;
  font-size: 0.95rem;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.difference,
.stand-in-lines {
  margin: 0;
  padding-left: 1.2em;
}

.stand-in-lines {
  grid-column: 1 / -1;
}

.spot-text {
  min-height: 3em;
}

@media (max-width: 899px) {
  .computed,
  .tools {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
