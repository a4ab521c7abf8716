/** Load something, keep the old answer until the new one is there, drop stale answers. */
import { onScopeDispose, readonly, ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { asApiError, type ApiError } from '../../api/client'

export interface UseLoadReturn<T> {
  value: ShallowRef<T | null> // null until the first answer
  error: Readonly<ShallowRef<ApiError | null>>
  isLoading: Readonly<Ref<boolean>>
  refresh: () => Promise<void>
}

/** Whether all of them were answered, if only by an error: nothing that comes later shifts a page. */
export const answered = (...loads: Pick<UseLoadReturn<unknown>, 'value' | 'error'>[]): boolean =>
  loads.every((one) => one.value.value !== null || one.error.value !== null)

export function useLoad<T>(load: (signal: AbortSignal) => Promise<T>): UseLoadReturn<T> {
  const value = shallowRef<T | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const isLoading = ref(false)
  let running: AbortController | null = null

  async function refresh(): Promise<void> {
    running?.abort()
    const mine = (running = new AbortController())
    isLoading.value = true
    try {
      const answer = await load(mine.signal)
      if (running !== mine) return
      value.value = answer
      error.value = null
    } catch (caught) {
      if (running !== mine || mine.signal.aborted) return
      error.value = asApiError(caught)
    } finally {
      if (running === mine) isLoading.value = false
    }
  }

  onScopeDispose(() => running?.abort())
  return { value, error: readonly(error) as UseLoadReturn<T>['error'], isLoading, refresh }
}
