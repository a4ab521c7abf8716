<script setup lang="ts">
/** One picture of the sheet: what it is, and what was thought of it. */
import { mdiCheck, mdiClose } from '@mdi/js'

import { computed } from 'vue'

import type { Photo } from '../../composables/useSheet'

const {
  photo,
  isHere,
  isBeside,
  isMarked = null,
} = defineProps<{
  photo: Photo
  /** The one the keys are about. */
  isHere: boolean
  /** The one that is compared with. */
  isBeside: boolean
  /** Marked to be placed together with others; null where it has its place. */
  isMarked?: boolean | null
}>()
const named = computed(() => {
  if (photo.set_kind === 'single') return photo.file_name
  return photo.is_best ? `best of its ${photo.set_kind}` : `of a ${photo.set_kind}`
})
defineEmits<{ go: []; look: []; mark: [] }>()
</script>

<template>
  <div class="cell">
    <button
      type="button"
      class="tile"
      :class="[photo.pick, { here: isHere, beside: isBeside }]"
      :aria-current="isHere"
      :tabindex="isHere ? 0 : -1"
      @click="$emit('go')"
      @dblclick="$emit('look')"
    >
      <span class="frame">
        <img
          :src="`/api/v1/photos/${photo.id}/thumbnail.jpg`"
          :alt="photo.file_name"
          loading="lazy"
        />
      </span>
      <span class="line">
        <span class="figures">{{ photo.settings }}</span>
        <span v-if="photo.rating" :aria-label="`${photo.rating} of 5`">{{ photo.rating }}/5</span>
      </span>
      <span class="line muted">
        <span>{{ named }}</span>
        <span v-if="photo.pick" class="mark">
          <svg viewBox="0 0 24 24" aria-hidden="true">
            <path :d="photo.pick === 'kept' ? mdiCheck : mdiClose" />
          </svg>
          {{ photo.pick }}
        </span>
      </span>
    </button>
    <label v-if="isMarked !== null" class="marks">
      <input type="checkbox" :checked="isMarked" @change="$emit('mark')" />
      <span class="screen-reader">Mark {{ photo.file_name }}</span>
    </label>
  </div>
</template>

<style scoped>
.cell {
  position: relative;
  display: grid;
  min-width: 0;
}

.marks {
  position: absolute;
  top: 0;
  left: 0;
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
}

.marks input {
  width: 20px;
  height: 20px;
  accent-color: var(--picked);
}

.tile {
  display: grid;
  gap: 2px;
  min-width: 0;
  padding: 6px;
  text-align: left;
  border: 2px solid transparent;
}

.tile.here {
  border-color: var(--picked);
  background: var(--sheet);
}

.tile.beside {
  border-color: var(--room);
  border-style: dashed;
}

/* the ring is the eye's own: a second one around it only shouts */
.tile.here:focus-visible {
  outline: none;
}

.frame {
  display: block;
  aspect-ratio: 3 / 2;
  background: #000;
}

img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.rejected img {
  opacity: 0.35;
}

.line {
  display: flex;
  gap: 10px;
  justify-content: space-between;
  min-width: 0;
  font-size: 0.86rem;
  white-space: nowrap;
}

.line > :first-child {
  overflow: hidden;
  text-overflow: ellipsis;
}

.mark {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}

.mark svg {
  width: 16px;
  fill: currentColor;
}

.kept .mark {
  color: var(--picked);
}
</style>
