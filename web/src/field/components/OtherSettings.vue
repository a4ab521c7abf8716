<script setup lang="ts">
/** What a hand that knows better may set: the dials, the bracket around it, a stop either way. */
import { computed, ref } from 'vue'

import DialSteps from '../../shared/components/DialSteps.vue'
import { bracketAround, dialled, moved, type Control } from '../dials'
import { settingAt } from '../bundle'
import type { FieldShot, Setting } from '../bundle'

const { shot, now } = defineProps<{
  shot: FieldShot
  /** What is set: where the dials open. */
  now: Setting
}>()
const emit = defineEmits<{ use: [setting: Setting]; bracket: [] }>()

const values = ref({ ...now.values })
const keepsLight = ref(false)
const own = computed(() => dialled(shot, now, values.value))
const turn = (control: Control, value: number) =>
  (values.value = moved(shot, values.value, control, value, keepsLight.value))

const frames = computed(() => bracketAround(shot, now))
const rows = computed(() => {
  const kept = shot.kept_for.map(({ label, setting }) => ({ stops: `kept for ${label}`, setting }))
  const others = [...kept, ...shot.others].map(({ stops, setting: place }) => ({
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
      :value="values[dial.control]"
      @set="(value) => turn(dial.control, value)"
    />
    <div class="row small">
      <button type="button" :aria-pressed="keepsLight" @click="keepsLight = !keepsLight">
        {{ keepsLight ? 'Same light: on' : 'Same light: off' }}
      </button>
      <button type="button" :disabled="own.text === now.text" @click="emit('use', own)">
        Use it
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
