<script setup lang="ts">
/** One night: the light slope, and the shots that sit on it. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import LightSlope from '../components/LightSlope'
import LoadState from '../components/LoadState.vue'
import NightDetails from '../components/NightDetails.vue'
import NightTimes from '../components/NightTimes.vue'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { localClock, spanAround } from '../components/LightSlope/slope'
import { ApiError, client, data, ifMatch, type Schemas } from '../api/client'

const { nightId } = defineProps<{ nightId: string }>()
const router = useRouter()
const notices = useNotices()
const path = computed(() => ({ night_id: nightId }))

const night = useLoad<Schemas['NightOut']>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}', { params: { path: path.value }, signal })),
)
const slope = useLoad<Schemas['SlopeOut']>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}/slope', { params: { path: path.value }, signal })),
)
const shots = useLoad<Schemas['ShotInNightOut'][]>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}/shots', { params: { path: path.value }, signal })),
)
const kit = useLoad<Schemas['KitItemOut'][]>((signal) =>
  data(client.GET('/api/v1/kit', { signal })),
)

const passages = useLoad<Schemas['PassageOut'][]>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}/passages', { params: { path: path.value }, signal })),
)
const scenes = useLoad<Schemas['SceneOut'][]>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}/scenes', { params: { path: path.value }, signal })),
)
const weather = useLoad<Schemas['WeatherOut']>((signal) =>
  data(client.GET('/api/v1/nights/{night_id}/weather', { params: { path: path.value }, signal })),
)
const targets = useLoad<Schemas['TargetOut'][]>((signal) =>
  data(client.GET('/api/v1/targets', { signal })),
)

const cursor = ref(0)
const zoom = ref<{ hours: number; at: number } | null>(null)
// the whole night fits a laptop's screen; on a phone it is as tall as it needs to be
const slopeHeight = Math.max(520, window.innerHeight - 300)
const asTable = ref(false)

watch(
  () => nightId,
  async () => {
    void kit.refresh()
    void targets.refresh()
    zoom.value = null
    await Promise.all([night.refresh(), slope.refresh(), shots.refresh()])
    cursor.value = startingCursor()
    void passages.refresh()
    void weather.refresh()
    void scenes.refresh()
  },
  { immediate: true },
)

/** Now, when it is tonight; else the first shot, else the middle. */
function startingCursor(): number {
  const s = slope.value.value
  if (!s) return 0
  const start = Date.parse(s.start_utc)
  const last = s.readouts.length - 1
  const index = (at: number) => Math.round((at - start) / 1000 / s.step_s)
  const now = index(Date.now())
  if (now >= 0 && now <= last) return now
  const first = shots.value.value?.[0]
  const at = first ? index(Date.parse(first.at_utc)) : Math.round(last / 2)
  return Math.min(last, Math.max(0, at))
}

const readout = computed(() => slope.value.value?.readouts[cursor.value] ?? '')
const tableRows = computed(() => slope.value.value?.readouts.filter((_, i) => i % 15 === 0) ?? [])

/** Keep a change of the night; the slope follows, the old one stays until then. */
async function change(part: Partial<Schemas['NightIn']>): Promise<void> {
  const kept = night.value.value
  if (!kept) return
  const { id, version, place_name, time_zone, sentence, shot_count, ...own } = kept
  void [place_name, time_zone, sentence, shot_count]
  try {
    night.value.value = await data(
      client.PUT('/api/v1/nights/{night_id}', {
        params: { path: { night_id: id }, header: ifMatch(version) },
        body: { ...own, ...part },
      }),
    )
    await Promise.all([slope.refresh(), scenes.refresh()])
  } catch (error) {
    notices.fail(error)
    if (error instanceof ApiError && error.status === 412) await night.refresh()
  }
}

const shown = computed(() =>
  zoom.value && slope.value.value
    ? spanAround(slope.value.value, zoom.value.at, zoom.value.hours)
    : undefined,
)
const momentAt = (i: number) => {
  const s = slope.value.value
  return s ? Date.parse(s.start_utc) + i * s.step_s * 1000 : 0
}

function zoomTo(hours: number | null): void {
  zoom.value = hours === null ? null : { hours, at: momentAt(cursor.value) }
}

/** Keep the cursor in sight when keys carry it out of the zoomed stretch. */
watch(cursor, (i) => {
  const at = momentAt(i)
  if (zoom.value && shown.value && (at < shown.value.from || at > shown.value.to))
    zoom.value = { ...zoom.value, at }
})
const zooms = [
  { hours: null, label: 'whole night' },
  { hours: 4, label: '4 h' },
  { hours: 1, label: '1 h' },
]
const print = () => window.print()

