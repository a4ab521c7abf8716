<script setup lang="ts">
/** One night: the light slope, and the shots that sit on it. */
import { computed, ref } from 'vue'

import EventLines from '../components/EventLines.vue'
import LightSlope from '../components/LightSlope'
import { dayText } from '../api/local-time'
import LoadState from '../components/LoadState.vue'
import NightDetails from '../components/NightDetails.vue'
import NightShots from '../components/NightShots.vue'
import NightStrip from '../components/NightStrip.vue'
import OutingForm from '../components/OutingForm.vue'
import RunningOrder, { OrderColumn } from '../components/RunningOrder'
import SlopeReferences from '../components/SlopeReferences.vue'
import { useNight } from '../composables/useNight'

const { nightId } = defineProps<{ nightId: string }>()
const {
  night,
  slope,
  shots,
  order,
  passages,
  scenes,
  weather,
  targets,
  cursor,
  zoom,
  zoomTo,
  shown,
  readout,
  tableRows,
  change,
  whatIf,
  onDrag,
  open,
  addShot,
  hasKit,
  cursorClock,
  clockOf,
  removeShot,
} = useNight(() => nightId)

// the whole night fits a laptop's screen; on a phone it is as tall as it needs to be
const slopeHeight = Math.max(520, window.innerHeight - 300)
const asTable = ref(false)
const hasColumn = computed(() => !!order.value.value?.own.length)
const zooms = [
  { hours: null, label: 'whole night' },
  { hours: 4, label: '4 h' },
  { hours: 1, label: '1 h' },
]
const print = () => window.print()
</script>

