/**
 * One shot being worked on: its draft, its plan as the server answers it, and keeping it.
 *
 * Every change asks for the plan at once and is kept half a second after the last one. A
 * shot that was changed elsewhere is not overwritten: `conflict` holds until one is chosen.
 */
import { onScopeDispose, readonly, ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { ApiError, client, data, ifMatch, type Schemas } from '../api/client'

type Shot = Schemas['ShotIn']
type Plan = Schemas['PlanOut']

const KEEP_AFTER_MS = 500

export interface UseShotReturn {
  draft: ShallowRef<Shot | null>
  nightId: Readonly<Ref<string>>
  plan: Readonly<ShallowRef<Plan | null>>
  error: Readonly<ShallowRef<ApiError | null>>
  state: Readonly<Ref<'kept' | 'changed' | 'keeping' | 'failed'>>
  conflict: Readonly<Ref<boolean>>
  load: () => Promise<void>
  change: (part: Partial<Shot>, move?: Schemas['Move']) => Promise<void>
  /** Try the shot as another discipline; answers given before are remembered for the way back. */
  tryAs: (discipline: string) => Promise<void>
  keepNow: () => Promise<void>
  keepMine: () => Promise<void>
}

export function useShot(shotId: () => string, onKept: () => void): UseShotReturn {
  const draft = shallowRef<Shot | null>(null)
  const nightId = ref('')
  const plan = shallowRef<Plan | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const state = ref<'kept' | 'changed' | 'keeping' | 'failed'>('kept')
  const conflict = ref(false)
  let version = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let asking: AbortController | null = null

  const fail = (caught: unknown) => {
    error.value = caught instanceof ApiError ? caught : new ApiError(0, 'Something went wrong.')
  }

  async function load(): Promise<void> {
    clearTimeout(timer)
    try {
      const params = { path: { shot_id: shotId() } }
      const [shot, planned] = await Promise.all([
        data(client.GET('/api/v1/shots/{shot_id}', { params })),
        data(client.GET('/api/v1/shots/{shot_id}/plan', { params })),
      ])
      const { id, night_id, version: kept, ...own } = shot
      void id
      nightId.value = night_id
      version = kept
      draft.value = own
      plan.value = planned
      error.value = null
      conflict.value = false
      state.value = 'kept'
    } catch (caught) {
      fail(caught)
    }
  }

  async function change(part: Partial<Shot>, move?: Schemas['Move']): Promise<void> {
    if (!draft.value) return
    const shot = { ...draft.value, ...part }
    draft.value = shot
    state.value = 'changed'
    clearTimeout(timer)
    asking?.abort()
    const mine = (asking = new AbortController())
    try {
      const answer = await data(
        client.POST('/api/v1/plans', {
          body: { night_id: nightId.value, shot, ...(move && { move }) },
          signal: mine.signal,
        }),
      )
      if (asking !== mine) return
      plan.value = answer
      draft.value = { ...draft.value, choice: answer.choice }
      error.value = null
      if (!conflict.value) timer = setTimeout(() => void keepNow(), KEEP_AFTER_MS)
    } catch (caught) {
      if (asking === mine && !mine.signal.aborted) fail(caught)
    }
  }

  const answers: Record<string, unknown> = {}
  async function tryAs(discipline: string): Promise<void> {
    if (!draft.value) return
    Object.assign(answers, draft.value.inputs)
    try {
      const carried = await data(
        client.POST('/api/v1/disciplines/{key}/answers', {
          params: { path: { key: discipline } },
          body: { inputs: answers as Schemas['Answers']['inputs'] },
        }),
      )
      // another kind of picture lets another control follow: hands off the rails
      const choice = { held: {}, locked: [], follow: 'recipe' } as Shot['choice']
      await change({ discipline, inputs: carried.inputs, choice })
    } catch (caught) {
      fail(caught)
    }
  }

  async function keepNow(): Promise<void> {
    clearTimeout(timer)
    if (!draft.value || state.value !== 'changed' || error.value || conflict.value) return
    state.value = 'keeping'
    try {
      const kept = await data(
        client.PUT('/api/v1/shots/{shot_id}', {
          params: { path: { shot_id: shotId() }, header: ifMatch(version) },
          body: draft.value,
        }),
      )
      version = kept.version
      // a change made meanwhile has its own timer running
      if (state.value === 'keeping') state.value = 'kept'
      onKept()
    } catch (caught) {
      state.value = 'failed'
      if (caught instanceof ApiError && caught.status === 412) conflict.value = true
      else fail(caught)
    }
  }

  /** Put this draft over the newer one, knowingly. */
  async function keepMine(): Promise<void> {
    const params = { path: { shot_id: shotId() } }
    version = (await data(client.GET('/api/v1/shots/{shot_id}', { params }))).version
    conflict.value = false
    state.value = 'changed'
    await keepNow()
  }

  onScopeDispose(() => {
    asking?.abort()
    void keepNow()
  })

  return {
    draft,
    nightId: readonly(nightId),
    plan,
    error,
    state: readonly(state),
    conflict: readonly(conflict),
    load,
    change,
    tryAs,
    keepNow,
    keepMine,
  }
}