/** The eye slides at once; its settings follow as the server answers. */
async function whatIf(id: string, at: number, keep: boolean): Promise<void> {
  const shot = shots.value.value?.find((s) => s.id === id)
  if (!shot) return
  const { version, night_id, settings, lead, exposure_s, f_number, id: _id, ...own } = shot
  void [settings, lead, exposure_s, f_number, _id]
  const body = { ...own, at_utc: new Date(at).toISOString() }
  try {
    if (keep) {
      await data(
        client.PUT('/api/v1/shots/{shot_id}', {
          params: { path: { shot_id: id }, header: ifMatch(version) },
          body,
        }),
      )
      await shots.refresh()
      return
    }
    const plan = await data(client.POST('/api/v1/plans', { body: { night_id, shot: body } }))
    const time = plan.rails.find((r) => r.control === 'exposure_s')
    const aperture = plan.rails.find((r) => r.control === 'f_number')
    shots.value.value =
      shots.value.value?.map((s) =>
        s.id === id
          ? {
              ...s,
              settings: plan.settings,
              exposure_s: time?.picked.value ?? s.exposure_s,
              f_number: aperture?.picked.value ?? s.f_number,
            }
          : s,
      ) ?? null
  } catch (error) {
    notices.fail(error)
    await shots.refresh()
  }
}

let isAsking = false
async function onDrag(id: string, at: number): Promise<void> {
  if (isAsking) return // one question at a time keeps up with the finger
  isAsking = true
  await whatIf(id, at, false)
  isAsking = false
}

const open = (id: string) => void router.push({ name: 'shot', params: { shotId: id } })

async function addShot(): Promise<void> {
  const s = slope.value.value
  const body = kit.value.value?.find((item) => item.spec.kind === 'body')
  const lens = kit.value.value?.find((item) => item.spec.kind === 'lens')
  if (!s || !body || !lens || lens.spec.kind !== 'lens') return
  const at = Date.parse(s.start_utc) + cursor.value * s.step_s * 1000
  try {
    const shot = await data(
      client.POST('/api/v1/nights/{night_id}/shots', {
        params: { path: path.value },
        body: {
          title: 'New shot',
          at_utc: new Date(at).toISOString(),
          body_id: body.id,
          lens_id: lens.id,
          focal_length_mm: lens.spec.shortest_focal_length_mm,
        } as Schemas['ShotIn'],
      }),
    )
    open(shot.id)
  } catch (error) {
    notices.fail(error)
  }
}

const hasKit = computed(
  () =>
    kit.value.value?.some((i) => i.spec.kind === 'body') &&
    kit.value.value.some((i) => i.spec.kind === 'lens'),
)
const cursorClock = computed(() => {
  const s = slope.value.value
  return s ? localClock(s, Date.parse(s.start_utc) + cursor.value * s.step_s * 1000) : ''
})
const clockOf = (at: string) =>
  slope.value.value ? localClock(slope.value.value, Date.parse(at)) : ''
