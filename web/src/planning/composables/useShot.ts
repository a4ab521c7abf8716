/**
 * One shot being worked on: its draft, and its plan as the server answers it. Every change asks
 * for the plan at once; a plan that was made is what lets the draft be kept.
 */
import { computed, onScopeDispose, readonly, ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { asApiError, client, data, ifMatch, type Schemas } from '../../api/client'
import { useDraft, type UseDraftReturn } from '../../shared/composables/useDraft'
import type { Touch } from './useChoice'

type Shot = Schemas['ShotIn']
type Plan = Schemas['PlanOut']

const MOST_PAST = 50
/** A drag is many changes and one stroke. */
const STROKE_MS = 1500

export interface UseShotReturn extends Omit<UseDraftReturn<Shot>, 'change' | 'load' | 'settle'> {
  nightId: Readonly<Ref<string>>
  plan: Readonly<ShallowRef<Plan | null>>
  load: () => Promise<void>
  canUndo: Readonly<Ref<boolean>>
  /** Take the last change back; as many as were made here. */
  undo: () => Promise<void>
  /** Change it; the server decides what a touch of a rail, or another lens, brings with it. */
  change: (part: Partial<Shot>, touch?: Touch) => Promise<void>
  /** Try the shot as another discipline; answers given before are remembered for the way back. */
  tryAs: (discipline: string) => Promise<void>
}

export function useShot(shotId: () => string, onKept: () => void): UseShotReturn {
  const nightId = ref('')
  const plan = shallowRef<Plan | null>(null)
  let asking: AbortController | null = null
  /** How it was before each change, the last one last. */
  const past = shallowRef<Shot[]>([])
  let stroke = { what: '', at: 0 }
  /** Answers given to this shot as any kind of picture. */
  let answers: Schemas['Answers']['inputs'] = {}

  const params = (id: string) => ({ path: { shot_id: id } })
  const kept = useDraft<Shot>({
    load: async (id) => {
      const shot = await data(client.GET('/api/v1/shots/{shot_id}', { params: params(id) }))
      const { id: _id, night_id, version, ...draft } = shot
      void _id
      nightId.value = night_id
      return { draft, version }
    },
    save: async (id, draft, version) => {
      const header = ifMatch(version)
      const path = '/api/v1/shots/{shot_id}'
      const answer = await data(
        client.PUT(path, { params: { ...params(id), header }, body: draft }),
      )
      return answer.version
    },
    onKept,
  })

  async function load(): Promise<void> {
    asking?.abort()
    answers = {}
    past.value = []
    const id = shotId()
    await kept.load(id)
    if (kept.error.value) return
    try {
      const found = await data(client.GET('/api/v1/shots/{shot_id}/plan', { params: params(id) }))
      if (id === shotId()) plan.value = found
    } catch (caught) {
      kept.error.value = asApiError(caught)
    }
  }

  /** Remember how it was, once for a stroke of the hand. */
  function remember(part: Partial<Shot>, touch?: Touch): void {
    if (!kept.draft.value) return
    const what = touch?.control ?? Object.keys(part).join()
    const now = Date.now()
    if (what !== stroke.what || now - stroke.at > STROKE_MS)
      past.value = [...past.value, kept.draft.value].slice(-MOST_PAST)
    stroke = { what, at: now }
  }

  /** As it was before the last change. */
  async function undo(): Promise<void> {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    stroke = { what: '', at: 0 }
    await ask(before, false)
  }

  async function change(part: Partial<Shot>, touch?: Touch): Promise<void> {
    remember(part, touch)
    await ask(part, part.lens_id !== undefined, touch)
  }

  async function ask(part: Partial<Shot>, is_new_lens: boolean, touch?: Touch): Promise<void> {
    if (!kept.draft.value) return
    kept.change(part)
    asking?.abort()
    const mine = (asking = new AbortController())
    try {
      const answer = await data(
        client.POST('/api/v1/plans', {
          body: {
            night_id: nightId.value,
            shot_id: shotId(),
            shot: kept.draft.value,
            is_new_lens,
            ...(touch && { touch }),
          },
          signal: mine.signal,
        }),
      )
      if (asking !== mine) return
      plan.value = answer
      kept.change({ choice: answer.choice, focal_length_mm: answer.focal_length_mm })
      kept.settle()
    } catch (caught) {
      if (asking === mine && !mine.signal.aborted) kept.error.value = asApiError(caught)
    }
  }

  async function tryAs(discipline: string): Promise<void> {
    if (!kept.draft.value) return
    Object.assign(answers, kept.draft.value.inputs)
    try {
      const carried = await data(
        client.POST('/api/v1/disciplines/{key}/answers', {
          params: { path: { key: discipline } },
          body: { inputs: answers },
        }),
      )
      // another kind of picture lets another control follow: hands off the rails
      const choice = { held: {}, locked: [], follow: 'recipe' } as Shot['choice']
      await change({ discipline, inputs: carried.inputs, choice })
    } catch (caught) {
      kept.error.value = asApiError(caught)
    }
  }

  onScopeDispose(() => asking?.abort())

  return {
    draft: kept.draft,
    error: kept.error,
    state: kept.state,
    conflict: kept.conflict,
    keepNow: kept.keepNow,
    keepMine: kept.keepMine,
    nightId: readonly(nightId),
    plan,
    load,
    canUndo: computed(() => past.value.length > 0),
    undo,
    change,
    tryAs,
  }
}
