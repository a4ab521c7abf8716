<script setup lang="ts">
/**
 * A picture large, alone or beside another or beside the computed one, with what it says and what
 * one thinks of it.
 */
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import ComputedBeside from './ComputedBeside.vue'
import LevelBars from '../../../shared/components/LevelBars.vue'
import OneLook from './OneLook.vue'
import SpotLights from './SpotLights.vue'
import type { Photo } from '../../composables/useSheet'
import { judgedOf } from '../../composables/useSheet'
import { useSpots } from '../../composables/useSpots'

const { photo, beside, place } = defineProps<{
  photo: Photo
  beside: Photo | null
  /** Which of how many. */
  place: string
}>()
const emit = defineEmits<{
  judge: [part: Partial<ReturnType<typeof judgedOf>>]
  go: [step: number]
  unpin: []
  leave: []
}>()

const isClose = ref(false)
const showsEnds = ref(false)
const showsComputed = ref(false)
const at = ref({ x: 0.5, y: 0.5 })
const note = ref(photo.note)
const tags = ref(photo.tags.join(', '))
watch(
  () => photo.id,
  () => {
    note.value = photo.note
    tags.value = photo.tags.join(', ')
  },
)
const written = computed(() => [
  ...new Set(
    tags.value
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
])
function keepWords(): void {
  if (note.value === photo.note && written.value.join() === photo.tags.join()) return
  emit('judge', { note: note.value, tags: written.value })
}

const spots = useSpots(
  () => photo.id,
  () => undefined,
)
watch(
  () => photo.id,
  () => void spots.refresh(),
  { immediate: true },
)

const dialog = useTemplateRef<HTMLElement>('dialog')
void nextTick(() => dialog.value?.focus())
defineExpose({
  toggleClose: () => (isClose.value = !isClose.value),
  toggleEnds: () => (showsEnds.value = !showsEnds.value),
  toggleComputed: () => (showsComputed.value = !showsComputed.value),
})
</script>

<template>
  <div
    ref="dialog"
    class="look"
    role="dialog"
    aria-modal="true"
    aria-label="The picture"
    tabindex="-1"
  >
    <div class="pictures" :class="{ two: beside || showsComputed }">
      <OneLook
        :photo="photo"
        :is-close="isClose"
        :shows-ends="showsEnds"
        :at="at"
        :marks="spots.marks.value"
        :is-asking="spots.asked.value !== null"
        @at="(to) => (at = to)"
        @close="(to) => (isClose = to)"
        @tap="spots.read"
      />
      <ComputedBeside v-if="showsComputed && photo.shot_id" :photo="photo" />
      <OneLook
        v-else-if="beside"
        :photo="beside"
        :is-close="isClose"
        :shows-ends="showsEnds"
        :at="at"
        @at="(to) => (at = to)"
        @close="(to) => (isClose = to)"
      />
    </div>
    <aside>
      <p class="top">
        <button type="button" class="step" @click="emit('go', -1)">before</button>
        <span>{{ place }}</span>
        <button type="button" class="step" @click="emit('go', 1)">next</button>
        <button type="button" class="step leave" @click="emit('leave')">Close</button>
      </p>
      <LevelBars :bins="photo.histogram" :says="[photo.reading.text, photo.compared].join(' ')" />
      <SpotLights v-if="photo.shot_id" :spots="spots" />
      <div class="row" role="group" aria-label="How it is shown">
        <button type="button" :aria-pressed="isClose" @click="isClose = !isClose">1:1</button>
        <button type="button" :aria-pressed="showsEnds" @click="showsEnds = !showsEnds">
          burnt and black
        </button>
        <button
          v-if="photo.shot_id"
          type="button"
          :aria-pressed="showsComputed"
          @click="showsComputed = !showsComputed"
        >
          computed beside
        </button>
        <button v-if="beside" type="button" @click="emit('unpin')">alone</button>
      </div>
      <div class="row" role="group" aria-label="What becomes of it">
        <button
          type="button"
          class="keep"
          :aria-pressed="photo.pick === 'kept'"
          @click="emit('judge', { pick: photo.pick === 'kept' ? '' : 'kept' })"
        >
          keep
        </button>
        <button
          type="button"
          :aria-pressed="photo.pick === 'rejected'"
          @click="emit('judge', { pick: photo.pick === 'rejected' ? '' : 'rejected' })"
        >
          reject
        </button>
        <button
          v-if="photo.set_kind !== 'single'"
          type="button"
          :aria-pressed="photo.is_best"
          @click="emit('judge', { is_best: !photo.is_best })"
        >
          best of its {{ photo.set_kind }}
        </button>
      </div>
      <div class="row" role="group" aria-label="Rating">
        <button
          v-for="n in [0, 1, 2, 3, 4, 5]"
          :key="n"
          type="button"
          class="figures"
          :aria-pressed="photo.rating === n"
          :aria-label="n ? `${n} of 5` : 'no rating'"
          @click="emit('judge', { rating: n })"
        >
          {{ n || '–' }}
        </button>
      </div>
      <label>
        Note
        <textarea v-model="note" rows="3" @change="keepWords" />
      </label>
      <label>
        Tags of your own, with commas
        <input v-model="tags" type="text" @change="keepWords" />
      </label>
      <p v-if="isClose && !photo.is_kept" class="muted">
        Its own pixels were not kept: this is the picture as large as a screen.
      </p>
      <p v-if="photo.also_file" class="muted">Also on the card as {{ photo.also_file }}.</p>
      <p v-if="photo.is_kept">
        <a :href="`/api/v1/photos/${photo.id}/file`">Save what was kept of it</a>
      </p>
    </aside>
  </div>
</template>

<style scoped src="./look.css"></style>
<style scoped>
.row button[aria-pressed='true'] {
  color: var(--ink);
  border-color: var(--picked);
  box-shadow: inset 0 -3px 0 var(--picked);
}

label {
  display: grid;
  gap: 4px;
}

textarea,
input {
  padding: 8px 10px;
  color: inherit;
  font: inherit;
  background: var(--sheet);
  border: 1px solid var(--line);
}
</style>
