<script setup lang="ts">
/** Below the slope: what rises and sets over this place's own horizon, and the weather. */
import { computed, ref } from 'vue'

import { toLocal } from '../api/local-time'
import type { Schemas } from '../api/client'

const { passages, weather, timeZone, scenes } = defineProps<{
  scenes: Schemas['SceneOut'][]
  passages: Schemas['PassageOut'][]
  weather: Schemas['WeatherOut'] | null
  timeZone: string
}>()

const kinds = [
  { title: 'Sun, Moon, core and planets', kinds: ['sun', 'moon', 'core', 'planet'] },
  { title: 'Poles and radiants', kinds: ['pole', 'shower'] },
  { title: 'Bright stars', kinds: ['star'] },
]
const shown = ref(0)
const rows = computed(() => passages.filter((p) => kinds[shown.value]?.kinds.includes(p.kind)))
const hours = computed(
  () =>
    weather?.hours
      .filter((_, i) => i % 2 === 0)
      .map((h) => ({ ...h, clock: toLocal(h.at_utc, timeZone).slice(11) })) ?? [],
)
const whole = (value: number) => `${Math.round(value) + 0}`.replace('-', '−')
const percent = (share: number) => `${Math.round(share * 100)}`
</script>

<template>
  <div class="details">
    <section>
      <h2>Over this horizon</h2>
      <div role="tablist" aria-label="What to list" class="tabs">
        <button
          v-for="(kind, i) in kinds"
          :key="kind.title"
          type="button"
          role="tab"
          :aria-selected="shown === i"
          @click="shown = i"
        >
          {{ kind.title }}
        </button>
      </div>
      <!-- sixty stars scroll; whoever has no mouse must be able to -->
      <dl class="long" tabindex="0" :aria-label="kinds[shown]?.title">
        <template v-for="p in rows" :key="p.key">
          <dt>{{ p.name }}</dt>
          <dd>{{ p.text }}</dd>
        </template>
      </dl>
      <p class="muted note">
        Over the place's own skyline, standard refraction; the Sun and Moon by their upper limb.
        Azimuths from true north.
      </p>
      <h2 class="lamps">Lamps, fires and windows</h2>
      <p class="muted note">
        First guesses at this night's aperture and ISO, for mid-grey. The sky tells nothing about
        lamps.
      </p>
      <dl>
        <template v-for="scene in scenes" :key="scene.key">
          <dt>{{ scene.name }}</dt>
          <dd class="figures">{{ scene.text }}</dd>
        </template>
      </dl>
    </section>
    <section v-if="weather">
      <h2>Weather</h2>
      <p v-if="weather.is_simulated" class="simulated">
        Simulated, not a forecast: a stand-in until a real provider is connected.
      </p>
      <p v-for="line in weather.advice" :key="line">{{ line }}</p>
      <table>
        <thead>
          <tr>
            <th scope="col">at</th>
            <th scope="col">cloud %</th>
            <th scope="col">low/mid/high</th>
            <th scope="col">°C</th>
            <th scope="col">dew °C</th>
            <th scope="col">gusts m/s</th>
          </tr>
        </thead>
        <tbody class="figures">
          <tr v-for="h in hours" :key="h.at_utc">
            <th scope="row">{{ h.clock }}</th>
            <td>{{ percent(h.cloud_cover) }} ± {{ percent(h.cloud_sigma) }}</td>
            <td>
              {{ percent(h.cloud_low) }}/{{ percent(h.cloud_mid) }}/{{ percent(h.cloud_high) }}
            </td>
            <td>{{ whole(h.temperature_c) }}</td>
            <td>{{ whole(h.dew_point_c) }}</td>
            <td>{{ whole(h.gust_m_s) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.details {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 40px;
  margin-top: 32px;
}

h2 {
  padding-bottom: 6px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--line);
}

.lamps {
  margin-top: 24px;
}

.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}

.tabs button {
  min-height: 44px;
  color: var(--muted);
}

.tabs button[aria-selected='true'] {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-decoration-thickness: 2px;
  text-underline-offset: 6px;
}

dl {
  display: grid;
  grid-template-columns: fit-content(45%) minmax(0, 1fr);
  gap: 6px 16px;
}

.long {
  max-height: 420px;
  overflow-y: auto;
}

dt {
  font-weight: 600;
}

.note {
  margin: 8px 0;
  font-size: 0.92rem;
}

.simulated {
  padding: 8px 12px;
  margin-bottom: 8px;
  border: 1px dashed var(--muted);
}

table {
  width: 100%;
  margin-top: 10px;
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
  padding: 3px 8px 3px 0;
}

@media (max-width: 899px) {
  .details {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }

  table {
    display: block;
    overflow-x: auto;
  }
}
</style>
