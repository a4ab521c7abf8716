/** The bench: one exposure with no night attached. Its whole state lives in the address. */
import { computed, reactive, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useChoice, type Touch } from './useChoice'
import { asApiError, client, data, type ApiError, type Schemas } from '../../api/client'
import { useLoaded } from '../../api/loaded'

type Control = Touch['control']
type Question = Schemas['QuestionOut']
type Answers = Record<string, unknown>

/** Short names in the address; an answer without one goes by its own. */
const SHORT: Record<string, string> = {
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
  bracket_step_stops: 'step',
  bracket_control: 'bracket',
  focal_length_mm: 'mm',
  wants_rays: 'rays',
  is_handheld: 'hand',
  uses_noise_reduction: 'lenr',
  body_id: 'body',
  lens_id: 'lens',
}
const KIT_KEYS = ['body_id', 'lens_id', 'focal_length_mm']
const HELD: Record<string, Control> = {
  t: 'exposure_s',
  f: 'f_number',
  iso: 'iso',
  nd: 'nd_stops',
}
const short = (key: string) => SHORT[key] ?? key

/** An answer as the address has it; null when it has none. */
function fromAddress(written: unknown): unknown {
  if (typeof written !== 'string' || written === '') return null
  if (written === 'yes' || written === 'no') return written === 'yes'
  const parsed = Number(written)
  return Number.isFinite(parsed) ? parsed : written
}
const toAddress = (value: unknown) =>
  typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)

export function useBench() {
  const route = useRoute()
  const router = useRouter()
  const questions = useLoaded('/api/v1/bench/questions')
  const scenes = useLoaded('/api/v1/bench/scenes')
  const kit = useLoaded('/api/v1/kit')
  /** Only what was filled in: the server knows the rest. */
  const answers = reactive<Answers>({})
  const bench = shallowRef<Schemas['BenchOut'] | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const held = Object.entries(HELD).flatMap(([key, control]) => {
    const value = fromAddress(route.query[key])
    return typeof value === 'number' ? [[control, value]] : []
  })
  const locked = route.query.locked
  const choice = shallowRef<Schemas['ChoiceIn']>({
    held: Object.fromEntries(held) as Record<string, number>,
    locked: (typeof locked === 'string' && locked ? locked.split('.') : []) as Control[],
    follow: (fromAddress(route.query.follow) ?? 'recipe') as Control | 'recipe',
  })
  let asking: AbortController | null = null

  async function ask(touch?: Touch): Promise<void> {
    asking?.abort()
    const mine = (asking = new AbortController())
    const body = { ...answers, choice: choice.value, ...(touch && { touch }) } as Schemas['BenchIn']
    try {
      const answer = await data(client.POST('/api/v1/bench', { body, signal: mine.signal }))
      if (asking !== mine) return
      bench.value = answer
      choice.value = answer.choice
      error.value = null
      keepInAddress()
    } catch (caught) {
      if (asking === mine && !mine.signal.aborted) error.value = asApiError(caught)
    }
  }

  function keepInAddress(): void {
    const hands: [string, unknown][] = Object.entries(HELD).map(([key, control]) => [
      key,
      choice.value.held[control],
    ])
    const own = Object.entries(answers).map(([key, value]) => [short(key), value] as const)
    const rest = [
      ['locked', choice.value.locked.join('.')],
      ['follow', choice.value.follow],
    ] as const
    const said = [...own, ...hands, ...rest].filter(
      ([, value]) => value !== null && value !== undefined && value !== '',
    )
    const query = Object.fromEntries(said.map(([key, value]) => [key, toAddress(value)]))
    void router.replace({ query })
  }

  async function start(): Promise<void> {
    await questions.arrived()
    for (const key of [...(questions.value.value ?? []).map((q) => q.key), ...KIT_KEYS]) {
      const value = fromAddress(route.query[short(key)])
      if (value !== null) answers[key] = value
    }
    watch(answers, () => void ask(), { immediate: true })
  }

  function answer(key: string, value: unknown): void {
    answers[key] = value ?? undefined // left out of what is asked, and of the address
  }

  const scene = computed(() => scenes.value.value?.find((s) => s.ev100 === answers.ev100)?.key)
  function chooseScene(key: string | null): void {
    const found = scenes.value.value?.find((s) => s.key === key)
    if (found) Object.assign(answers, { ev100: found.ev100, sigma_stops: found.sigma_stops })
  }

  function chooseLens(id: string): void {
    answer('focal_length_mm', null)
    answer('lens_id', id)
  }

  /** The questions under their headings; a group is open when something in it was answered. */
  const groups = computed(() => {
    const found = new Map<string, Question[]>()
    for (const question of questions.value.value ?? [])
      found.set(question.group, [...(found.get(question.group) ?? []), question])
    return [...found].map(([title, asked]) => ({
      title,
      asked,
      isUsed: asked.some((q) => short(q.key) in route.query),
    }))
  })

  const hand = useChoice(
    () => bench.value?.rails ?? [],
    (touch) => void ask(touch),
  )

  return {
    answers,
    bench,
    error,
    kit,
    scenes,
    scene,
    groups,
    hand,
    ask,
    start,
    answer,
    chooseScene,
    chooseLens,
  }
}
