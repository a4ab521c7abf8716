/** A form going out: busy meanwhile, and what was refused beside it. */
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { asApiError, type ApiError } from '../../api/client'

export interface UseSubmitReturn {
  isBusy: Ref<boolean>
  error: ShallowRef<ApiError | null>
  /** Do the work; a second press meanwhile does nothing. */
  submit: (work: () => Promise<unknown>) => Promise<void>
}

export function useSubmit(): UseSubmitReturn {
  const isBusy = ref(false)
  const error = shallowRef<ApiError | null>(null)

  async function submit(work: () => Promise<unknown>): Promise<void> {
    if (isBusy.value) return
    isBusy.value = true
    error.value = null
    try {
      await work()
    } catch (caught) {
      error.value = asApiError(caught)
    } finally {
      isBusy.value = false
    }
  }

  return { isBusy, error, submit }
}
