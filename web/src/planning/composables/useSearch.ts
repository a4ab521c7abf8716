/**
 * A search for nights: the wish as far as somebody said it, what it comes to as the server tells
 * it, the dark calendar it is looked at in, and what was found so far, best first.
 */
import {
  computed,
  onScopeDispose,
  readonly,
  ref,
  shallowRef,
  watch,
  type ComputedRef,
  type Ref,
  type ShallowRef,
} from 'vue'

import { ApiError, asApiError, client, data, type Schemas } from '../../api/client'
import { searchNights } from '../../api/stream'

type Found = Schemas['FoundOut']
export type Wish = Schemas['WishIn']

export interface UseSearchReturn {
  /** The wish with everything in it said; null until the server has told it. */
  told: Readonly<ShallowRef<Schemas['WishOut'] | null>>
  dark: Readonly<ShallowRef<Schemas['DarkOut'] | null>>
  matches: ComputedRef<readonly Found[]>
  misses: ComputedRef<readonly Found[]>
  /** Evenings looked at, and of how many; null before the first search. */
  progress: Readonly<Ref<{ readonly done: number; readonly of: number } | null>>
  isSearching: Readonly<Ref<boolean>>
  error: Readonly<ShallowRef<ApiError | null>>
  change: (part: Partial<Wish>) => Promise<void>
  /** Forget what was said. */
  anew: () => Promise<void>
  search: () => Promise<void>
  stop: () => void
}

const byRank = (a: Found, b: Found) =>
  b.rank - a.rank || a.evening_date.localeCompare(b.evening_date)

/** said: as far as it was said before. onSaid: it was changed. */
export function useSearch(
  said: Partial<Wish>,
  onSaid: (said: Partial<Wish>) => void,
): UseSearchReturn {
  const told = shallowRef<Schemas['WishOut'] | null>(null)
  const dark = shallowRef<Schemas['DarkOut'] | null>(null)
  const found = shallowRef<readonly Found[]>([])
  const progress = ref<{ done: number; of: number } | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const isSearching = ref(false)
  let running: AbortController | null = null
  let asking: AbortController | null = null
  let wish = said
  let isUnderstood = false
  let telling: Promise<void> | null = null

  function tell(): Promise<void> {
    const mine = (telling = understand().finally(() => {
      if (telling === mine) telling = null
    }))
    return mine
  }

  async function understand(): Promise<void> {
    asking?.abort()
    const mine = (asking = new AbortController())
    isUnderstood = false
    try {
      told.value = await data(
        client.POST('/api/v1/wishes', { body: wish as Wish, signal: mine.signal }),
      )
      error.value = null
      isUnderstood = true
    } catch (caught) {
      if (!mine.signal.aborted) error.value = asApiError(caught)
    }
  }

  /** What was found answers another wish: it goes, and the search with it. */
  async function change(part: Partial<Wish>): Promise<void> {
    wish = { ...wish, ...part }
    stop()
    found.value = []
    progress.value = null
    onSaid(wish)
    await tell()
  }

  async function anew(): Promise<void> {
    wish = {}
    await change({})
  }

  async function search(): Promise<void> {
    while (telling) await telling // whoever is quicker than the server is not asked to press again
    const request = told.value?.search
    if (!request || !isUnderstood) return
    running?.abort()
    const mine = (running = new AbortController())
    found.value = []
    error.value = null
    progress.value = { done: 0, of: 1 }
    isSearching.value = true
    try {
      await searchNights(
        request,
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

  const looked = computed(() => {
    const { place_id, first_evening, months } = told.value?.search ?? {}
    return place_id ? JSON.stringify({ place_id, first_evening, months }) : ''
  })
  watch(looked, async () => {
    const request = told.value?.search
    if (!request) return
    const { place_id, first_evening, months } = request
    try {
      const answer = await data(
        client.GET('/api/v1/places/{place_id}/dark', {
          params: { path: { place_id }, query: { first_evening, months } },
        }),
      )
      if (told.value?.search.place_id === place_id) dark.value = answer
    } catch (caught) {
      error.value = asApiError(caught)
    }
  })
  void tell()
  onScopeDispose(() => {
    stop()
    asking?.abort()
  })

  return {
    told,
    dark,
    matches: computed(() => found.value.filter((night) => !night.is_near_miss)),
    misses: computed(() => found.value.filter((night) => night.is_near_miss)),
    progress: readonly(progress),
    isSearching: readonly(isSearching),
    error,
    change,
    anew,
    search,
    stop,
  }
}
