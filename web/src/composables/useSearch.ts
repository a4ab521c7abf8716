/** A search for nights: what must meet, and what was found so far, best first. */
import {
  computed,
  onScopeDispose,
  reactive,
  readonly,
  ref,
  shallowRef,
  watch,
  type ComputedRef,
  type Ref,
  type ShallowRef,
} from 'vue'

import { ApiError, client, data, type Schemas } from '../api/client'
import { today } from '../api/local-time'
import { searchNights } from '../api/stream'
import { asApiError } from './useDraft'

type Found = Schemas['FoundOut']
type Condition = Schemas['SearchIn']['conditions'][number]

const NEAR_MISSES_SHOWN = 12

type Usual = Schemas['UsualWishOut']
type Typed = number | string

/** As it is typed; empty until the server has said what a search starts from. */
export interface Wish {
  place_id: string | null
  first_evening: string
  months: Typed
  light: Usual['light'] | null
  moon: Usual['moon'] | null
  /** In per cent. */
  moon_least: Typed
  moon_most: Typed
  target_key: string | null
  where: Usual['where'] | null
  /** Events of the place, by name, that must be going on. */
  during: string[]
  bearing_true_deg: Typed
  within_deg: Typed
  lowest_deg: Typed
  highest_deg: Typed
  least_minutes: Typed
  weekdays: number[]
}

export interface UseSearchReturn {
  wish: Wish
  matches: ComputedRef<readonly Found[]>
  misses: ComputedRef<readonly Found[]>
  /** Evenings looked at, and of how many; null before the first search. */
  progress: Readonly<Ref<{ readonly done: number; readonly of: number } | null>>
  isSearching: Readonly<Ref<boolean>>
  error: Readonly<ShallowRef<ApiError | null>>
  search: () => Promise<void>
  stop: () => void
}

const emptyWish = (): Wish => ({
  place_id: null,
  first_evening: today(),
  months: '',
  light: null,
  moon: null,
  moon_least: '',
  moon_most: '',
  target_key: null,
  where: null,
  during: [],
  bearing_true_deg: '',
  within_deg: '',
  lowest_deg: '',
  highest_deg: '',
  least_minutes: '',
  weekdays: [],
})

/** Where a search starts, in the units of the form. */
const inForm = (usual: Usual): Partial<Wish> => ({
  ...usual,
  moon_least: usual.moon_least * 100,
  moon_most: usual.moon_most * 100,
})

/** What must come together, as the server is asked for it. */
export function conditionsOf(wish: Wish): Condition[] {
  const asked: Condition[] = []
  if (wish.light) asked.push({ kind: 'light', light: wish.light })
  for (const label of wish.during) asked.push({ kind: 'during', label })
  if (wish.moon === 'down') asked.push({ kind: 'moon_down' })
  if (wish.moon === 'lit')
    asked.push({
      kind: 'moon_lit',
      least: Number(wish.moon_least) / 100,
      most: Number(wish.moon_most) / 100,
    })
  if (wish.target_key && wish.where === 'up')
    asked.push({ kind: 'target_up', target_key: wish.target_key })
  if (wish.target_key && wish.where === 'in')
    asked.push({
      kind: 'target_in',
      target_key: wish.target_key,
      bearing_true_deg: Number(wish.bearing_true_deg),
      within_deg: Number(wish.within_deg),
      lowest_deg: Number(wish.lowest_deg),
      highest_deg: Number(wish.highest_deg),
    })
  return asked
}

const byRank = (a: Found, b: Found) =>
  b.rank - a.rank || a.evening_date.localeCompare(b.evening_date)

export function useSearch(): UseSearchReturn {
  const wish = reactive(emptyWish())
  const found = shallowRef<readonly Found[]>([])
  const progress = ref<{ done: number; of: number } | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const isSearching = ref(false)
  let running: AbortController | null = null

  async function search(): Promise<void> {
    running?.abort()
    const mine = (running = new AbortController())
    found.value = []
    error.value = null
    progress.value = { done: 0, of: 1 }
    isSearching.value = true
    try {
      await searchNights(
        {
          place_id: wish.place_id ?? '',
          first_evening: wish.first_evening,
          months: Number(wish.months),
          conditions: conditionsOf(wish),
          least_minutes: Number(wish.least_minutes),
          weekdays: wish.weekdays,
        },
        (line) => {
          if (running !== mine) return
          progress.value = line
          found.value = [...found.value, ...line.nights].sort(byRank)
        },
        mine.signal,
      )
    } catch (caught) {
      if (mine.signal.aborted) return
      error.value = caught instanceof ApiError ? caught : new ApiError(0, 'The search broke off.')
    } finally {
      if (running === mine) isSearching.value = false
    }
  }

  function stop(): void {
    running?.abort()
    isSearching.value = false
  }

  void data(client.GET('/api/v1/searches/usual')).then(
    (usual) => Object.assign(wish, inForm(usual)),
    (caught: unknown) => (error.value = asApiError(caught)),
  )
  watch(() => wish.place_id, stop)
  onScopeDispose(stop)

  return {
    wish,
    matches: computed(() => found.value.filter((night) => !night.is_near_miss)),
    misses: computed(() =>
      found.value.filter((night) => night.is_near_miss).slice(0, NEAR_MISSES_SHOWN),
    ),
    progress: readonly(progress),
    isSearching: readonly(isSearching),
    error,
    search,
    stop,
  }
}