const day = (iso: string) =>
  new Date(`${iso}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  })

const removeShot = (shot: Schemas['ShotInNightOut']) =>
  notices.remove('shots', shot.id, shot.title, shots.refresh)
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
        <router-link to="/nights">Nights</router-link> · {{ day(night.value.value.evening_date) }} ·
        {{ night.value.value.place_name }}
      </p>
      <h1>{{ night.value.value.title || night.value.value.place_name }}</h1>
      <p class="sentence">{{ night.value.value.sentence }}</p>

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
          <LightSlope
            v-if="!asTable"
            v-model:cursor="cursor"
            :height="slopeHeight"
            :shown="shown"
            :slope="slope.value.value"
            :shots="shots.value.value ?? []"
            @drag="onDrag"
            @drop="(id, at) => whatIf(id, at, true)"
            @open="open"
          />
          <ol v-else class="table">
            <li v-for="row in tableRows" :key="row">{{ row }}</li>
          </ol>
          <p class="key muted">
            Solid: ground, hatched ± one standard deviation. Dashed: sky. Brackets: windows and your
            own times. Times in {{ slope.value.value.time_zone }}.
            <span v-if="slope.value.value.uses_forecast">Dimmed by the simulated cloud. </span>
            <button type="button" class="link" @click="asTable = !asTable">
              {{ asTable ? 'Show the picture' : 'Read it as a table' }}
            </button>
          </p>
        </section>

        <aside class="right">
          <h2>Shots</h2>
          <p v-if="!shots.value.value?.length" class="muted">
            None yet. Put the time cursor where the light is right, then add one.
          </p>
          <ul>
            <li v-for="shot in shots.value.value ?? []" :key="shot.id">
              <router-link :to="{ name: 'shot', params: { shotId: shot.id } }" class="shot">
                <span class="figures clock">{{ clockOf(shot.at_utc) }}</span>
                <span>
                  <strong>{{ shot.title }}</strong>
                  <span class="figures settings">{{ shot.settings }}</span>
                  <span class="muted">{{ shot.lead }}</span>
                </span>
              </router-link>
              <button
                type="button"
                class="delete"
                :aria-label="`Delete ${shot.title}`"
                @click="removeShot(shot)"
              >
                Delete
              </button>
            </li>
          </ul>
          <v-btn v-if="hasKit" color="primary" variant="flat" block @click="addShot"
            >Add a shot at {{ cursorClock }}</v-btn
          >
          <v-btn
            v-if="shots.value.value?.length"
            class="to-field no-print"
            block
            :to="{ name: 'field', params: { nightId } }"
            >Into the field</v-btn
          >
          <template v-else-if="kit.value.value">
            <p>A shot needs a body and a lens to plan with.</p>
            <v-btn to="/kit" block>Add kit</v-btn>
          </template>

          <template v-if="slope.value.value.windows.length">
            <h2>Windows</h2>
            <ul class="windows">
              <li v-for="w in slope.value.value.windows" :key="w.text + w.start_utc">
                <span class="figures">{{ clockOf(w.start_utc) }}–{{ clockOf(w.end_utc) }}</span>
                {{ w.text }}
              </li>
            </ul>
          </template>

          <h2 class="no-print">The slope is drawn for</h2>
          <div class="references">
            <v-select
              :model-value="slope.value.value.reference_f_number"
              :items="slope.value.value.f_number_choices"
              item-title="label"
              item-value="value"
              label="Aperture"
              @update:model-value="(v: number) => change({ reference_f_number: v })"
            />
            <v-select
              :model-value="slope.value.value.reference_iso"
              :items="slope.value.value.iso_choices"
              item-title="label"
              item-value="value"
              label="ISO"
              @update:model-value="(v: number) => change({ reference_iso: v })"
            />
            <v-select
              :model-value="slope.value.value.ground_placement_stops"
              :items="slope.value.value.placement_choices"
              item-title="label"
              item-value="value"
              label="Ground lands"
              @update:model-value="(v: number) => change({ ground_placement_stops: v })"
            />
            <v-select
              :model-value="slope.value.value.sky_placement_stops"
              :items="slope.value.value.placement_choices"
              item-title="label"
              item-value="value"
              label="Sky lands"
              @update:model-value="(v: number) => change({ sky_placement_stops: v })"
            />
            <v-autocomplete
              :model-value="night.value.value.target_key"
              :items="targets.value.value ?? []"
              item-title="name"
              item-value="key"
              label="Target ribbon"
              variant="outlined"
              hide-details="auto"
              @update:model-value="(v: string | null) => v && change({ target_key: v })"
            />
            <v-checkbox
              :model-value="night.value.value.uses_forecast"
              label="Dim by the simulated cloud"
              hide-details
              @update:model-value="(v: boolean | null) => change({ uses_forecast: !!v })"
            />
          </div>
          <NightTimes
            :times="night.value.value.times ?? []"
            :evening="night.value.value.evening_date"
            :time-zone="night.value.value.time_zone"
            @change="(times) => change({ times })"
          />
          <p class="out no-print">
            <a :href="`/api/v1/nights/${nightId}/calendar.ics`">Calendar file</a>
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

.windows li {
  display: block;
  padding: 4px 0;
  border: 0;
}

.out {
  display: flex;
  gap: 20px;
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

.columns .v-btn {
  margin-top: 12px;
}

h2 {
  padding-bottom: 6px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--line);
}

aside ul {
  list-style: none;
  padding: 0;
}

aside li {
  display: flex;
  align-items: start;
  gap: 6px;
  border-bottom: 1px solid var(--line);
}

.shot {
  flex: 1;
  display: flex;
  gap: 12px;
  padding: 10px 0;
  color: var(--ink);
  text-decoration: none;
}

.shot span span {
  display: block;
}

.clock {
  color: var(--muted);
}

.settings {
  color: var(--ink);
}

.to-field {
  margin-top: 8px;
}

.delete {
  min-height: 44px;
  color: var(--muted);
  font-size: 0.92rem;
}

.delete:hover {
  color: var(--ink);
}

.references {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 10px;
  margin-top: 14px;
}

.references > :nth-child(n + 3) {
  grid-column: 1 / -1;
}

@media (max-width: 899px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
