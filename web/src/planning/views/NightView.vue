<script setup lang="ts">
/** One night: the light slope, and the shots that sit on it. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'

import EventLines from '../../library/components/EventLines.vue'
import FirstMeeting from '../../shared/components/FirstMeeting.vue'
import FoldPart from '../../shared/components/FoldPart.vue'
import LightSlope from '../components/LightSlope'
import LoadState from '../../shared/components/LoadState.vue'
import NightReadings from '../components/NightReadings.vue'
import NightHelpers from '../components/NightHelpers.vue'
import NightShots from '../components/NightShots.vue'
import NightStrip from '../../shared/components/NightStrip.vue'
import NightWeather from '../components/NightWeather.vue'
import NotesField from '../../shared/components/NotesField.vue'
import OutingForm from '../components/OutingForm.vue'
import OverHorizon from '../components/OverHorizon.vue'
import RunningOrder, { OrderColumn } from '../components/RunningOrder'
import SlopeReferences from '../components/SlopeReferences.vue'
import { dayText } from '../../api/local-time'
import { answered } from '../../api/loaded'
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
  lacks,
  kinds,
  cursorClock,
  clockOf,
  removeShot,
} = useNight(() => nightId)

// the whole night fits a laptop's screen, and is as tall as the sheet beside it
const sheet = useTemplateRef<HTMLElement>('sheet')
const { height: sheetHeight } = useElementSize(sheet, undefined, { box: 'border-box' })
const OVER_AND_UNDER_PX = 130 // what stands over the slope and under it
const slopeHeight = computed(() => {
  const least = Math.max(520, window.innerHeight - 300)
  return Math.max(least, Math.min(sheetHeight.value - OVER_AND_UNDER_PX, 1000))
})
const asTable = ref(false)
const hasColumn = computed(() => !!order.value.value?.own.length)
/** Work as long as it lasts, where the order knows. */
const work = computed(() => {
  const own = order.value.value?.own
  const bounds = night.value.value
  if (!own?.length || !bounds) return undefined
  const begins = Date.parse(bounds.begins_utc)
  const share = (at: string) => (Date.parse(at) - begins) / (Date.parse(bounds.ends_utc) - begins)
  return own.map((one) => ({
    from: share(one.starts_utc),
    to: share(one.ends_utc),
    isWrong: one.faults.length > 0,
  }))
})
const zooms = [
  { hours: null, label: 'whole night' },
  { hours: 4, label: '4 h' },
  { hours: 1, label: '1 h' },
]
/** What a folded part holds, in a line. */
const says = computed(() => {
  const { outing, notes } = night.value.value ?? {}
  const s = slope.value.value
  return {
    order: order.value.value?.summary ?? '',
    outing: [
      outing?.arrives && `not before ${outing.arrives}`,
      outing?.leaves && `back by ${outing.leaves}`,
      outing?.contact,
    ]
      .filter(Boolean)
      .join(' · '),
    events:
      s?.happenings.map((happening) => `${happening.label} ${happening.text}`).join(' · ') ?? '',
    sky:
      passages.value.value?.find((passage) => passage.key === night.value.value?.target_key)
        ?.text ?? '',
    weather: weather.value.value?.advice.join(' ') ?? '',
    slope: s
      ? `ground lands ${placed(s.ground_placement_stops)}, sky ${placed(s.sky_placement_stops)}`
      : '',
    notes: notes ?? '',
  }
})
const placed = (stops: number) =>
  slope.value.value?.placement_choices.find((placement_choice) => placement_choice.value === stops)
    ?.label ?? ''
const print = () => window.print()
</script>

