/**
 * An attempt at a practice night: its clock, which can run fast, what is set by hand, and what the
 * server answers to each frame and word.
 */
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue'

import { asApiError, client, data, type ApiError, type Schemas } from '../../api/client'

type Attempt = Schemas['AttemptOut']
type Rail = Schemas['RailOut']
export type Word = Schemas['VerdictOut']['key']

export const SPEEDS = [1, 10, 60] as const
const TICK_MS = 200

export interface UsePracticeReturn {
  attempt: ShallowRef<Attempt | null>
  error: Ref<ApiError | null>
  isBusy: Ref<boolean>
  /** Seconds of the scene since it began. */
  now_s: Ref<number>
  speed: Ref<number>
  isOut: ComputedRef<boolean>
  rails: Ref<Rail[]>
  load: () => Promise<void>
  move: (control: Rail['control'], value: number) => void
  wait: (seconds: number) => void
  open: () => Promise<void>
  say: (number: number, word: Word) => Promise<void>
  finish: (kept: number | null) => Promise<void>
}

export function usePractice(attemptId: () => string): UsePracticeReturn {
  const attempt = shallowRef<Attempt | null>(null)
  const error = ref<ApiError | null>(null)
  const isBusy = ref(false)
  const now_s = ref(0)
  const speed = ref<number>(1)
  const rails = ref<Rail[]>([])

  const isOut = computed(() => !!attempt.value && now_s.value >= attempt.value.lasts_s)
  const runs = computed(() => attempt.value && !attempt.value.is_over && !isBusy.value)
  useIntervalFn(() => {
    if (!runs.value) return
    const last = attempt.value?.lasts_s ?? 0
    now_s.value = Math.min(last, now_s.value + (speed.value * TICK_MS) / 1000)
  }, TICK_MS)

  const params = () => ({ path: { attempt_id: attemptId() } })

  async function answered(answer: () => Promise<Attempt>): Promise<void> {
    isBusy.value = true
    try {
      const found = await answer()
      // what was set by hand stays as it is: the server only tells what there is to set
      if (!rails.value.length) rails.value = found.rails
      else if (found.is_over) rails.value = found.rails
      attempt.value = found
      now_s.value = Math.max(now_s.value, found.now_s)
      error.value = null
    } catch (caught) {
      error.value = asApiError(caught)
    } finally {
      isBusy.value = false
    }
  }

  function move(control: Rail['control'], value: number): void {
    rails.value = rails.value.map((rail) => {
      const at = rail.values.findIndex((one) => one.value === value)
      const to = rail.values[at]
      if (rail.control !== control || !to) return rail
      const picked = { ...rail.picked, value: to.value, label: to.label, text: to.text }
      return { ...rail, picked_index: at, picked }
    })
  }

  const settings = () => {
    const found = { exposure_s: 1, f_number: 1, iso: 100, nd_stops: 0 }
    for (const rail of rails.value) found[rail.control] = rail.picked.value
    return found
  }

  return {
    attempt,
    error,
    isBusy,
    now_s,
    speed,
    isOut,
    rails,
    load: () =>
      answered(() =>
        data(client.GET('/api/v1/practice/attempts/{attempt_id}', { params: params() })),
      ),
    move,
    wait: (seconds) => (now_s.value = Math.min(attempt.value?.lasts_s ?? 0, now_s.value + seconds)),
    open: () =>
      answered(() =>
        data(
          client.POST('/api/v1/practice/attempts/{attempt_id}/frames', {
            params: params(),
            body: { settings: settings(), opens_s: now_s.value },
          }),
        ),
      ),
    say: (number, word) =>
      answered(() =>
        data(
          client.POST('/api/v1/practice/attempts/{attempt_id}/words', {
            params: params(),
            body: { number, word },
          }),
        ),
      ),
    finish: (kept) =>
      answered(() =>
        data(
          client.POST('/api/v1/practice/attempts/{attempt_id}/end', {
            params: params(),
            body: { kept },
          }),
        ),
      ),
  }
}
