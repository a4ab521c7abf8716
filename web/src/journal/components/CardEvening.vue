<script setup lang="ts">
/** One evening's pictures without a take: each set offered to its likeliest shot. */
import { mdiChevronRight } from '@mdi/js'
import { computed, reactive, ref, watch } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import MarkedTakes from './MarkedTakes.vue'
import { dayText } from '../../api/local-time'
import { type Schemas } from '../../api/client'
import type { Gift, OwnNight } from '../composables/useIntake'
import { useLoaded } from '../../api/loaded'

type Found = Schemas['SetOut']

const { date, sets, shots, chosen, isFirst } = defineProps<{
  /** Empty for pictures that tell no time. */
  date: string
  sets: Found[]
  shots: Schemas['CardShotOut'][]
  /** Shots chosen by hand, by the set's first picture. */
  chosen: Record<string, string>
  /** The others open on a press: a folder of a year has hundreds. */
  isFirst: boolean
}>()
const emit = defineEmits<{
  choose: [key: string, shotId: string]
  give: [gifts: Gift[]]
  ownNight: [sets: string[][], night: OwnNight]
}>()

const isOpen = ref(isFirst)
const STEP = 24
const shown = ref(STEP)
const key = (found: Found) => found.photo_ids[0] ?? ''
const shotOf = (found: Found) => chosen[key(found)] ?? found.likeliest_shot_id ?? ''
const pictures = computed(() => sets.reduce((sum, found) => sum + found.photo_ids.length, 0))
const homeless = computed(() =>
  sets.filter((found) => !shotOf(found)).map((found) => found.photo_ids),
)

/** Marked to be moved together, by the set's first picture. */
const marked = ref<string[]>([])
const markedSets = computed(() => sets.filter((found) => marked.value.includes(key(found))))
const markedPictures = computed(() =>
  markedSets.value.reduce((sum, found) => sum + found.photo_ids.length, 0),
)
const markAll = (all: boolean) => (marked.value = all ? sets.map(key) : [])
function giveMarked(shotId: string): void {
  emit(
    'give',
    markedSets.value.map(({ photo_ids }) => ({ photoIds: photo_ids, shotId })),
  )
  marked.value = []
}

const isOwn = ref(false)
const onlyThen = () => (isOwn.value ? {} : null)
const places = useLoaded('/api/v1/places', onlyThen)
const kinds = useLoaded('/api/v1/disciplines', onlyThen)
const own = reactive({ place_id: '', discipline: 'stars_over_foreground', title: '' })
const askForOwn = () => (isOwn.value = true)
watch(places.value, (all) => (own.place_id ||= all?.[0]?.id ?? ''))
</script>

<template>
  <h3>
    <button type="button" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <svg viewBox="0 0 24 24" aria-hidden="true" :class="{ isOpen }">
        <path :d="mdiChevronRight" />
      </svg>
      {{ date ? dayText(date) : 'Without a time' }}
      <span class="muted">{{ pictures }} {{ pictures === 1 ? 'picture' : 'pictures' }}</span>
    </button>
  </h3>
  <MarkedTakes
    v-if="isOpen && sets.length > 1"
    label="all of this evening"
    :marked="marked.length"
    :of="sets.length"
    :pictures="markedPictures"
    :shots="shots"
    @all="markAll"
    @give="giveMarked"
  />
  <ul v-if="isOpen" class="sets">
    <li v-for="found in sets.slice(0, shown)" :key="key(found)">
      <input
        v-if="sets.length > 1"
        v-model="marked"
        type="checkbox"
        :value="key(found)"
        :aria-label="`Mark ${found.text}`"
      />
      <span class="strip">
        <img
          v-for="id in found.photo_ids.slice(0, 5)"
          :key="id"
          :src="`/api/v1/photos/${id}/thumbnail.jpg`"
          alt=""
          loading="lazy"
        />
      </span>
      <span class="says">
        {{ found.text }}
        <span class="muted">{{ found.likeliest_text }}</span>
      </span>
      <span class="acts">
        <ChoiceWord
          label="Shot it is a take of"
          :choices="shots.map(({ id, title }) => ({ key: id, label: title }))"
          :value="shotOf(found)"
          unchosen="no shot"
          @choose="(shot) => emit('choose', key(found), shot)"
        />
        <button
          type="button"
          :disabled="!shotOf(found)"
          @click="emit('give', [{ photoIds: found.photo_ids, shotId: shotOf(found) }])"
        >
          make it a take
        </button>
      </span>
    </li>
  </ul>
  <p v-if="isOpen" class="on">
    <v-btn v-if="sets.length > shown" @click="shown += 4 * STEP"
      >{{ sets.length - shown }} more</v-btn
    >
    <v-btn v-if="homeless.length && date && !isOwn" @click="askForOwn"
      >A night of their own, from those of no shot</v-btn
    >
  </p>
  <form
    v-if="isOpen && isOwn && homeless.length"
    class="own"
    aria-label="A night of their own"
    @submit.prevent="emit('ownNight', homeless, { ...own })"
  >
    <v-select
      v-model="own.place_id"
      :items="places.value.value ?? []"
      item-title="name"
      item-value="id"
      label="Place"
    />
    <v-select
      v-model="own.discipline"
      :items="kinds.value.value?.disciplines ?? []"
      item-title="title"
      item-value="key"
      label="Kind of picture"
    />
    <v-text-field v-model="own.title" label="Title" />
    <v-btn type="submit" color="primary" variant="flat">Make the night</v-btn>
  </form>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
h3 button {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  text-align: left;
}

h3 svg {
  width: 20px;
  fill: currentColor;
}

svg.isOpen {
  transform: rotate(90deg);
}

h3 .muted {
  font-weight: normal;
}

.sets {
  padding: 0;
  list-style: none;
}

.sets li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

input[type='checkbox'] {
  width: 20px;
  height: 20px;
  accent-color: var(--picked);
}

.strip {
  display: flex;
  gap: 2px;
}

.strip img {
  width: 72px;
  height: 48px;
  object-fit: cover;
  background: var(--sheet);
}

.says {
  flex: 1 1 320px;
}

.says .muted {
  display: block;
}

.acts {
  display: flex;
  gap: 14px;
}

.acts > * {
  min-height: 44px;
}

.acts button {
  color: var(--picked);
}

.acts button:disabled {
  color: var(--muted);
}

.on {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}

.own {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) auto;
  gap: 14px;
  align-items: start;
  margin-top: 12px;
}

@media (max-width: 599px) {
  .own {
    grid-template-columns: 1fr;
  }
}
</style>
