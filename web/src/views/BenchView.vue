<script setup lang="ts">
/** The bench: rails with no night attached. Its whole state lives in the address. */
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ExposureRails from '../components/ExposureRails'
import LoadState from '../components/LoadState.vue'
import { useLoad } from '../composables/useLoad'
import { ApiError, client, data, type Schemas } from '../api/client'

type Bench = Schemas['BenchOut']
type Control = Schemas['RailOut']['control']

const route = useRoute()
const router = useRouter()

const number = (key: string): number | null => {
  const value = route.query[key]
  const parsed = typeof value === 'string' ? Number.parseFloat(value) : Number.NaN
  return Number.isFinite(parsed) ? parsed : null
}
const word = (key: string) => {
  const value = route.query[key]
  return typeof value === 'string' && value ? value : null
}

const state = reactive({
  ev100: number('ev') ?? 5,
  sigma_stops: number('sigma') ?? 1.5,
  placement_stops: number('place') ?? 0,
  focus_m: number('focus') as number | string | null,
  near_m: number('near') as number | string | null,
  body_id: word('body'),
  lens_id: word('lens'),
  focal_length_mm: number('mm') as number | string | null,
})
const held: Record<string, number> = {}
for (const [key, control] of Object.entries({ t: 'exposure_s', f: 'f_number', iso: 'iso' })) {
  const value = number(key)
  if (value !== null) held[control] = value
}
const choice = shallowRef<Schemas['ChoiceIn']>({
  held,
  locked: (word('locked')?.split('.') ?? []) as Control[],
  follow: (word('follow') ?? 'exposure_s') as Control,
})

const bench = shallowRef<Bench | null>(null)
const error = shallowRef<ApiError | null>(null)
let asking: AbortController | null = null

const positive = (value: number | string | null) =>
  value === null || value === '' ? null : Number(value)

async function ask(move?: Schemas['Move']): Promise<void> {
  asking?.abort()
  const mine = (asking = new AbortController())
  try {
    const answer = await data(
      client.POST('/api/v1/bench', {
        body: {
          ...state,
          ev100: Number(state.ev100),
          focus_m: positive(state.focus_m),
          near_m: positive(state.near_m),
          focal_length_mm: positive(state.focal_length_mm),
          choice: choice.value,
          ...(move && { move }),
        },
        signal: mine.signal,
      }),
    )
    if (asking !== mine) return
    bench.value = answer
    choice.value = answer.choice
    error.value = null
    keepInAddress()
  } catch (caught) {
    if (asking !== mine || mine.signal.aborted) return
    error.value = caught instanceof ApiError ? caught : new ApiError(0, 'Something went wrong.')
  }
}

function keepInAddress(): void {
  const h = choice.value.held ?? {}
  const query: Record<string, string> = {}
  const put = (key: string, value: unknown) => {
    if (value !== null && value !== undefined && value !== '') query[key] = String(value)
  }
  put('ev', state.ev100)
  put('sigma', state.sigma_stops)
  put('place', state.placement_stops || null)
  put('focus', state.focus_m)
  put('near', state.near_m)
  put('body', state.body_id)
  put('lens', state.lens_id)
  put('mm', state.focal_length_mm)
  put('t', h.exposure_s)
  put('f', h.f_number)
  put('iso', h.iso)
  put('locked', choice.value.locked?.join('.'))
  put('follow', choice.value.follow)
  void router.replace({ query })
}

watch(state, () => void ask(), { immediate: true })

const scenes = useLoad<Schemas['SceneChoiceOut'][]>((signal) =>
  data(client.GET('/api/v1/bench/scenes', { signal })),
)
const kit = useLoad<Schemas['KitItemOut'][]>((signal) =>
  data(client.GET('/api/v1/kit', { signal })),
)
void scenes.refresh()
void kit.refresh()
const bodies = computed(() => kit.value.value?.filter((i) => i.spec.kind === 'body') ?? [])
const lenses = computed(() => kit.value.value?.filter((i) => i.spec.kind === 'lens') ?? [])
const scene = computed(
  () => scenes.value.value?.find((s) => s.ev100 === Number(state.ev100))?.key ?? null,
)

function chooseScene(key: string | null): void {
  const found = scenes.value.value?.find((s) => s.key === key)
  if (found) Object.assign(state, { ev100: found.ev100, sigma_stops: found.sigma_stops })
}

function chooseLens(id: string): void {
  Object.assign(state, { lens_id: id, focal_length_mm: null })
}
const isZoom = computed(() => {
  const lens = kit.value.value?.find((i) => i.id === state.lens_id)?.spec
  return lens?.kind === 'lens' && lens.shortest_focal_length_mm !== lens.longest_focal_length_mm
})

function setChoice(part: Partial<Schemas['ChoiceIn']>): void {
  choice.value = { ...choice.value, ...part }
  void ask()
}
const withoutHeld = (control: Control) =>
  Object.fromEntries(Object.entries(choice.value.held ?? {}).filter(([c]) => c !== control))

