<script setup lang="ts">
/** Settings a hand that knows better may take, and the bracket around this one. */
import { computed } from 'vue'

import { settingAt } from '../bundle'
import type { FieldShot, Setting } from '../bundle'

const { shot } = defineProps<{ shot: FieldShot }>()
const emit = defineEmits<{ use: [setting: Setting]; bracket: [] }>()

const rows = computed(() => {
  const kept = shot.kept_for.map(({ label, setting }) => ({ stops: `kept for ${label}`, setting }))
  return [...kept, ...shot.others, ...shot.bracket].map(({ stops, setting: place }) => ({
    stops,
    setting: settingAt(shot, place),
  }))
})
</script>

<template>
  <div>
    <button v-if="shot.bracket.length > 1" type="button" class="quiet" @click="emit('bracket')">
      Bracket of {{ shot.bracket.length }} frames, one after another
    </button>
    <ul class="others">
      <li v-for="row in rows" :key="row.stops + row.setting.text">
        <button type="button" class="figures" @click="emit('use', row.setting)">
          <span class="stops">{{ row.stops }}</span> {{ row.setting.text }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped src="./field.css"></style>
