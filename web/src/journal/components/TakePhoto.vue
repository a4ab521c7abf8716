<script setup lang="ts">
/** A picture of a take: thumbnail, histogram, what it says, and where it belongs. */
import { ref } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import LevelBars from '../../shared/components/LevelBars.vue'
import { ReadLight } from './PictureSheet'
import type { Schemas } from '../../api/client'

const { photo, takes } = defineProps<{
  photo: Schemas['PhotoOut']
  /** To choose from while it has no take. */
  takes?: { id: string; name: string }[]
}>()
const emit = defineEmits<{
  give: [takeId: string | null]
  own: []
  remove: []
  /** A light was read off it, or what was read is taken back. */
  read: []
}>()
const OWN = 'own'
const isReading = ref(false)
</script>

<template>
  <div class="photo">
    <img :src="`/api/v1/photos/${photo.id}/thumbnail.jpg`" :alt="photo.file_name" loading="lazy" />
    <div class="says">
      <p class="figures">{{ photo.settings }}</p>
      <LevelBars :bins="photo.histogram" :says="[photo.reading.text, photo.compared].join(' ')" />
    </div>
    <div class="acts">
      <ChoiceWord
        v-if="takes"
        :label="`Take of ${photo.file_name}`"
        :choices="[
          { key: OWN, label: 'a take of its own' },
          ...takes.map(({ id, name }) => ({ key: id, label: name })),
        ]"
        value=""
        unchosen="belongs to…"
        @choose="(take) => (take === OWN ? emit('own') : emit('give', take))"
      />
      <template v-else>
        <button
          type="button"
          :aria-label="`Read a light off ${photo.file_name}`"
          @click="isReading = true"
        >
          read a light
        </button>
        <button type="button" @click="emit('give', null)">not this take</button>
      </template>
      <a v-if="photo.is_kept" :href="`/api/v1/photos/${photo.id}/file`">file</a>
      <button type="button" :aria-label="`Delete ${photo.file_name}`" @click="emit('remove')">
        delete
      </button>
    </div>
    <ReadLight v-if="isReading" :photo="photo" @read="emit('read')" @leave="isReading = false" />
  </div>
</template>

<style scoped>
.photo {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  padding: 4px 0 12px;
}

img {
  width: 150px;
  height: 100px;
  object-fit: cover;
  background: var(--sheet);
}

.says {
  flex: 1 1 200px;
}

.acts {
  display: flex;
  align-items: start;
  gap: 8px;
}

.acts > * {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  color: var(--muted);
}
</style>
