<script setup lang="ts">
/** A night in a list: its strip, its sentence, and what was kept of it. */
import { computed } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import NightStrip from '../../shared/components/NightStrip.vue'
import type { Schemas } from '../../api/client'

const { night, keptIds } = defineProps<{
  night: Schemas['NightOut']
  /** Pictures of what was kept; none where it is still to come. */
  keptIds: string[] | null
}>()
const emit = defineEmits<{ more: [what: string] }>()

const called = computed(() => night.title || night.place_name)
const inWords = (options: Intl.DateTimeFormatOptions) =>
  new Date(`${night.evening_date}T12:00:00Z`).toLocaleDateString('en-GB', {
    ...options,
    timeZone: 'UTC',
  })
const SHOTS = ['No shots yet', 'One shot']
</script>

<template>
  <li>
    <router-link :to="{ name: 'night', params: { nightId: night.id } }" class="night">
      <span class="date">
        <span class="day figures">{{ inWords({ day: 'numeric' }) }}</span>
        {{ inWords({ weekday: 'short' }) }}{{ ' ' }}<br />
        <span class="muted">{{ inWords({ month: 'short', year: 'numeric' }) }}</span>
      </span>
      <span class="what">
        <span class="name">
          {{ called }}
          <span class="muted count">
            {{ night.title ? `${night.place_name} · ` : ''
            }}{{ SHOTS[night.shot_count] ?? `${night.shot_count} shots`
            }}{{ night.is_template ? ' · template' : '' }}
          </span>
        </span>
        <NightStrip v-if="night.strip" :strip="night.strip" />
        <span class="words muted">{{ night.sentence }}</span>
      </span>
      <span v-if="keptIds" class="kept">
        <img
          v-for="id in keptIds"
          :key="id"
          :src="`/api/v1/photos/${id}/thumbnail.jpg`"
          alt=""
          loading="lazy"
        />
      </span>
    </router-link>
    <ChoiceWord
      class="more"
      :label="`More of ${called}`"
      text="More"
      :choices="[
        { key: 'again', label: 'Once more, on another date' },
        {
          key: 'template',
          label: night.is_template ? 'No template any more' : 'Keep as a template for others',
        },
        { key: 'remove', label: 'Delete' },
      ]"
      @choose="(key) => emit('more', key)"
    />
  </li>
</template>

<style scoped>
li {
  display: flex;
  gap: 12px;
  align-items: start;
  border-bottom: 1px solid var(--line);
}

.night {
  flex: 1;
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) auto; /* the hours of a list stand over its strips */
  gap: 4px 16px;
  padding: 12px 0 10px;
  color: var(--ink);
  text-decoration: none;
}

.date {
  line-height: 1.3;
}

.day {
  font-size: 1.3rem;
  font-weight: 600;
}

.what {
  display: grid;
  gap: 4px;
}

.name {
  font-size: 1.15rem;
  font-weight: 600;
}

.count {
  margin-left: 8px;
  font-size: 0.95rem;
  font-weight: 400;
}

.words {
  font-size: 0.95rem;
}

.kept {
  display: grid;
  grid-template-columns: 66px 66px; /* kept free where nothing was: strips are read together */
  gap: 3px;
  align-content: center;
}

.kept img {
  width: 66px;
  height: 44px;
  object-fit: cover;
}

.night:hover .name {
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-underline-offset: 4px;
}

li > :deep(.more) {
  min-height: 44px;
  margin-top: 6px;
  padding: 0 6px;
  color: var(--muted);
}

li > :deep(.more:hover) {
  color: var(--ink);
}

@media (max-width: 599px) {
  .night {
    grid-template-columns: minmax(0, 1fr);
  }

  .date br {
    display: none;
  }

  .count {
    display: block;
    margin-left: 0;
  }

  .kept {
    grid-template-columns: repeat(4, 66px);
  }
}
</style>
