<script setup lang="ts">
/** One shot: the sentence, the rails, what it needs to know, and the chain of takes. */
import { computed, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'

import ConflictNote from '../components/ConflictNote.vue'
import ExposureRails from '../components/ExposureRails'
import FrameReport from '../components/FrameReport.vue'
import FrameSketch from '../components/FrameSketch.vue'
import LoadState from '../components/LoadState.vue'
import SettingLists from '../components/SettingLists.vue'
import ShotForm from '../components/ShotForm.vue'
import TakeChain from '../components/TakeChain.vue'
import { useLoad } from '../composables/useLoad'
import { useShot } from '../composables/useShot'
import { useNotices } from '../stores/notices'
import { client, data, ifMatch, type Schemas } from '../api/client'
import { upload } from '../api/upload'
import { newId } from '../api/identity'

const { shotId } = defineProps<{ shotId: string }>()
const router = useRouter()
const notices = useNotices()

const chain = useLoad<Schemas['ChainOut']>((signal) =>
  data(
    client.GET('/api/v1/shots/{shot_id}/chain', { params: { path: { shot_id: shotId } }, signal }),
  ),
)
const shot = useShot(() => shotId, chain.refresh)
const night = useLoad<Schemas['NightOut']>((signal) =>
  data(
    client.GET('/api/v1/nights/{night_id}', {
      params: { path: { night_id: shot.nightId.value } },
      signal,
    }),
  ),
)
const kit = useLoad<Schemas['KitItemOut'][]>((signal) =>
  data(client.GET('/api/v1/kit', { signal })),
)
const disciplines = useLoad<Schemas['DisciplineOut'][]>((signal) =>
  data(client.GET('/api/v1/disciplines', { signal })),
)

watch(
  () => shotId,
  async () => {
    void chain.refresh()
    void kit.refresh()
    void disciplines.refresh()
    await shot.load()
    if (shot.nightId.value) await night.refresh()
  },
  { immediate: true },
)

type Control = Schemas['RailOut']['control']
const choice = computed(
  () => shot.draft.value?.choice ?? { held: {}, locked: [], follow: 'recipe' as const },
)

function withoutHeld(control: Control): Record<string, number> {
  const held = Object.entries(choice.value.held ?? {})
  return Object.fromEntries(held.filter(([c]) => c !== control))
}

function follow(control: Control): void {
  void shot.change({
    choice: { ...choice.value, held: withoutHeld(control), follow: control },
  })
}

function lock(control: Control, locked: boolean): void {
  const others = (choice.value.locked ?? []).filter((c) => c !== control)
  const rail = shot.plan.value?.rails.find((r) => r.control === control)
  if (!rail) return
  void shot.change({
    choice: {
      ...choice.value,
      held: { ...choice.value.held, [control]: rail.picked.value },
      locked: locked ? [...others, control] : others,
    },
  })
}

const release = (control: Control) =>
  void shot.change({ choice: { ...choice.value, held: withoutHeld(control) } })

const isBusy = ref(false)

type Words = Pick<Schemas['TakeIn'], 'verdict' | 'light_verdict'>

async function record(words: Words): Promise<void> {
  const advice = chain.value.value?.advice
  if (!advice || isBusy.value) return
  isBusy.value = true
  const positions = advice.positions as Record<Control, Schemas['PositionOut']>
  try {
    await data(
      client.PUT('/api/v1/takes/{take_id}', {
        params: { path: { take_id: newId() } },
        body: {
          shot_id: shotId,
          started_at_utc: new Date().toISOString(),
          exposure_s: positions.exposure_s.value,
          f_number: positions.f_number.value,
          iso: positions.iso.value,
          nd_stops: positions.nd_stops.value,
          ...words,
          is_keeper: words.verdict === 'right' || words.light_verdict === 'right',
          note: '',
        },
      }),
    )
    await chain.refresh()
  } catch (error) {
    notices.fail(error)
  } finally {
    isBusy.value = false
  }
}

async function edit(take: Schemas['TakeOut'], part: Partial<Schemas['TakeIn']>): Promise<void> {
  const { id, version, ...own } = take
  try {
    await data(
      client.PUT('/api/v1/takes/{take_id}', {
        params: { path: { take_id: id }, header: ifMatch(version) },
        body: { ...own, ...part },
      }),
    )
  } catch (error) {
    notices.fail(error)
  }
  await chain.refresh()
}

/** Take pictures in one after another, then let them find their takes. */
async function addPictures(event: Event, keep: boolean): Promise<void> {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  const params = { path: { shot_id: shotId } }
  const refused: string[] = []
  for (const [i, file] of files.entries()) {
    notices.say(`Reading picture ${i + 1} of ${files.length}…`)
    try {
      await data(
        client.POST('/api/v1/shots/{shot_id}/photos', {
          params,
          ...upload(file, { keep }),
        }),
      )
    } catch (error) {
      refused.push(`${file.name}: ${error instanceof Error ? error.message : 'not read'}`)
    }
  }
  input.value = ''
  try {
    const { text } = await data(client.POST('/api/v1/shots/{shot_id}/photos/match', { params }))
    if (refused.length) notices.fail(new Error(refused.join(' ')))
    else notices.say(text)
  } catch (error) {
    notices.fail(error)
  }
  await chain.refresh()
}

async function givePhoto(photo: Schemas['PhotoOut'], takeId: string | null): Promise<void> {
  try {
    await data(
      client.PUT('/api/v1/photos/{photo_id}/take', {
        params: { path: { photo_id: photo.id } },
        body: { take_id: takeId || null },
      }),
    )
  } catch (error) {
    notices.fail(error)
  }
  await chain.refresh()
}

async function readMeter(): Promise<void> {
  try {
    const reading = await data(
      client.GET('/api/v1/shots/{shot_id}/meter', { params: { path: { shot_id: shotId } } }),
    )
    notices.say(reading.text)
    if (reading.ev100 !== null)
      await shot.change({
        inputs: { ...shot.draft.value?.inputs, metered_ev100: reading.ev100 },
      })
  } catch (error) {
    notices.fail(error)
  }
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`

const stateText = computed(
  () =>
    ({ kept: 'kept', changed: 'not kept yet', keeping: 'keeping…', failed: 'not kept' })[
      shot.state.value
    ],
)

onBeforeRouteLeave(async () => {
  await shot.keepNow()
})

const nights = useLoad<Schemas['NightOut'][]>((signal) =>
  data(client.GET('/api/v1/nights', { signal })),
)
void nights.refresh()
const otherNight = ref<string | null>(null)
const otherNights = computed(() =>
  (nights.value.value ?? [])
    .filter((n) => n.id !== shot.nightId.value)
    .map((n) => ({ id: n.id, name: `${n.evening_date} ${n.title || n.place_name}` })),
)

async function copyTo(nightId: string | null): Promise<void> {
  await shot.keepNow()
  try {
    const copy = await data(
      client.POST('/api/v1/shots/{shot_id}/copy', {
        params: { path: { shot_id: shotId } },
        body: { night_id: nightId },
      }),
    )
    otherNight.value = null
    await router.push({ name: 'shot', params: { shotId: copy.id } })
  } catch (error) {
    notices.fail(error)
  }
}

async function moveThere(): Promise<void> {
  await shot.keepNow()
  const params = { path: { shot_id: shotId } }
  try {
    const { version } = await data(client.GET('/api/v1/shots/{shot_id}', { params }))
    await data(
      client.PUT('/api/v1/shots/{shot_id}/night', {
        params: { ...params, header: ifMatch(version) },
        body: { night_id: otherNight.value },
      }),
    )
    otherNight.value = null
    await shot.load()
    await Promise.all([night.refresh(), chain.refresh()])
    notices.say('Moved, with its takes.')
  } catch (error) {
    notices.fail(error)
  }
}

const remove = () =>
  notices.remove('shots', shotId, shot.draft.value?.title ?? 'shot', () =>
    router.push({ name: 'night', params: { nightId: shot.nightId.value } }),
  )
</script>

<template>
  <div class="page">
    <LoadState
      v-if="!shot.draft.value || !shot.plan.value"
      :error="shot.error.value"
      @retry="shot.load"
    />
    <template v-else>
      <p class="muted trail">
        <router-link :to="{ name: 'night', params: { nightId: shot.nightId.value } }">{{
          night.value.value?.title || night.value.value?.place_name || 'The night'
        }}</router-link>
        · <span role="status">{{ stateText }}</span>
      </p>
      <div v-if="shot.conflict.value" class="conflict" role="alert">
        <p>This shot was changed somewhere else since you opened it. Nothing was overwritten.</p>
        <v-btn color="primary" variant="flat" @click="shot.load">Take the newer one</v-btn>
        <v-btn @click="shot.keepMine">Keep mine instead</v-btn>
      </div>
      <h1>{{ shot.draft.value.title }}</h1>
      <p class="sentence">
        <strong class="figures">{{ shot.plan.value.settings }}</strong> —
        {{ shot.plan.value.sentence }}
      </p>
      <p class="muted" :class="{ off: !shot.plan.value.works_now }">
        Its light tonight: {{ shot.plan.value.works }}.
      </p>
      <p v-if="shot.error.value" role="alert" class="error">{{ shot.error.value.message }}</p>
      <ConflictNote v-if="shot.plan.value.conflict" :conflict="shot.plan.value.conflict" />

      <div class="columns">
        <div>
          <section aria-label="Exposure rails">
            <ExposureRails
              :rails="shot.plan.value.rails"
              @move="(control, value) => shot.change({}, { control, value })"
              @follow="follow"
              @lock="lock"
              @release="release"
            />
          </section>

          <section v-if="shot.plan.value.facts.length || shot.plan.value.sketch" class="facts">
            <FrameSketch v-if="shot.plan.value.sketch" :sketch="shot.plan.value.sketch" />
            <ul class="plain">
              <li v-for="fact in shot.plan.value.facts" :key="fact.code">
                {{ sentence(fact.text) }}
              </li>
            </ul>
          </section>

          <section v-if="shot.plan.value.alternatives.length">
            <h2>Other ways tonight</h2>
            <ul class="plain">
              <li v-for="way in shot.plan.value.alternatives" :key="way.code + way.text">
                <span class="figures way">{{ way.settings }}</span> {{ way.text }}
              </li>
            </ul>
          </section>

          <section class="takes">
            <h2>Takes</h2>
            <TakeChain
              v-if="chain.value.value"
              :chain="chain.value.value"
              :is-busy="isBusy"
              @judge="(verdict) => record({ verdict })"
              @judge-light="(light_verdict) => record({ light_verdict })"
              @rejudge="(take, verdict) => edit(take, { verdict })"
              @rejudge-light="(take, light_verdict) => edit(take, { light_verdict })"
              @keep="(take) => edit(take, { is_keeper: !take.is_keeper })"
              @remove="(take) => notices.remove('takes', take.id, 'take', chain.refresh)"
              @pictures="addPictures"
              @give="givePhoto"
              @remove-photo="
                (photo) => notices.remove('photos', photo.id, photo.file_name, chain.refresh)
              "
            />
            <LoadState v-else :error="chain.error.value" @retry="chain.refresh" />
          </section>

          <SettingLists
            :bracket="shot.plan.value.bracket"
            :ladder="shot.plan.value.ladder"
            :test-frame="shot.plan.value.test_frame"
          />
          <FrameReport :report="shot.plan.value.report" />

          <div class="notes">
            <section>
              <h2>Why</h2>
              <ul class="plain">
                <li v-for="(reason, i) in shot.plan.value.reasons" :key="reason.code">
                  {{ sentence(reason.text) }}
                  <span
                    v-if="reason.source && reason.source !== shot.plan.value.reasons[i - 1]?.source"
                    class="muted source"
                    >{{ reason.source }}</span
                  >
                </li>
              </ul>
              <h2>What goes wrong</h2>
              <ul class="plain">
                <li v-for="line in shot.plan.value.mistakes" :key="line.code">{{ line.text }}</li>
              </ul>
            </section>
            <section>
              <h2>In order</h2>
              <ol class="steps">
                <li v-for="step in shot.plan.value.steps" :key="step.code">{{ step.text }}</li>
              </ol>
              <h2>Mind</h2>
              <ul class="plain">
                <li v-for="line in shot.plan.value.cautions" :key="line.code">{{ line.text }}</li>
              </ul>
            </section>
          </div>
        </div>

        <aside>
          <ShotForm
            v-if="kit.value.value && disciplines.value.value && night.value.value"
            :shot="shot.draft.value"
            :plan="shot.plan.value"
            :night="night.value.value"
            :kit="kit.value.value"
            :disciplines="disciplines.value.value"
            :error="shot.error.value"
            @change="shot.change"
            @discipline="shot.tryAs"
            @meter="readMeter"
          />

          <p>
            <a class="card" :href="`/api/v1/shots/${shotId}/card.pdf`" target="_blank"
              >Pocket card</a
            >
          </p>
          <div class="elsewhere">
            <v-btn @click="copyTo(null)">Copy this shot</v-btn>
            <v-select
              v-model="otherNight"
              :items="otherNights"
              item-title="name"
              item-value="id"
              label="Another night"
              hide-details
            />
            <div v-if="otherNight" class="pair">
              <v-btn @click="copyTo(otherNight)">Copy it there</v-btn>
              <v-btn @click="moveThere">Move it there</v-btn>
            </div>
          </div>
          <button type="button" class="delete" @click="remove">Delete this shot</button>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped src="../themes/work-page.css"></style>
<style scoped>
.trail {
  margin-bottom: 4px;
}

.conflict {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  margin: 10px 0;
  padding: 12px 16px;
  border-left: 3px solid var(--limit);
  background: var(--sheet);
}

.off {
  color: var(--limit);
}

.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  margin-top: 18px;
}

.facts > svg {
  flex: 1 1 260px;
}

.facts > ul {
  flex: 1 1 260px;
}

.way {
  display: inline-block;
  min-width: 15em;
  font-weight: 600;
}

.takes {
  margin-top: 28px;
}

h2 {
  margin: 22px 0 8px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

aside > h2:first-child {
  margin-top: 0;
}

.notes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 32px;
  margin-top: 12px;
}

.plain {
  list-style: none;
  padding: 0;
}

.plain li {
  margin-bottom: 8px;
}

.source {
  display: block;
  font-size: 0.88rem;
}

.steps {
  padding-left: 1.3em;
}

.steps li {
  margin-bottom: 4px;
}

.card {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  margin-top: 12px;
}

.elsewhere {
  display: grid;
  gap: 10px;
  margin-top: 22px;
}

.elsewhere .pair {
  display: flex;
  gap: 10px;
}

.delete {
  min-height: 44px;
  margin-top: 12px;
  color: var(--muted);
}

.delete:hover {
  color: var(--ink);
}

@media (max-width: 899px) {
  .notes {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