<template>
  <div class="page">
    <LoadState
      v-if="!night.value.value || !slope.value.value"
      :error="night.error.value ?? slope.error.value"
      @retry="(night.refresh(), slope.refresh())"
    />
    <template v-else>
      <p class="muted trail">
        <router-link to="/nights">Nights</router-link> ·
        {{ dayText(night.value.value.evening_date) }} ·
        {{ night.value.value.place_name }}
      </p>
      <h1>{{ night.value.value.title || night.value.value.place_name }}</h1>
      <p class="sentence">{{ night.value.value.sentence }}</p>
      <NightStrip :slope="slope.value.value" :order="order.value.value" />

      <div class="columns">
        <section class="left" aria-label="Light slope">
          <p class="readout" aria-live="polite">{{ readout }}</p>
          <div class="zoom no-print" role="group" aria-label="Stretch shown">
            <button
              v-for="z in zooms"
              :key="z.label"
              type="button"
              :aria-pressed="(zoom?.hours ?? null) === z.hours"
              @click="zoomTo(z.hours)"
            >
              {{ z.label }}
            </button>
          </div>
          <div v-if="!asTable" class="beside">
            <LightSlope
              v-model:cursor="cursor"
              :height="slopeHeight"
              :shown="shown"
              :slope="slope.value.value"
              :shots="shots.value.value ?? []"
              :named="!hasColumn"
              @drag="onDrag"
              @drop="(id, at) => whatIf(id, at, true)"
              @open="open"
            />
            <OrderColumn
              v-if="hasColumn && order.value.value"
              class="column"
              :order="order.value.value"
              :slope="slope.value.value"
              :height="slopeHeight"
              :shown="shown"
              @drag="onDrag"
              @drop="(id, at) => whatIf(id, at, true)"
              @open="open"
            />
          </div>
          <ol v-else class="table">
            <li v-for="row in tableRows" :key="row">{{ row }}</li>
          </ol>
          <p class="key muted">
            Solid: ground, hatched ± one standard deviation. Dashed: sky. Brackets: windows and
            events. Times in {{ slope.value.value.time_zone }}.
            <span v-if="slope.value.value.uses_forecast">Dimmed by the simulated cloud. </span>
            <button type="button" class="link" @click="asTable = !asTable">
              {{ asTable ? 'Show the picture' : 'Read it as a table' }}
            </button>
          </p>
          <p v-if="order.error.value" class="no-order" role="alert">
            There is no order: {{ order.error.value.message }}
          </p>
          <div class="below">
            <div>
              <RunningOrder
                v-if="order.value.value?.own.length || order.value.value?.left_out.length"
                :order="order.value.value"
                :clock-of="clockOf"
                @adopt="order.adopt"
              />
            </div>
            <div>
              <section>
                <h2>There and back</h2>
                <OutingForm
                  :outing="night.value.value.outing ?? {}"
                  @change="(outing) => change({ outing })"
                />
              </section>
              <section>
                <h2>Events</h2>
                <EventLines
                  :lines="night.value.value.events ?? []"
                  :happenings="slope.value.value.happenings"
                  :place-id="night.value.value.place_id"
                  :evening="night.value.value.evening_date"
                  @change="(events) => change({ events })"
                />
              </section>
            </div>
          </div>
        </section>

        <aside class="right">
          <NightShots
            :night-id="nightId"
            :shots="shots.value.value ?? []"
            :windows="slope.value.value.windows"
            :has-kit="!!hasKit"
            :cursor-clock="cursorClock"
            :clock-of="clockOf"
            @add="addShot"
            @remove="removeShot"
          />
          <SlopeReferences
            :slope="slope.value.value"
            :night="night.value.value"
            :targets="targets.value.value ?? []"
            @change="change"
          />
          <p class="out no-print">
            <router-link :to="{ name: 'pack', params: { nightId } }">Pack list</router-link>
            <router-link :to="{ name: 'pictures', params: { nightId } }">Pictures</router-link>
            <router-link :to="{ name: 'cards', query: { night: nightId } }"
              >Bring a card in</router-link
            >
            <a :href="`/api/v1/nights/${nightId}/calendar.ics`">Calendar file</a>
            <a :href="`/api/v1/nights/${nightId}/leave-plan.pdf`" target="_blank"
              >Plan to leave with someone</a
            >
            <a :href="`/api/v1/nights/${nightId}/leave-plan.txt`">…as text</a>
            <a :href="`/api/v1/nights/${nightId}/card.pdf`" target="_blank">Pocket card</a>
            <button type="button" class="link" @click="print">Print</button>
          </p>
        </aside>
      </div>
      <NightDetails
        v-if="passages.value.value"
        :passages="passages.value.value"
        :weather="weather.value.value"
        :scenes="scenes.value.value ?? []"
        :time-zone="night.value.value.time_zone"
      />
    </template>
  </div>
</template>

<style scoped>
.trail {
  margin-bottom: 4px;
}

.sentence {
  max-width: 62ch;
  margin-top: 2px;
  font-size: 1.08rem;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 36px;
  margin-top: 12px;
}

.beside {
  display: flex;
  gap: 18px;
}

.beside > :first-child {
  flex: 1;
  min-width: 0;
}

.column {
  flex: none;
  width: 190px;
}

/* a phone has room for the work, and names it in the list below */
@media (max-width: 599px) {
  .beside {
    gap: 8px;
  }

  .column {
    width: 20px;
  }
}

.below,
.below > div {
  display: grid;
  gap: 28px;
  margin-top: 28px;
}

.below h2 {
  margin-bottom: 12px;
}

.no-order {
  margin-top: 16px;
  color: var(--limit);
}

.zoom {
  display: flex;
  gap: 16px;
  margin-bottom: -6px;
}

.zoom button {
  min-height: 36px;
  color: var(--muted);
}

.zoom button[aria-pressed='true'] {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-decoration-thickness: 2px;
  text-underline-offset: 6px;
}

.out {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
  align-items: center;
  margin-top: 14px;
}

.readout {
  min-height: 3em;
  font-size: 1.05rem;
}

.key {
  margin-top: 8px;
  font-size: 0.92rem;
}

.link {
  min-height: 32px;
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.table {
  padding-left: 0;
  list-style: none;
}

.table li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}

aside > :deep(section),
aside > h2:not(:first-child) {
  margin-top: 28px;
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
