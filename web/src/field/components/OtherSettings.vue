<script setup lang="ts">
/** What a hand that knows better may set: the dials, the bracket around it, a stop either way. */
import { computed, ref, watch } from 'vue'

import DialSteps from '../../shared/components/DialSteps.vue'
import { bracketAround, dialled } from '../dials'
import { settingAt } from '../bundle'
import type { FieldShot, Setting } from '../bundle'

const { shot, now } = defineProps<{
  shot: FieldShot
  /** What is set: where the dials open. */
  now: Setting
}>()
const emit = defineEmits<{ use: [setting: Setting]; bracket: [] }>()

const values = ref({ ...now.values })
watch(
  () => now.text,
  () => (values.value = { ...now.values }),
)
const own = computed(() => dialled(shot, now, values.value))

const frames = computed(() => bracketAround(shot, now))
const rows = computed(() => {
  const kept = shot.kept_for.map(({ label, setting }) => ({ stops: `kept for ${label}`, setting }))
  const same = shot.same_light.map((setting) => ({ stops: 'same light', setting }))
  // worked out around the setting that came along: of another they say something else
  const isAround = now.text === settingAt(shot, shot.setting).text
  const around = isAround ? [...same, ...shot.others] : []
  const others = [...kept, ...around].map(({ stops, setting: place }) => ({
    stops,
    setting: settingAt(shot, place),
  }))
  return others.filter((row) => row.setting.text !== now.text)
})
</script>

<template>
  <div class="own-settings">
    <DialSteps
      v-for="dial in shot.dials"
      :key="dial.control"
      :title="dial.title"
      :steps="dial.steps"
      :stride="dial.stride"
      :value="values[dial.control]"
      @set="(value) => (values[dial.control] = value)"
    />
    <div class="row small">
      <button type="button" :disabled="own.text === now.text" @click="emit('use', own)">
        Use {{ own.text }}
      </button>
    </div>
    <button v-if="frames.length > 1" type="button" class="quiet" @click="emit('bracket')">
      Bracket of {{ frames.length }} around {{ now.text }}
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
<style scoped>
.own-settings {
  --dial-height: 64px;

  margin-top: 10px;
}
</style>
