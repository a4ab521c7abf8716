/**
 * Why a plan has its settings, and what else one could set. It is asked for by itself and a moment
 * after the last change, for it takes longer than the plan and is read when the hand rests.
 */
import { watchDebounced } from '@vueuse/core'
import { shallowRef, type ShallowRef } from 'vue'

import { client, data, type Schemas } from '../../api/client'

const RESTS_MS = 250

export function useWhy(
  request: () => Schemas['PlanRequest'],
): Readonly<ShallowRef<Schemas['WhyOut'] | null>> {
  const why = shallowRef<Schemas['WhyOut'] | null>(null)
  let asked = 0

  async function ask(): Promise<void> {
    const mine = ++asked
    try {
      const answer = await data(client.POST('/api/v1/plans/why', { body: request() }))
      if (mine === asked) why.value = answer
    } catch {
      // the plan beside it says what is wrong
      if (mine === asked) why.value = null
    }
  }

  watchDebounced(request, ask, { debounce: RESTS_MS, immediate: true, deep: true })
  return why
}
