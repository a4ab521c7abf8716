<script setup lang="ts">
/** The bench: rails with no night attached. Its whole state lives in the address. */
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import ConflictNote from '../components/ConflictNote.vue'
import ExposureRails from '../components/ExposureRails'
import FrameReport from '../components/FrameReport.vue'
import LoadState from '../components/LoadState.vue'
import SettingLists from '../components/SettingLists.vue'
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

/** What the bench asks, and its short name in the address. */
const NUMBERS = {
  ev100: 'ev',
  sigma_stops: 'sigma',
  placement_stops: 'place',
  focus_m: 'focus',
  near_m: 'near',
  highlight_stops: 'lights',
  speed_m_s: 'speed',
  distance_m: 'far',
  tolerance_px: 'px',
  performance_s: 'needs',
  delay_s: 'delay',
  gust_m_s: 'gust',
  temperature_c: 'temp',
  frames: 'frames',
  bracket_step_stops: 'step',
  focal_length_mm: 'mm',
} as const
const SWITCHES = { wants_rays: 'rays', is_handheld: 'hand', uses_lenr: 'lenr' } as const
type NumberKey = keyof typeof NUMBERS
type SwitchKey = keyof typeof SWITCHES

const entries = <K extends string, V>(of: Record<K, V>) => Object.entries(of) as [K, V][]
/** As typed; empty asks the server for its default or says that it does not matter. */
const numbers = reactive(
  Object.fromEntries(entries(NUMBERS).map(([key, short]) => [key, number(short)])) as Record<
    NumberKey,
    number | string | null
  >,
)
const switches = reactive(
  Object.fromEntries(entries(SWITCHES).map(([key, short]) => [key, word(short) === '1'])) as Record<
    SwitchKey,
    boolean
  >,
)
const picked = reactive({
  body_id: word('body'),
  lens_id: word('lens'),
  bracket_control: (word('bracket') ?? 'exposure_s') as Schemas['BenchIn']['bracket_control'],
})
const held: Record<string, number> = {}
const HELD = { t: 'exposure_s', f: 'f_number', iso: 'iso', nd: 'nd_stops' }
for (const [key, control] of Object.entries(HELD)) {
  const value = number(key)
  if (value !== null) held[control] = value
}
const choice = shallowRef<Schemas['ChoiceIn']>({
  held,
  locked: (word('locked')?.split('.') ?? []) as Control[],
  follow: (word('follow') ?? 'recipe') as Control | 'recipe',
})

const bench = shallowRef<Bench | null>(null)
const error = shallowRef<ApiError | null>(null)
let asking: AbortController | null = null

/** Only what was filled in: the server knows the rest. */
const filled = () =>
  Object.fromEntries(
    entries(numbers)
      .filter(([, value]) => value !== null && value !== '')
      .map(([key, value]) => [key, Number(value)]),
  )

