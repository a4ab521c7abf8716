/**
 * One thing being edited: its draft, and keeping it, one save at a time.
 *
 * A save that is due while another is under way waits for it and carries the version that one
 * answered, so no second PUT goes out with an old version. What was changed somewhere else is not
 * overwritten: `conflict` holds until one is chosen. A draft belongs to the identity it was loaded
 * under; what is left unsaved of it is saved there, never under the next.
 */
import { onScopeDispose, readonly, ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { ApiError, asApiError } from '../../api/client'

const KEEP_AFTER_MS = 500

export interface Versioned<T> {
  draft: T
  version: number
}

export interface UseDraftOptions<T> {
  load: (id: string) => Promise<Versioned<T>>
  /** Keep it over the version named; the version it has then. */
  save: (id: string, draft: T, version: number) => Promise<number>
  onKept?: () => void
}

export type DraftState = 'kept' | 'changed' | 'keeping' | 'failed'

export interface UseDraftReturn<T> {
  /** Null until it is loaded. */
  draft: Readonly<ShallowRef<T | null>>
  error: ShallowRef<ApiError | null>
  state: Readonly<Ref<DraftState>>
  conflict: Readonly<Ref<boolean>>
  /** Load what is kept under an identity; what was unsaved of the one before is saved first. */
  load: (id: string) => Promise<void>
  /** Change it; kept half a second after the last change that `settle` called good. */
  change: (part: Partial<T>) => void
  settle: () => void
  keepNow: () => Promise<void>
  /** Put this draft over the newer one, knowingly. */
  keepMine: () => Promise<void>
}

export function useDraft<T extends object>(options: UseDraftOptions<T>): UseDraftReturn<T> {
  const draft: ShallowRef<T | null> = shallowRef(null)
  const error = shallowRef<ApiError | null>(null)
  const state = ref<DraftState>('kept')
  const conflict = ref(false)
  let id = ''
  let version = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | null = null

  async function load(wanted: string): Promise<void> {
    if (wanted !== id) await keepNow()
    clearTimeout(timer)
    try {
      const found = await options.load(wanted)
      id = wanted
      version = found.version
      draft.value = found.draft
      error.value = null
      conflict.value = false
      state.value = 'kept'
    } catch (caught) {
      error.value = asApiError(caught)
    }
  }

  function change(part: Partial<T>): void {
    if (!draft.value) return
    draft.value = { ...draft.value, ...part }
    state.value = 'changed'
    clearTimeout(timer)
  }

  function settle(): void {
    error.value = null
    clearTimeout(timer)
    if (state.value === 'changed' && !conflict.value)
      timer = setTimeout(() => void keepNow(), KEEP_AFTER_MS)
  }

  async function save(): Promise<void> {
    if (!draft.value || state.value !== 'changed' || error.value || conflict.value) return
    state.value = 'keeping'
    try {
      version = await options.save(id, draft.value, version)
      // a change made meanwhile is saved next, over the version just answered
      if (state.value === 'keeping') state.value = 'kept'
      options.onKept?.()
    } catch (caught) {
      state.value = 'failed'
      if (caught instanceof ApiError && caught.status === 412) conflict.value = true
      else error.value = asApiError(caught)
    }
  }

  async function keepNow(): Promise<void> {
    clearTimeout(timer)
    while (saving) await saving
    saving = save().finally(() => (saving = null))
    await saving
  }

  async function keepMine(): Promise<void> {
    version = (await options.load(id)).version
    conflict.value = false
    state.value = 'changed'
    await keepNow()
  }

  onScopeDispose(() => void keepNow())

  return {
    draft,
    error,
    state: readonly(state),
    conflict: readonly(conflict),
    load,
    change,
    settle,
    keepNow,
    keepMine,
  }
}
