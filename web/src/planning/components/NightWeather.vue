<script setup lang="ts">
/** The night's weather: what it means, a small drawing, and its figures behind a word. */
import { computed, ref } from 'vue'

import WeatherDrawing from './WeatherDrawing.vue'
import { toLocal } from '../../api/local-time'
import { toShown } from '../../api/shown'
import { useSession } from '../../shared/stores/session'
import type { Schemas } from '../../api/client'

const { weather, timeZone } = defineProps<{
  weather: Schemas['WeatherOut']
  timeZone: string
}>()

const session = useSession()
const warmth = computed(() => session.units['°C'])
const wind = computed(() => session.units.wind)
const hasTable = ref(false)
const hours = computed(() =>
  weather.hours
    .filter((_, i) => i % 2 === 0)
    .map((h) => ({
      ...h,
      clock: toLocal(h.at_utc, timeZone).slice(11),
      warm: toShown(warmth.value, h.temperature_c),
      dew: toShown(warmth.value, h.dew_point_c),
      gust: toShown(wind.value, h.gust_m_s),
    })),
)
const whole = (value: number) => `${Math.round(value) + 0}`.replace('-', '−')
const percent = (share: number) => `${Math.round(share * 100)}`
</script>

<template>
  <p v-if="weather.is_simulated" class="simulated">
    Simulated, not a forecast: a stand-in until a real provider is connected.
  </p>
  <p v-for="line in weather.advice" :key="line">{{ line }}</p>
  <WeatherDrawing class="drawing" :hours="weather.hours" :time-zone="timeZone" />
  <button type="button" class="link" :aria-expanded="hasTable" @click="hasTable = !hasTable">
    {{ hasTable ? 'Away with the figures' : 'The figures' }}
  </button>
  <table v-if="hasTable">
    <thead>
      <tr>
        <th scope="col">at</th>
        <th scope="col">cloud %</th>
        <th scope="col">low/mid/high</th>
        <th scope="col">{{ warmth?.unit }}</th>
        <th scope="col">dew {{ warmth?.unit }}</th>
        <th scope="col">gusts {{ wind?.unit }}</th>
      </tr>
    </thead>
    <tbody class="figures">
      <tr v-for="h in hours" :key="h.at_utc">
        <th scope="row">{{ h.clock }}</th>
        <td>{{ percent(h.cloud_cover) }} ± {{ percent(h.cloud_sigma) }}</td>
        <td>{{ percent(h.cloud_low) }}/{{ percent(h.cloud_mid) }}/{{ percent(h.cloud_high) }}</td>
        <td>{{ whole(h.warm) }}</td>
        <td>{{ whole(h.dew) }}</td>
        <td>{{ whole(h.gust) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.simulated {
  display: inline-block;
  padding: 6px 12px;
  margin-bottom: 8px;
  border: 1px dashed var(--muted);
}

.drawing {
  max-width: 760px;
  margin-top: 10px;
}

.link {
  min-height: 44px;
  color: var(--picked);
  text-decoration: underline;
}

table {
  display: block;
  overflow-x: auto;
  border-collapse: collapse;
  font-size: 0.92rem;
}

th {
  text-align: left;
  font-weight: 400;
  color: var(--muted);
}

td,
th {
  padding: 3px 18px 3px 0;
}
</style>
