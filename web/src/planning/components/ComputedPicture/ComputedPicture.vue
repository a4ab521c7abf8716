<script setup lang="ts">
/**
 * The frame to be expected, first of all on a shot: with its histogram, the spot that was tapped,
 * a close-up, and another setting beside it.
 */
import { computed, ref, shallowRef, watch } from 'vue'

import ChoiceWord from '../../../shared/components/ChoiceWord.vue'
import OnePicture from './OnePicture.vue'
import PictureHistogram from './PictureHistogram.vue'
import { client, data, type Schemas } from '../../../api/client'
import { useNotices } from '../../../shared/stores/notices'

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
/** As wide as there is room, instead of beside what is said of it. */
const isLarge = ref(false)
const white_k = ref<number | null>(null)
const whites = computed(() =>
  (picture.value?.whites ?? []).map((white) => ({
    key: String(white.white_k),
    label: `${white.label}, ${white.white_k} K`,
  })),
)

const standsThere = computed(() => picture.value?.stand_in?.lines.join(' ') ?? '')
const white = computed(
  () => whites.value.find((white) => white.key === String(white_k.value))?.label ?? '',
)
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
const choices = computed(() =>
  [...(kept.value ? [kept.value] : []), ...others.value].map((one) => ({
    key: one.label + one.text,
    label: `${one.label}: ${one.text}`,
  })),
)
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
  <section class="computed" :class="{ wide: isLarge || other }" aria-label="Computed picture">
    <div class="pictures" :class="{ two: other }">
      <OnePicture
        :asked="asked"
        view="plan"
        :label="`Computed, ${plan.settings}`"
        :aspect="plan.sketch?.aspect"
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
        :aspect="plan.sketch?.aspect"
        :is-close="isClose"
        :spot="spot"
        @picture="(now) => (otherPicture = now)"
        @tap="readSpot"
      >
        {{ other.label }}: {{ otherPicture?.settings ?? other.text }}
      </OnePicture>
    </div>

    <div class="says">
      <div class="levels"><PictureHistogram v-if="picture" :picture="picture" /></div>
      <p class="spot-text" :class="{ muted: !read }" aria-live="polite">
        {{
          read ||
          standsThere ||
          'Computed; land and town stand in for yours. Tap it to read a spot.'
        }}
      </p>
      <ul v-if="other && otherPicture" class="difference" aria-live="polite">
        <li v-for="line in otherPicture.difference" :key="line">{{ line }}</li>
      </ul>
      <div class="tools">
        <button type="button" :aria-pressed="isLarge" @click="isLarge = !isLarge">
          {{ isLarge ? 'Smaller' : 'Larger' }}
        </button>
        <button type="button" :aria-pressed="isClose" @click="isClose = !isClose">
          {{ isClose ? 'Whole frame' : 'Close up, 1:1' }}
        </button>
        <button type="button" @click="keepNow">Keep beside</button>
        <ChoiceWord
          label="What is shown beside it"
          :choices="choices"
          :value="beside ?? ''"
          unchosen="nothing beside it"
          :text="other ? `Beside it: ${other.label}` : 'Compare'"
          @click="findOthers"
          @choose="(key) => (beside = key || null)"
        />
        <ChoiceWord
          label="White"
          :choices="whites"
          :value="white_k ? String(white_k) : ''"
          unchosen="as is usual"
          :text="white_k ? `White: ${white}` : 'White'"
          @choose="(key) => (white_k = key ? Number(key) : null)"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.computed {
  display: grid;
  grid-template-columns: minmax(0, 318px) minmax(0, 1fr);
  gap: 6px 20px;
  margin-bottom: 12px;
}

.computed.wide {
  grid-template-columns: minmax(0, 1fr);
}

.pictures {
  display: grid;
  gap: 10px;
}

.pictures.two {
  grid-template-columns: 1fr 1fr;
}

.says {
  display: grid;
  gap: 6px;
  align-content: start;
  font-size: 0.95rem;
}

/* what it says comes with the picture: the rails below wait where they will be */
.levels {
  min-height: 168px;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}

.tools :deep(button) {
  min-height: 36px;
  color: var(--muted);
  text-decoration: underline dotted;
  text-underline-offset: 5px;
}

.tools :deep(button:hover),
.tools button[aria-pressed='true'],
.tools :deep(button[aria-expanded='true']) {
  color: var(--picked);
}

.difference {
  margin: 0;
  padding-left: 1.2em;
}

@media (max-width: 899px) {
  .computed,
  .computed.wide {
    grid-template-columns: minmax(0, 1fr);
  }

  .tools :deep(button) {
    min-height: 44px;
  }
}
</style>