async function ask(move?: Schemas['Move']): Promise<void> {
  asking?.abort()
  const mine = (asking = new AbortController())
  try {
    const answer = await data(
      client.POST('/api/v1/bench', {
        body: {
          ...filled(),
          ...switches,
          ...picked,
          choice: choice.value,
          ...(move && { move }),
        } as Schemas['BenchIn'],
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
  const query: Record<string, string> = {}
  const put = (key: string, value: unknown) => {
    if (value !== null && value !== undefined && value !== '') query[key] = String(value)
  }
  for (const [key, short] of entries(NUMBERS)) put(short, numbers[key])
  for (const [key, short] of entries(SWITCHES)) put(short, switches[key] ? '1' : null)
  put('body', picked.body_id)
  put('lens', picked.lens_id)
  put('bracket', picked.bracket_control === 'exposure_s' ? null : picked.bracket_control)
  const h: Record<string, number | undefined> = choice.value.held ?? {}
  for (const [short, control] of Object.entries(HELD)) put(short, h[control])
  put('locked', choice.value.locked?.join('.'))
  put('follow', choice.value.follow)
  void router.replace({ query })
}

watch([numbers, switches, picked], () => void ask(), { immediate: true })

const scenes = useLoad<Schemas['SceneChoiceOut'][]>((signal) =>
  data(client.GET('/api/v1/bench/scenes', { signal })),
)
const kit = useLoad<Schemas['KitItemOut'][]>((signal) =>
  data(client.GET('/api/v1/kit', { signal })),
)
void scenes.refresh()
void kit.refresh()
const bodies = computed(
  () => kit.value.value?.filter((i) => ['body', 'film_back'].includes(i.spec.kind)) ?? [],
)
const lenses = computed(() => kit.value.value?.filter((i) => i.spec.kind === 'lens') ?? [])
const scene = computed(
  () =>
    scenes.value.value?.find((s) => s.ev100 === Number(numbers.ev100 ?? Number.NaN))?.key ?? null,
)

function chooseScene(key: string | null): void {
  const found = scenes.value.value?.find((s) => s.key === key)
  if (found) Object.assign(numbers, { ev100: found.ev100, sigma_stops: found.sigma_stops })
}

function chooseLens(id: string): void {
  picked.lens_id = id
  numbers.focal_length_mm = null
}
const isZoom = computed(() => {
  const lens = kit.value.value?.find((i) => i.id === picked.lens_id)?.spec
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

interface Field {
  key: NumberKey
  label: string
  unit: string
  usual?: string
}
interface Group {
  title: string
  fields: Field[]
  boxes: { key: SwitchKey; label: string }[]
  brackets?: boolean
}

const bracketBy = computed(() =>
  (bench.value?.rails ?? [])
    .filter((r) => r.control !== 'nd_stops')
    .map((r) => ({ value: r.control, title: r.title })),
)

const subject: Field[] = [
  { key: 'ev100', label: 'Brightness', unit: 'EV', usual: '5' },
  { key: 'sigma_stops', label: 'Known to ±', unit: 'stops', usual: '1.5' },
  { key: 'placement_stops', label: 'Over mid-grey', unit: 'stops', usual: '0' },
  { key: 'highlight_stops', label: 'Highlights over it', unit: 'stops' },
]
const groups: Group[] = [
  {
    title: 'Depth',
    fields: [
      { key: 'focus_m', label: 'Focus at', unit: 'm' },
      { key: 'near_m', label: 'Sharp from', unit: 'm' },
    ],
    boxes: [{ key: 'wants_rays', label: 'Rays around lamps' }],
  },
  {
    title: 'What moves',
    fields: [
      { key: 'speed_m_s', label: 'Moves at', unit: 'm/s' },
      { key: 'distance_m', label: 'This far off', unit: 'm' },
      { key: 'tolerance_px', label: 'May blur', unit: 'px', usual: '2' },
      { key: 'gust_m_s', label: 'Gusts', unit: 'm/s', usual: '0' },
    ],
    boxes: [{ key: 'is_handheld', label: 'Handheld' }],
  },
  {
    title: 'Somebody performs',
    fields: [
      { key: 'performance_s', label: 'Needs', unit: 's' },
      { key: 'delay_s', label: 'After a delay of', unit: 's', usual: '0' },
    ],
    boxes: [],
  },
  {
    title: 'Frames and cold',
    fields: [
      { key: 'frames', label: 'Frames averaged', unit: '', usual: '1' },
      { key: 'temperature_c', label: 'It is', unit: '°C', usual: '10' },
      { key: 'bracket_step_stops', label: 'Bracket by', unit: 'stops', usual: '1' },
    ],
    boxes: [{ key: 'uses_lenr', label: 'Noise reduction in camera' }],
    brackets: true,
  },
]

const isUsed = (group: Group) =>
  group.fields.some((f) => number(NUMBERS[f.key]) !== null) ||
  group.boxes.some((b) => word(SWITCHES[b.key]) === '1')

/** What every field of the bench shares. */
const asked = (field: Field) => ({
  type: 'number',
  step: 'any',
  label: field.label,
  suffix: field.unit,
  placeholder: field.usual,
  persistentPlaceholder: field.usual !== undefined,
  errorMessages: error.value?.fault(field.key),
})

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
      <ConflictNote v-if="bench.conflict" :conflict="bench.conflict" />
      <div class="columns">
        <div>
          <ExposureRails
            :rails="bench.rails"
            @move="(control, value) => ask({ control, value })"
            @follow="(c) => setChoice({ held: withoutHeld(c), follow: c })"
            @lock="lock"
            @release="(c) => setChoice({ held: withoutHeld(c) })"
          />
          <SettingLists
            :bracket="bench.bracket"
            :ladder="bench.ladder"
            :test-frame="bench.test_frame"
          />
          <FrameReport :report="bench.report" />
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
              v-for="field in subject"
              :key="field.key"
              v-model="numbers[field.key]"
              v-bind="asked(field)"
            />
          </div>
          <h2>Body and lens</h2>
          <v-select
            v-model="picked.body_id"
            :items="bodies"
            item-title="name"
            item-value="id"
            :label="picked.body_id ? 'Body' : `Body: ${bench.body_name}`"
          />
          <v-select
            :model-value="picked.lens_id"
            :items="lenses"
            item-title="name"
            item-value="id"
            :label="picked.lens_id ? 'Lens' : `Lens: ${bench.lens_name}`"
            @update:model-value="chooseLens"
          />
          <v-text-field
            v-if="isZoom"
            v-model="numbers.focal_length_mm"
            v-bind="
              asked({
                key: 'focal_length_mm',
                label: 'Focal length',
                unit: 'mm',
                usual: String(bench.focal_length_mm),
              })
            "
          />
          <details v-for="group in groups" :key="group.title" :open="isUsed(group)">
            <summary>{{ group.title }}</summary>
            <div class="pair">
              <v-text-field
                v-for="field in group.fields"
                :key="field.key"
                v-model="numbers[field.key]"
                v-bind="asked(field)"
              />
            </div>
            <v-select
              v-if="group.brackets"
              v-model="picked.bracket_control"
              :items="bracketBy"
              label="Bracket with"
            />
            <v-checkbox
              v-for="box in group.boxes"
              :key="box.key"
              v-model="switches[box.key]"
              :label="box.label"
              density="compact"
              hide-details
            />
          </details>
          <v-btn @click="share">{{ copied ? 'Address copied' : 'Copy the address' }}</v-btn>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped src="../themes/work-page.css"></style>
<style scoped>
h2 {
  margin-bottom: 2px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

summary {
  min-height: 44px;
  padding: 10px 0;
  cursor: pointer;
  font-weight: 600;
  border-bottom: 1px solid var(--line);
}

details .pair {
  margin-top: 12px;
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
</style>
