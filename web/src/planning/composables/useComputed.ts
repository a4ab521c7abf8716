/**
 * The computed picture of a shot: asked for with every change, coarse at once and fine once the hand
 * rests. The one before stays until the new one is there; a newer question ends an older one.
 */
import { onScopeDispose, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'

import { asApiError, client, data, type ApiError, type Schemas } from '../../api/client'

export type Asked = Schemas['PictureAsked']
type Picture = Schemas['PictureOut']

const COARSE_PX = 360
const RESTS_MS = 220
/** A picture that was given up for a newer one, here or on the server. */
const SUPERSEDED = 409

export interface UseComputedReturn {
  picture: Readonly<ShallowRef<Picture | null>>
  error: Readonly<Ref<ApiError | null>>
  /** A finer one, or one of something newer, is on its way. */
  isComing: Readonly<Ref<boolean>>
}

/**
 * asked: null while there is nothing to draw. finePx: how wide the fine one is. view: which of the
 * page's pictures this is; each wants its own newest.
 */
export function useComputed(
  asked: () => Asked | null,
  finePx: () => number,
  view: string,
): UseComputedReturn {
  const picture = shallowRef<Picture | null>(null)
  const error = ref<ApiError | null>(null)
  const isComing = ref(false)
  let asking: AbortController | null = null
  let resting = 0

  async function ask(body: Asked, mine: AbortController): Promise<boolean> {
    try {
      const answer = await data(
        client.POST('/api/v1/computed/picture', {
          body,
          headers: { 'X-Owl-View': view },
          signal: mine.signal,
        }),
      )
      if (asking !== mine) return false
      picture.value = answer
      error.value = null
      return true
    } catch (caught) {
      if (asking !== mine || mine.signal.aborted) return false
      const found = asApiError(caught)
      if (found.status !== SUPERSEDED) error.value = found
      return false
    }
  }

  async function compute(): Promise<void> {
    asking?.abort()
    window.clearTimeout(resting)
    const body = asked()
    if (!body) {
      picture.value = null
      isComing.value = false
      return
    }
    const mine = (asking = new AbortController())
    isComing.value = true
    const fine_px = Math.round(finePx())
    if (fine_px > COARSE_PX && !(await ask({ ...body, width_px: COARSE_PX }, mine))) {
      if (asking === mine) isComing.value = false
      return
    }
    resting = window.setTimeout(async () => {
      await ask({ ...body, width_px: fine_px }, mine)
      if (asking === mine) isComing.value = false
    }, RESTS_MS)
  }

  watch([() => JSON.stringify(asked()), () => Math.round(finePx())], () => void compute(), {
    immediate: true,
  })
  onScopeDispose(() => {
    asking?.abort()
    asking = null
    window.clearTimeout(resting)
  })

  return { picture, error, isComing }
}