<template>
  <div class="page">
    <LoadState
      v-if="!night.value.value || !slope.value.value || !answered(shots, order)"
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
      <NightStrip
        v-if="night.value.value.strip"
        class="strip"
        :strip="night.value.value.strip"
        :spans="work"
      />

      <div class="columns">
        <section aria-label="Light slope">
          <FirstMeeting :words="['slope']" />
          <p class="readout" aria-live="polite">{{ readout }}</p>
          <div class="zoom choices no-print" role="group" aria-label="Stretch shown">
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
        </section>

        <aside>
          <div ref="sheet">
            <NightShots
              :night-id="nightId"
              :shots="shots.value.value ?? []"
              :order="order.value.value"
              :windows="slope.value.value.windows"
              :lacks="lacks"
              :kinds="kinds.value.value?.disciplines ?? []"
              :cursor-clock="cursorClock"
              :clock-of="clockOf"
              @add="addShot"
              @remove="removeShot"
            />
            <p v-if="order.error.value" class="no-order" role="alert">
              There is no order: {{ order.error.value.message }}
            </p>
          </div>
        </aside>
      </div>

      <div class="parts">
        <FoldPart
          v-if="order.value.value?.own.length || order.value.value?.left_out.length"
          part="night-order"
          title="In order"
          :says="says.order"
        >
          <RunningOrder :order="order.value.value" :clock-of="clockOf" @adopt="order.adopt" />
        </FoldPart>
        <FoldPart part="night-outing" title="There and back" :says="says.outing">
          <OutingForm
            :outing="night.value.value.outing ?? {}"
            @change="(outing) => change({ outing })"
          />
        </FoldPart>
        <FoldPart part="night-events" title="Events" :says="says.events">
          <EventLines
            :lines="night.value.value.events ?? []"
            :happenings="slope.value.value.happenings"
            :place-id="night.value.value.place_id"
            :evening="night.value.value.evening_date"
            @change="(events) => change({ events })"
          />
        </FoldPart>
        <FoldPart part="night-sky" title="Over this horizon" :says="says.sky">
          <OverHorizon
            v-if="passages.value.value"
            :passages="passages.value.value"
            :slope="slope.value.value"
            :cursor="cursor"
            :targets="targets.value.value ?? []"
            :target-key="night.value.value.target_key ?? ''"
            @target="(target_key) => change({ target_key })"
          />
        </FoldPart>
        <FoldPart part="night-weather" title="Weather" :says="says.weather">
          <NightWeather
            v-if="weather.value.value"
            :weather="weather.value.value"
            :time-zone="night.value.value.time_zone"
          />
        </FoldPart>
        <FoldPart
          part="night-lamps"
          title="Lamps and fires"
          says="first guesses of what lights the night besides the sky"
        >
          <p class="muted">
            First guesses at this night's aperture and ISO, for mid-grey. The sky tells nothing
            about lamps.
          </p>
          <dl class="lamps">
            <template v-for="scene in scenes.value.value ?? []" :key="scene.key">
              <dt>{{ scene.name }}</dt>
              <dd class="figures">{{ scene.text }}</dd>
            </template>
          </dl>
        </FoldPart>
        <FoldPart part="night-slope" title="The slope is drawn for" :says="says.slope">
          <SlopeReferences :slope="slope.value.value" :night="night.value.value" @change="change" />
        </FoldPart>
        <FoldPart
          part="night-measured"
          title="Measured"
          says="what the phone measured there, and its instruments"
        >
          <NightReadings :key="nightId" :night-id="nightId" />
        </FoldPart>
        <FoldPart
          part="night-helpers"
          title="Helpers"
          says="give this one night to somebody, to read and to run"
        >
          <NightHelpers :key="nightId" :night-id="nightId" />
        </FoldPart>
        <FoldPart part="night-notes" title="Notes" :says="says.notes">
          <NotesField
            :notes="night.value.value.notes ?? ''"
            @change="(notes) => change({ notes })"
          />
        </FoldPart>
      </div>
      <nav class="out no-print" aria-label="This night elsewhere">
        <router-link :to="{ name: 'pack', params: { nightId } }">Pack list</router-link>
        <router-link :to="{ name: 'pictures', params: { nightId } }">Pictures</router-link>
        <router-link :to="{ name: 'cards', query: { night: nightId } }"
          >Bring a card in</router-link
        >
        <a :href="`/api/v1/nights/${nightId}/calendar.ics`">Calendar file</a>
        <a :href="`/api/v1/nights/${nightId}/leave-plan.pdf`" target="_blank"
          >Plan to leave with someone</a
        >
        <a :href="`/api/v1/nights/${nightId}/leave-plan.txt`">the same as text</a>
        <a :href="`/api/v1/nights/${nightId}/card.pdf`" target="_blank">Pocket card</a>
        <button type="button" class="link" @click="print">Print</button>
      </nav>
    </template>
  </div>
</template>

<style scoped src="../../themes/choices.css"></style>
<style scoped>
.trail {
  margin-bottom: 4px;
}

.sentence {
  margin-top: 2px;
  font-size: 1.08rem;
}

.strip {
  margin-top: 8px;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 36px;
  margin-top: 10px;
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
  width: 180px;
}

.no-order {
  margin-top: 16px;
  color: var(--limit);
}

.zoom {
  margin-bottom: -8px;
}

.readout {
  min-height: 1.5em;
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

.parts {
  margin: 20px 0;
  border-bottom: 1px solid var(--line);
}

.lamps {
  display: grid;
  grid-template-columns: repeat(2, auto minmax(0, 1fr));
  gap: 6px 24px;
  margin-top: 8px;
}

.lamps dt {
  font-weight: 600;
}

.out {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
}

.out > * {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }

  /* near the finger, as far as the slope reaches */
  .readout {
    position: sticky;
    top: 0;
    z-index: 2;
    padding: 4px 0;
    background: var(--ground);
  }
}

@media (max-width: 599px) {
  .beside {
    gap: 8px;
  }

  /* a phone has room for the work, and names it in the list below */
  .column {
    width: 20px;
  }

  .lamps {
    grid-template-columns: auto minmax(0, 1fr);
  }
}
</style>