function lock(control: Control, locked: boolean): void {
  const rail = bench.value?.rails.find((r) => r.control === control)
  if (!rail) return
  const others = (choice.value.locked ?? []).filter((c) => c !== control)
  setChoice({
    held: { ...choice.value.held, [control]: rail.picked.value },
    locked: locked ? [...others, control] : others,
  })
}

const copied = ref(false)
async function share(): Promise<void> {
  await navigator.clipboard.writeText(window.location.href)
  copied.value = true
}
</script>

<template>
  <div class="page">
    <h1>Bench</h1>
    <LoadState v-if="!bench" :error="error" @retry="ask()" />
    <template v-else>
      <p class="sentence">
        <strong class="figures">{{ bench.settings }}</strong> — {{ bench.sentence }}
      </p>
      <p v-if="error" role="alert" class="error">{{ error.message }}</p>
      <div class="columns">
        <div>
          <ExposureRails
            :rails="bench.rails"
            @move="(control, value) => ask({ control, value })"
            @follow="(c) => setChoice({ held: withoutHeld(c), follow: c })"
            @lock="lock"
            @release="(c) => setChoice({ held: withoutHeld(c) })"
          />
          <div class="derived">
            <section>
              <h2>Bracket</h2>
              <p class="muted">As wide as the ± asks for; centre first.</p>
              <ol>
                <li v-for="frame in bench.bracket" :key="frame.stops" class="figures">
                  <span class="stops">{{ frame.stops }}</span> {{ frame.text }}
                  <span v-if="!frame.is_on_dial" class="muted">the dial ends here</span>
                </li>
              </ol>
            </section>
            <section>
              <h2>The same light</h2>
              <ol>
                <li
                  v-for="rung in bench.ladder"
                  :key="rung.text"
                  class="figures"
                  :class="{ picked: rung.is_picked }"
                  :aria-current="rung.is_picked || undefined"
                >
                  {{ rung.text }}
                </li>
              </ol>
            </section>
            <section>
              <h2>Test frame</h2>
              <p class="muted">The same brightness, quickly, for a first look:</p>
              <p class="figures">{{ bench.test_frame }}</p>
            </section>
          </div>
        </div>
        <aside>
          <h2>The subject</h2>
          <v-select
            :model-value="scene"
            :items="scenes.value.value ?? []"
            item-title="name"
            item-value="key"
            label="A scene nobody meters"
            clearable
            @update:model-value="chooseScene"
          />
          <div class="pair">
            <v-text-field
              v-model.number="state.ev100"
              type="number"
              step="any"
              label="Brightness"
              prefix="EV"
              :error-messages="error?.fault('ev100')"
            />
            <v-text-field
              v-model.number="state.sigma_stops"
              type="number"
              step="any"
              label="Known to"
              prefix="±"
              suffix="stops"
              :error-messages="error?.fault('sigma_stops')"
            />
          </div>
          <v-text-field
            v-model.number="state.placement_stops"
            type="number"
            step="any"
            label="Place it, from mid-grey"
            suffix="stops"
            hint="0 mid-grey, −2 a night sky, +1 snow"
            persistent-hint
            :error-messages="error?.fault('placement_stops')"
          />
          <h2>Lens and depth</h2>
          <v-select
            v-model="state.body_id"
            :items="bodies"
            item-title="name"
            item-value="id"
            :label="state.body_id ? 'Body' : `Body: ${bench.body_name}`"
          />
          <v-select
            :model-value="state.lens_id"
            :items="lenses"
            item-title="name"
            item-value="id"
            :label="state.lens_id ? 'Lens' : `Lens: ${bench.lens_name}`"
            @update:model-value="chooseLens"
          />
          <v-text-field
            v-if="isZoom"
            v-model="state.focal_length_mm"
            type="number"
            label="Focal length"
            suffix="mm"
            :placeholder="String(bench.focal_length_mm)"
            persistent-placeholder
            :error-messages="error?.fault('focal_length_mm')"
          />
          <div class="pair">
            <v-text-field
              v-model="state.focus_m"
              type="number"
              step="any"
              label="Focus at"
              suffix="m"
              :error-messages="error?.fault('focus_m')"
            />
            <v-text-field
              v-model="state.near_m"
              type="number"
              step="any"
              label="Sharp from"
              suffix="m"
              :error-messages="error?.fault('near_m')"
            />
          </div>
          <v-btn @click="share">{{ copied ? 'Address copied' : 'Copy the address' }}</v-btn>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped>
.sentence {
  max-width: 78ch;
  margin-top: 8px;
  font-size: 1.15rem;
}

.sentence strong {
  font-size: 1.25rem;
  color: var(--picked);
}

.error {
  margin-top: 8px;
  color: var(--limit);
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 40px;
  margin-top: 18px;
}

.derived {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 28px;
  margin-top: 24px;
}

h2 {
  margin-bottom: 8px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

ol {
  list-style: none;
  padding: 0;
}

li {
  padding: 2px 0;
}

.stops {
  display: inline-block;
  min-width: 3.2em;
  color: var(--muted);
}

li.picked {
  font-weight: 700;
  color: var(--picked);
}

aside {
  display: grid;
  gap: 14px;
  align-content: start;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

@media (max-width: 899px) {
  .columns,
  .derived {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
